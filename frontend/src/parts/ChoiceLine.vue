<script setup lang="ts" generic="T extends string | number">
/** A few choices in one line, what they are about before them. */
import ChoiceRow from "./ChoiceRow.vue";

defineProps<{
  choices: { value: T; label: string }[];
  label: string;
  says?: string;
  many?: boolean;
}>();
const taken = defineModel<T | T[]>({ required: true });
</script>

<template>
  <div class="line">
    <span class="quiet" aria-hidden="true">{{ says ?? label }}</span>
    <ChoiceRow v-model="taken" :label="label" :choices="choices" :many="many" />
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  align-items: center;
}
</style>
