<script setup lang="ts">
/** What a bought thing's label says: pasted and read, or typed; every field stays to be put right. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { LabelRead } from "@/api/types";
import { useReadLabel, useStrengthClasses } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import IngredientList from "./IngredientList.vue";
import { plainOf, type TypedLabel } from "./label";

const { material, unit, errors } = defineProps<{
  /** The key of the material that it stands on. */
  material: string;
  unit: string;
  errors: Record<string, string>;
}>();
const entered = defineModel<TypedLabel>({ required: true });

const classes = useStrengthClasses();
const read = useReadLabel();
const { errors: amiss } = useTrouble(read.error);
const text = ref("");
const found = ref<LabelRead | null>(null);
const strengths = computed(() => [
  { key: "", name: "it does not say" },
  ...(classes.data.value ?? []),
]);
/** How its strength is said: by a word, or in %. */
const said = ref(entered.value.active_low ? "percent" : "word");
const HOW = [
  { value: "word", label: "by its name" },
  { value: "percent", label: "in %" },
];

async function take(): Promise<void> {
  const answer = await read.mutateAsync({ text: text.value, material }).catch(() => null);
  if (!answer) return;
  found.value = answer;
  const now = plainOf(answer.label);
  for (const name of Object.keys(now) as (keyof TypedLabel)[]) {
    if (now[name]) entered.value[name] = now[name];
  }
  said.value = entered.value.active_low ? "percent" : "word";
}
</script>

<template>
  <fieldset class="whole label">
    <legend class="font-serif font-title text-xl leading-snug p-0">From its label</legend>
    <TextField
      v-model="text"
      label="Paste what it says: front, directions, ingredients"
      :rows="3"
      :error="amiss['text']"
      hint="pH, strength, dose and ingredients are read from it. What it does not say stays wide."
    />
    <div class="row">
      <Button
        type="button"
        label="Read the label"
        variant="outlined"
        :disabled="!text.trim() || read.isPending.value"
        @click="take"
      />
      <span v-if="found" role="status">
        Read: {{ found.ingredients.length }} ingredients{{
          found.unread.length ? `, ${found.unread.length} of them not known here` : ""
        }}{{ found.strength_name ? ` · ${found.strength_name}` : "" }}
      </span>
    </div>
    <div class="grid grid-cols-[1fr_1fr] gap-x-4 gap-y-3 phone:grid-cols-1">
      <div class="grid grid-cols-[1fr_1fr] gap-2">
        <TextField
          v-model="entered.ph_low"
          label="pH from"
          decimal
          :error="errors['label.ph_low']"
        />
        <TextField v-model="entered.ph_high" label="to" decimal :error="errors['label.ph_high']" />
      </div>
      <TextField
        v-model="entered.dose"
        :label="`A wash takes, ${unit}`"
        decimal
        :error="errors['label.dose']"
      />
      <div>
        <p class="quiet">How strong it is</p>
        <ChoiceRow v-model="said" :choices="HOW" label="How its strength is said" />
      </div>
      <PickField
        v-if="said === 'word'"
        v-model="entered.strength"
        label="It is"
        :options="strengths"
        by="key"
        :error="errors['label.strength']"
      />
      <div v-else class="grid grid-cols-[1fr_1fr] gap-2">
        <TextField
          v-model="entered.active_low"
          label="washing agents from, %"
          decimal
          :error="errors['label.active_low']"
        />
        <TextField
          v-model="entered.active_high"
          label="to, %"
          decimal
          :error="errors['label.active_high']"
        />
      </div>
    </div>
    <TextField
      v-model="entered.ingredients"
      label="Ingredients, as they stand there"
      :rows="2"
      :error="errors['label.ingredients']"
      hint="In this order: what is first there is most of. Checked against every head’s allergies."
    />
    <template v-if="found">
      <IngredientList :ingredients="found.ingredients" />
      <p v-for="doubt in found.doubts" :key="doubt" class="quiet">{{ doubt }}</p>
    </template>
  </fieldset>
</template>

<style scoped>
.label {
  display: grid;
  gap: 12px;
  border: 0;
  border-left: 3px solid var(--hairline);
  padding: 0 0 0 16px;
  margin: 0;
  min-width: 0;
}
</style>
