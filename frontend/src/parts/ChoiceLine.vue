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
  <div class="line grid grid-cols-[76px_minmax(0,1fr)] items-center">
    <span class="quiet" aria-hidden="true">{{ says ?? label }}</span>
    <ChoiceRow v-model="taken" :label="label" :choices="choices" :many="many" />
  </div>
</template>
