<script setup lang="ts">
/** The question: what goes into the jug, how full, at which pH, and how it is used. */
import Select from "primevue/select";
import { computed } from "vue";
import type { Asks, Choices, HeadRow, Mix, Supply, Vessel } from "@/api/types";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { ph, span } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import type { Question } from "./address";
import { setHow } from "./lines";
import LineList from "./LineList.vue";

const { answer, heads, vessels, asks, choices, errors } = defineProps<{
  known: Supply[];
  answer: Mix | undefined;
  heads: HeadRow[];
  vessels: Vessel[];
  /** What the head that it is for asks for, once that is known. */
  asks: Asks | undefined;
  choices: Choices;
  errors: Record<string, string>;
}>();
const question = defineModel<Question>({ required: true });

const USES = [
  { value: "rinsed_out" as const, label: "Rinsed out" },
  { value: "left_in" as const, label: "Left in" },
];
const ANY = { id: null, name: "any that is big enough", volume: 0 };
const bowls = computed(() => [
  ANY,
  ...vessels.map((one) => ({ ...one, name: `${one.name}, ${one.volume} mL` })),
]);
const fills = computed(() => question.value.lines.some((line) => line.how === "fill"));

const NOBODY = { id: null, name: "nobody in particular" };
const people = computed(() => [NOBODY, ...heads]);
const asked = computed(() => (asks?.rinse.kind === "acid" ? asks.rinse : undefined));

/** With nothing to aim for there is nothing to work out: what was worked out stands as it is. */
function justLook(): void {
  const open = question.value.lines.findIndex((line) => line.how === "solve");
  if (open >= 0) setHow(question.value.lines, open, "amount", answer);
  question.value.aim = "";
}

/** Put the question as this head asks for it. */
function take(): void {
  if (!asked.value) return;
  question.value.aim = String(asked.value.ph.value);
  question.value.use = asked.value.use;
  question.value.minutes = String(asked.value.minutes.high);
  question.value.volume = String(asked.value.pour);
  question.value.unit = "mL";
}
</script>

<template>
  <form class="question" @submit.prevent>
    <PickField
      v-if="heads.length"
      v-model="question.head"
      label="For"
      :options="people"
      by="id"
      :placeholder="NOBODY.name"
      :error="errors['head']"
      class="wide"
    >
      <RouterLink v-if="question.head" :to="`/heads/${question.head}`"
        >Look at this head</RouterLink
      >
    </PickField>
    <PickField
      v-if="vessels.length"
      v-model="question.vessel"
      label="In"
      :options="bowls"
      by="id"
      :placeholder="ANY.name"
      :error="errors['vessel']"
      class="wide"
    />
    <p v-if="asks" class="whole asks col-span-full">
      <template v-if="asked">
        It asks for pH {{ ph(asked.ph.value) }}, {{ span(ph(asked.ph.low), ph(asked.ph.high)) }}.
        <button type="button" @click="take">Take that</button>
      </template>
      <template v-else-if="asks">It asks for plain water today.</template>
    </p>
    <LineList v-model="question.lines" :known="known" :answer="answer" :errors="errors" />
    <TextField
      v-if="fills"
      v-model="question.volume"
      label="Fill it to"
      decimal
      :error="errors['volume'] ?? errors['unit']"
      class="wide volume"
    >
      <Select v-model="question.unit" :options="choices.units" aria-label="Unit of volume" />
    </TextField>
    <p v-else-if="errors['volume']" class="wide error" role="alert">{{ errors["volume"] }}</p>
    <TextField v-model="question.aim" label="Aim at pH" decimal short :error="errors['aim']" />
    <div class="aims">
      <span class="quiet small">or at the</span>
      <button
        v-for="aim in choices.aims"
        :key="aim.key"
        type="button"
        :title="aim.why"
        :class="{ on: question.aim && Number(question.aim.replace(',', '.')) === aim.ph }"
        @click="question.aim = String(aim.ph)"
      >
        {{ aim.name.toLowerCase() }} <strong>{{ aim.ph }}</strong>
      </button>
      <button type="button" :class="{ on: question.aim === '' }" @click="justLook">no aim</button>
    </div>
    <div class="use">
      <ChoiceRow v-model="question.use" :choices="USES" label="How it is used" />
      <TextField
        v-if="question.use === 'rinsed_out'"
        v-model="question.minutes"
        label="after minutes"
        decimal
        short
        :error="errors['minutes']"
      />
      <label v-if="question.use === 'rinsed_out'" class="last">
        <input v-model="question.last" type="checkbox" /> this is the last step
      </label>
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

.asks button,
.aims button {
  border: 0;
  border-bottom: 2px dotted var(--vein);
  padding: 2px 0;
  background: none;
  color: var(--vein);
  font: inherit;
  cursor: pointer;
}

.aims {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

.aims .on {
  border-bottom-style: solid;
}

.use {
  grid-column: 1 / -1;
  display: flex;
  gap: 8px 16px;
  align-items: center;
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

  .volume {
    grid-column: span 1;
  }

  .use {
    gap: 12px;
  }
}
</style>
