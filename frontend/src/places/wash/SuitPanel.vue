<script setup lang="ts">
/** Make it suit whom it is for, in one press: what would change is shown before it is taken. */
import Button from "primevue/button";
import { ref, watch } from "vue";
import type { Suit, WashLink } from "@/api/types";
import { suitWash, type Whom } from "@/api/wash";
import { percents } from "@/parts/figures";

const { links, whom, name } = defineProps<{ links: WashLink[]; whom: Whom; name: string }>();
const emit = defineEmits<{ take: [links: WashLink[]] }>();
const found = ref<Suit | null>(null);
const trouble = ref("");
const asking = ref(false);

async function ask(): Promise<void> {
  asking.value = true;
  trouble.value = "";
  found.value = await suitWash(links, whom).catch((error: Error) => {
    trouble.value = error.message;
    return null;
  });
  asking.value = false;
}
function take(): void {
  if (found.value) emit("take", found.value.links);
  found.value = null;
}
watch(
  () => JSON.stringify([links, whom]),
  () => (found.value = null),
);
</script>

<template>
  <div class="suit">
    <button v-if="!found" type="button" class="act" :disabled="asking" @click="ask">
      Make it suit {{ name }}
    </button>
    <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
    <section v-if="found" aria-label="What would make it suit">
      <p>
        <strong>{{ found.says }}</strong>
      </p>
      <ul class="m-0 pl-5">
        <li v-for="one in found.changes" :key="one.place">{{ one.name }}: {{ one.says }}</li>
      </ul>
      <p v-if="found.lift" class="quiet small">
        It then washes out {{ percents(found.lift) }} of the scalp’s oil.
      </p>
      <p class="row">
        <Button v-if="found.changes.length" type="button" label="Change it so" @click="take" />
        <button type="button" class="act" @click="found = null">Leave it as it is</button>
      </p>
    </section>
  </div>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  padding: 12px 16px;
  background: var(--paper);
  border-radius: 4px 20px 20px 20px;
}
</style>
