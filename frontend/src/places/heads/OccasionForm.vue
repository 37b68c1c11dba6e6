<script setup lang="ts">
/** What it is for today, and what is on the hair now: part of every answer beside it. */
import type { Questions } from "@/api/types";
import type { Today } from "@/api/heads";
import ChoiceLine from "@/parts/ChoiceLine.vue";
import ChoiceRow from "@/parts/ChoiceRow.vue";

defineProps<{ questions: Questions }>();
const today = defineModel<Today>({ required: true });
const words = (rows: { key: string; name: string }[]) =>
  rows.map(({ key, name }) => ({ value: key, label: name }));
</script>

<template>
  <form class="grid gap-2" aria-label="What for, and what is on it" @submit.prevent>
    <h2>What for?</h2>
    <ChoiceRow v-model="today.occasion" label="What for" :choices="words(questions.occasions)" />
    <h2>What is on it now?</h2>
    <ChoiceLine
      v-model="today.on_scalp"
      many
      label="On the scalp"
      says="Scalp"
      :choices="words(questions.on_scalp)"
    />
    <ChoiceLine
      v-model="today.on_strands"
      many
      label="On the lengths"
      says="Lengths"
      :choices="words(questions.on_strands)"
    />
  </form>
</template>

<style scoped>
h2:not(:first-child) {
  margin-top: 12px;
}
</style>
