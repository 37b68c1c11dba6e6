<script setup lang="ts">
/** Many things that may be so of something: those that are likely stand open, the rest is folded away. */
import { computed } from "vue";
import ChoiceRow from "./ChoiceRow.vue";

const { choices, likely = [] } = defineProps<{
  choices: { value: string; label: string; hint?: string }[];
  label: string;
  /** What the folded part is called. */
  summary: string;
  /** Keys of those that stand open. */
  likely?: string[];
}>();
const taken = defineModel<string[]>({ required: true });
const near = computed(() => choices.filter((one) => likely.includes(one.value)));
const far = computed(() => choices.filter((one) => !likely.includes(one.value)));
const open = computed(() => far.value.some((one) => taken.value.includes(one.value)));
</script>

<template>
  <ChoiceRow v-if="near.length" v-model="taken" :choices="near" :label="label" many />
  <details :open="open">
    <summary class="cursor-pointer text-vein mx-0 my-1">{{ summary }}</summary>
    <ChoiceRow v-model="taken" :choices="far" :label="`${label}: more`" many />
  </details>
</template>
