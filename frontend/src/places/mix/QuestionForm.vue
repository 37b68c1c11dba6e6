<script setup lang="ts">
/** The question, put as a sentence: this acid, this water, so much, at this pH, used like that. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import type { Choices, Lot, Water } from "@/api/client";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FieldRow from "@/parts/FieldRow.vue";
import type { Question } from "./question";

const { lots, waters, choices, errors } = defineProps<{
  lots: Lot[];
  waters: Water[];
  choices: Choices;
  errors: Record<string, string>;
}>();
const question = defineModel<Question>({ required: true });

const USES = [
  { value: "rinsed_out" as const, label: "Rinsed out" },
  { value: "left_in" as const, label: "Left in" },
];
</script>

<template>
  <form class="question" @submit.prevent>
    <FieldRow label="Acid from the shelf" :error="errors['acid']" class="wide">
      <template #aside>
        <RouterLink
          v-if="lots.some((lot) => lot.id === question.acid)"
          :to="{ path: '/shelf', query: { change: `lot-${question.acid}` } }"
        >
          Change its strength
        </RouterLink>
      </template>
      <template #default="field">
        <Select
          v-model="question.acid"
          :options="lots"
          option-label="name"
          option-value="id"
          :label-id="field.id"
          :aria-labelledby="field.labelled"
          :invalid="field.invalid"
          placeholder="Choose one"
        />
      </template>
    </FieldRow>
    <FieldRow label="in this water" :error="errors['water']" class="wide">
      <template #aside>
        <RouterLink
          v-if="waters.some((water) => water.id === question.water)"
          :to="{ path: '/shelf', query: { change: `water-${question.water}` } }"
        >
          Change its figures
        </RouterLink>
      </template>
      <template #default="field">
        <Select
          v-model="question.water"
          :options="waters"
          option-label="name"
          option-value="id"
          :label-id="field.id"
          :aria-labelledby="field.labelled"
          :invalid="field.invalid"
          placeholder="Choose one"
        />
      </template>
    </FieldRow>
    <FieldRow v-slot="field" label="How much rinse" :error="errors['volume'] ?? errors['unit']">
      <div class="pair">
        <InputText
          :id="field.id"
          v-model="question.volume"
          inputmode="decimal"
          autocomplete="off"
          :invalid="field.invalid"
          :aria-describedby="field.described"
        />
        <Select v-model="question.unit" :options="choices.units" aria-label="Unit of volume" />
      </div>
    </FieldRow>
    <FieldRow v-slot="field" label="Aim at pH" :error="errors['aim']">
      <InputText
        :id="field.id"
        v-model="question.aim"
        inputmode="decimal"
        autocomplete="off"
        class="short"
        :invalid="field.invalid"
        :aria-describedby="field.described"
      />
    </FieldRow>
    <div class="aims">
      <span class="quiet small">or at the</span>
      <button
        v-for="aim in choices.aims"
        :key="aim.key"
        type="button"
        :title="aim.why"
        :class="{ on: Number(question.aim.replace(',', '.')) === aim.ph }"
        @click="question.aim = String(aim.ph)"
      >
        {{ aim.name.toLowerCase() }} <strong>{{ aim.ph }}</strong>
      </button>
    </div>
    <div class="use">
      <ChoiceRow v-model="question.use" :choices="USES" label="How it is used" />
      <FieldRow
        v-if="question.use === 'rinsed_out'"
        v-slot="field"
        label="after minutes"
        :error="errors['minutes']"
      >
        <InputText
          :id="field.id"
          v-model="question.minutes"
          inputmode="decimal"
          autocomplete="off"
          class="short"
          :invalid="field.invalid"
          :aria-describedby="field.described"
        />
      </FieldRow>
    </div>
  </form>
</template>

<style scoped>
.question {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 16px;
}

.wide {
  grid-column: span 2;
}

.question > :nth-child(3) {
  grid-column: span 2;
}

.pair {
  display: grid;
  grid-template-columns: minmax(64px, 1fr) 104px;
  gap: 8px;
}

.short {
  width: 84px;
}

.aims {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}

.aims button {
  border: 0;
  border-bottom: 2px dotted var(--vein);
  padding: 2px 0;
  background: none;
  color: var(--vein);
  font: inherit;
  cursor: pointer;
}

.aims .on {
  border-bottom-style: solid;
}

.use {
  grid-column: 1 / -1;
  display: flex;
  gap: 20px;
  align-items: end;
  flex-wrap: wrap;
}

.use :deep(.field) {
  grid-template-columns: auto auto;
  align-items: center;
  gap: 4px 10px;
}

@media (max-width: 760px) {
  .question {
    grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
    gap: 10px 12px;
  }

  .question > :nth-child(3) {
    grid-column: span 1;
  }

  .pair {
    grid-template-columns: minmax(64px, 1fr) 92px;
  }

  .use {
    gap: 12px;
  }
}
</style>
