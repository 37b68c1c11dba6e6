<script setup lang="ts">
/** Too much was poured: leave it and what that does, scale the rest up, or put it right. */
import { computed, ref } from "vue";
import type { Batch, BatchLine, Way } from "@/api/types";
import { useTakeWay, useWays } from "@/api/make";
import { tell } from "@/app/undo";
import CautionList from "@/parts/CautionList.vue";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";

const { batch, line } = defineProps<{ batch: Batch; line: BatchLine }>();
const left = ref(false);
const take = useTakeWay();
const { trouble, errors } = useTrouble(take.error);
const asked = computed(() => (left.value ? null : line.id));
const { data: ways, error, refetch } = useWays(batch.id, asked, () => batch.version);
const WORD: Record<Way["way"], string> = {
  leave: "Leave it",
  scale: "Scale the rest up",
  right: "Put it right",
};

async function choose(way: Way["way"]): Promise<void> {
  if (way === "leave") {
    left.value = true;
    return;
  }
  const body = { version: batch.version, line: line.id, way };
  const done = await take.mutateAsync({ id: batch.id, body }).catch(() => null);
  if (done) tell(`${WORD[way]}: the rest of the plan follows.`);
}
</script>

<template>
  <section v-if="!left" class="border-l-4 border-throat pl-4" aria-live="polite">
    <h2>More {{ line.name }} than planned</h2>
    <LoadState v-if="error || !ways" :error="error" @again="refetch()" />
    <ul v-else>
      <li v-for="way in ways" :key="way.way">
        <p>{{ way.says }}</p>
        <p v-if="way.changes.length" class="quiet small">{{ way.changes.join("; ") }}</p>
        <CautionList v-if="way.cautions.length" :cautions="way.cautions" />
        <button v-if="way.possible" type="button" @click="choose(way.way)">
          {{ WORD[way.way] }}
        </button>
      </li>
    </ul>
    <p v-if="trouble || errors['line']" class="trouble" role="alert">
      {{ errors["line"] ?? trouble }}
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 12px;
}

button {
  min-height: 48px;
  border: 2px solid var(--vein);
  border-radius: 999px;
  background: transparent;
  color: var(--vein);
  font: 700 1rem var(--sans);
  padding: 8px 22px;
  margin-top: 4px;
  cursor: pointer;
}
</style>
