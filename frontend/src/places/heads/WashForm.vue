<script setup lang="ts">
/** A wash that was done: with what, how much of it, how strong, and how it went. */
import Select from "primevue/select";
import { computed } from "vue";
import type { Head, Questions } from "@/api/types";
import { useAsks, useTakeOut, useWash } from "@/api/heads";
import { useContainers } from "@/api/make";
import { useVessels } from "@/api/shelf";
import { tell } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";
import { round } from "./words";

const { head, questions } = defineProps<{ head: Head; questions: Questions }>();
const emit = defineEmits<{ done: [] }>();
const keep = useWash();
const takeOut = useTakeOut();
const vessels = useVessels();
const stock = useContainers();
const asks = useAsks(() => head.id);

const latest = head.washes.find((wash) => wash.judged);
const { entered, errors, form } = useForm(
  { ...keep, mutateAsync: ({ body }) => keep.mutateAsync({ id: head.id, body }) },
  {
    path: `/api/heads/${head.id}/washes`,
    row: undefined,
    fields: () => ({
      family: latest?.family ?? "saponin_liquor",
      made: "",
      amount: "",
      unit: "g",
      strength: "1",
      minutes: "",
      occasion: "ordinary",
      answer: "",
      at: "",
      note: "",
    }),
    sent: (typed) => ({
      ...typed,
      on_scalp: [],
      on_strands: [],
      at: typed.at || null,
      amount: typed.amount || null,
      minutes: typed.minutes || null,
      answer: typed.answer || null,
      stops_passed: [],
      why: "",
      own: false,
    }),
  },
  (kept) => {
    const entry = { id: head.id, kind: "washes" as const, entry: kept.id };
    tell("Saved, and learnt from.", () => takeOut.mutateAsync(entry));
    emit("done");
  },
);
const made = computed(() => [
  { key: "", name: "nothing from stock" },
  ...(stock.data.value ?? []).map((one) => ({
    key: one.key,
    name: `${one.of}, ${one.name}: ${said(one.left)} ${one.unit} left`,
  })),
]);
const units = computed(() => [
  { key: "g", name: "g" },
  { key: "mL", name: "mL" },
  ...(vessels.data.value ?? []).map(({ id, name }) => ({ key: String(id), name: `× ${name}` })),
]);
const fit = computed(() => asks.data.value?.families.find((one) => one.family === entered.family));
const cleans = computed(() => fit.value?.cleans ?? true);
const usual = computed(() =>
  fit.value
    ? `We reckon ${said(round(fit.value.scalp.grams.value))} g on the scalp, ` +
      `${said(round(fit.value.lengths.grams.value))} g on the lengths. Leave it empty if you do not know.`
    : undefined,
);
const strong = computed(() =>
  fit.value?.strength && fit.value.strength.value > 0
    ? `Right today would be about ${said(round(fit.value.strength.value))} times the usual.`
    : "Weak is half the usual, strong is twice.",
);

const STRENGTHS = [
  { value: "0.5", label: "weak" },
  { value: "1", label: "usual" },
  { value: "2", label: "strong" },
];
</script>

<template>
  <FormFrame :form="form" title="A wash that was done" @cancel="emit('done')">
    <PickField
      v-if="made.length > 1"
      v-model="entered.made"
      label="With something that was made"
      :options="made"
      by="key"
      :error="errors['made']"
      hint="What is used of it comes off what is left."
    />
    <PickField
      v-if="!entered.made"
      v-model="entered.family"
      label="Washed with"
      :options="questions.families"
      by="key"
      :search-in="['name', 'made_of']"
      :error="errors['family']"
    />
    <TextField
      v-model="entered.amount"
      label="How much was used"
      decimal
      :error="errors['amount'] ?? errors['unit']"
      :hint="usual"
    >
      <Select
        v-model="entered.unit"
        :options="units"
        option-label="name"
        option-value="key"
        aria-label="Measure"
      />
    </TextField>
    <div v-if="cleans">
      <p class="ask">How strong?</p>
      <ChoiceRow v-model="entered.strength" label="How strong?" :choices="STRENGTHS" />
      <p v-if="errors['strength']" class="trouble" role="alert">{{ errors["strength"] }}</p>
      <p v-else class="quiet small">{{ strong }}</p>
    </div>
    <PickField
      v-model="entered.occasion"
      label="What for"
      :options="questions.occasions"
      by="key"
      :error="errors['occasion']"
    />
    <TextField
      v-model="entered.minutes"
      label="Minutes on"
      decimal
      short
      :error="errors['minutes']"
    />
    <TextField v-model="entered.note" label="Note" :rows="1" :error="errors['note']" />
    <div class="when grid gap-1 content-start">
      <label for="wash-at">When, if not just now</label>
      <input id="wash-at" v-model="entered.at" type="datetime-local" />
      <p v-if="errors['at']" class="trouble" role="alert">{{ errors["at"] }}</p>
    </div>
    <div v-if="cleans" class="whole">
      <p class="ask">How did the scalp feel, once dry?</p>
      <ChoiceRow
        v-model="entered.answer"
        label="How the scalp felt"
        :choices="questions.outcomes.map((word) => ({ value: word, label: word }))"
      />
      <p class="quiet small">It can also be said later, in the list below.</p>
    </div>
    <p v-if="errors['answer']" class="trouble whole" role="alert">{{ errors["answer"] }}</p>
  </FormFrame>
</template>

<style scoped>
.when label,
.ask {
  color: var(--stem);
  font-size: 0.9375rem;
}
</style>
