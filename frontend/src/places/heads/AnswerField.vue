<script setup lang="ts">
/** One question of the record: how it is answered, what its answer changes, and what is amiss. */
import { computed } from "vue";
import type { Answer, RecordQuestion } from "@/api/types";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import DrawnChoice from "./DrawnChoice.vue";
import TreatmentDates from "./TreatmentDates.vue";

const { question, error = "" } = defineProps<{ question: RecordQuestion; error?: string }>();
const answer = defineModel<Answer>({ required: true });

const choices = computed(() =>
  question.kind === "yes"
    ? [
        { value: "no", label: "no" },
        { value: "yes", label: "yes" },
      ]
    : question.choices.map(({ key, name, hint }) => ({ value: key, label: name, hint })),
);
const said = computed({
  get: () => (answer.value === null || answer.value === undefined ? "" : String(answer.value)),
  set: (value: string) => (answer.value = value),
});
const one = computed({
  get: () => String(answer.value),
  set: (value: string) => (answer.value = value),
});
const many = computed({
  get: () => (Array.isArray(answer.value) ? answer.value : []),
  set: (value: string[]) => (answer.value = value),
});
const yes = computed({
  get: () => (answer.value === true ? "yes" : "no"),
  set: (value: string) => (answer.value = value === "yes"),
});
const dates = computed({
  get: () => (answer.value ?? {}) as Record<string, string>,
  set: (value: Record<string, string>) => (answer.value = value),
});
const typed = computed(() => question.kind === "text" || question.kind === "number");
</script>

<template>
  <TextField
    v-if="typed"
    v-model="said"
    :label="question.ask"
    :decimal="question.kind === 'number'"
    :error="error"
    :hint="question.changes"
  />
  <div v-else class="grid gap-1 content-start min-w-0">
    <p class="ask text-stem text-md" aria-hidden="true">{{ question.ask }}</p>
    <DrawnChoice
      v-if="question.drawn"
      v-model="one"
      :question="question"
      role="radiogroup"
      :aria-label="question.ask"
    />
    <ChoiceRow
      v-else-if="question.kind === 'one'"
      v-model="one"
      :label="question.ask"
      :choices="choices"
    />
    <ChoiceRow
      v-else-if="question.kind === 'yes'"
      v-model="yes"
      :label="question.ask"
      :choices="choices"
    />
    <TreatmentDates
      v-else-if="question.kind === 'dates'"
      v-model="dates"
      :question="question"
      role="group"
      :aria-label="question.ask"
    />
    <ChoiceRow v-else v-model="many" many :label="question.ask" :choices="choices" />
    <p v-if="error" class="error text-madder text-md" role="alert">{{ error }}</p>
    <p v-else class="text-stem text-sm">{{ question.changes }}</p>
  </div>
</template>
