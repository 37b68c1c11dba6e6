<script setup lang="ts">
/** A choice among drawings: real radio buttons, each with what it looks like and what it is called. */
import { useId } from "vue";
import type { RecordQuestion } from "@/api/types";
import AnswerDrawing from "./AnswerDrawing.vue";

const { question } = defineProps<{ question: RecordQuestion }>();
const taken = defineModel<string>({ required: true });
const name = useId();
</script>

<template>
  <div class="flex flex-wrap gap-2">
    <label
      v-for="choice in question.choices"
      :key="choice.key"
      class="relative"
      :title="choice.hint"
    >
      <input v-model="taken" type="radio" :name="name" :value="choice.key" class="unseen" />
      <span>
        <AnswerDrawing :question="question.key" :answer="choice.key" />
        {{ choice.name }}
      </span>
    </label>
  </div>
</template>

<style scoped>
span {
  display: grid;
  justify-items: center;
  gap: 2px;
  min-width: 84px;
  padding: 8px 6px 6px;
  border: 1px solid var(--hairline);
  border-radius: 4px 16px 16px 16px;
  font-size: 0.9375rem;
  cursor: pointer;
}

input:checked + span {
  border-color: var(--vein);
  background: var(--vein-wash);
  box-shadow: inset 0 0 0 1px var(--vein);
}

input:focus-visible + span {
  outline: 3px solid var(--vein);
  outline-offset: 2px;
}
</style>
