<script setup lang="ts">
/** The question, put as a sentence: this acid, this water, so much, at this pH, used like that. */
import Select from "primevue/select";
import { computed } from "vue";
import type { Asks, Choices, HeadRow, Lot, Water } from "@/api/client";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { ph } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import type { Question } from "./question";

const { lots, waters, heads, asks, choices, errors } = defineProps<{
  lots: Lot[];
  waters: Water[];
  heads: HeadRow[];
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

const NOBODY = { id: null, name: "nobody in particular" };
const people = computed(() => [NOBODY, ...heads]);
const asked = computed(() => (asks?.rinse.kind === "acid" ? asks.rinse : undefined));

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
    <p v-if="heads.length" class="wide asks">
      <template v-if="asked">
        It asks for pH {{ ph(asked.ph.value) }}, {{ ph(asked.ph.low) }} to {{ ph(asked.ph.high) }}.
        <button type="button" @click="take">Take that</button>
      </template>
      <template v-else-if="asks">It asks for plain water today.</template>
    </p>
    <PickField
      v-model="question.acid"
      label="Acid from the shelf"
      :options="lots"
      by="id"
      :error="errors['acid']"
      class="wide"
    >
      <RouterLink
        v-if="lots.some((lot) => lot.id === question.acid)"
        :to="{ path: '/shelf', query: { change: `acid-${question.acid}` } }"
      >
        Change its strength
      </RouterLink>
    </PickField>
    <PickField
      v-model="question.water"
      label="in this water"
      :options="waters"
      by="id"
      :error="errors['water']"
      class="wide"
    >
      <RouterLink
        v-if="waters.some((water) => water.id === question.water)"
        :to="{ path: '/shelf', query: { change: `water-${question.water}` } }"
      >
        Change its figures
      </RouterLink>
    </PickField>
    <TextField
      v-model="question.volume"
      label="How much rinse"
      decimal
      :error="errors['volume'] ?? errors['unit']"
      class="wide volume"
    >
      <Select v-model="question.unit" :options="choices.units" aria-label="Unit of volume" />
    </TextField>
    <TextField v-model="question.aim" label="Aim at pH" decimal short :error="errors['aim']" />
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
      <TextField
        v-if="question.use === 'rinsed_out'"
        v-model="question.minutes"
        label="after minutes"
        decimal
        short
        :error="errors['minutes']"
      />
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

.asks {
  align-self: end;
  padding-bottom: 9px;
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
  gap: 4px 18px;
  align-items: baseline;
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

  .volume {
    grid-column: span 1;
  }

  .use {
    gap: 12px;
  }
}
</style>
