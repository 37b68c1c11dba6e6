<script setup lang="ts">
/** What it is for today, and what is on the hair now: part of every answer beside it. */
import type { Questions } from "@/api/client";
import type { Today } from "@/api/heads";
import ChoiceRow from "@/parts/ChoiceRow.vue";

defineProps<{ questions: Questions }>();
const today = defineModel<Today>({ required: true });
const words = (rows: { key: string; name: string }[]) =>
  rows.map(({ key, name }) => ({ value: key, label: name }));
</script>

<template>
  <form aria-label="What for, and what is on it" @submit.prevent>
    <h2>What for?</h2>
    <ChoiceRow v-model="today.occasion" label="What for" :choices="words(questions.occasions)" />
    <h2>What is on it now?</h2>
    <div class="line">
      <span class="ask" aria-hidden="true">Scalp</span>
      <ChoiceRow
        v-model="today.on_scalp"
        many
        label="On the scalp"
        :choices="words(questions.on_scalp)"
      />
    </div>
    <div class="line">
      <span class="ask" aria-hidden="true">Lengths</span>
      <ChoiceRow
        v-model="today.on_strands"
        many
        label="On the lengths"
        :choices="words(questions.on_strands)"
      />
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 8px;
}

h2:not(:first-child) {
  margin-top: 12px;
}

.line {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  align-items: center;
}

.ask {
  color: var(--stem);
}
</style>
