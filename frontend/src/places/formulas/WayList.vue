<script setup lang="ts">
/** The ways of making one thing, each a formula of its own; and another one. */
import { ref } from "vue";
import { useRouter } from "vue-router";
import type { KeptFormula } from "@/api/types";
import { useAddWay } from "@/api/formulas";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const { id, ways } = defineProps<{ id: number; ways: KeptFormula["ways"] }>();
const router = useRouter();
const add = useAddWay();
const { errors, trouble } = useTrouble(add.error);
const name = ref("");
const naming = ref(false);

async function addIt(): Promise<void> {
  const made = await add.mutateAsync({ id, name: name.value }).catch(() => null);
  if (made) await router.push(`/formulas/${made.id}`);
}
</script>

<template>
  <nav class="row mb-4" aria-label="Ways of making it">
    <template v-if="ways.length">
      <span class="quiet">Ways of making it:</span>
      <RouterLink
        v-for="one in ways"
        :key="one.id"
        :to="`/formulas/${one.id}`"
        :class="['act', { here: one.id === id }]"
        :aria-current="one.id === id ? 'page' : undefined"
        >{{ one.name }}</RouterLink
      >
    </template>
    <form v-if="naming" class="row" @submit.prevent="addIt">
      <TextField
        v-model="name"
        label="What the other way is called"
        hint="such as: powder, steeped"
        :error="errors['name']"
      />
      <button class="act" :disabled="!name.trim() || add.isPending.value">Add it</button>
      <button type="button" class="act" @click="naming = false">Cancel</button>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    </form>
    <button v-else type="button" class="act" @click="naming = true">Add another way</button>
  </nav>
</template>

<style scoped>
.here {
  font-weight: 700;
  color: var(--ink);
  text-decoration: none;
}
</style>
