<script setup lang="ts">
/** The reading: whether the aim is met, the pH with its range, why, and what to beware of. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { Choices, Figure, Mix, SpoonVersion, Ways } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import type { Passed } from "@/parts/passed";
import { ph, range, said, span } from "@/parts/ph";
import NextReadings from "./NextReadings.vue";
import PhRail from "@/parts/PhRail.vue";
import StopGate from "@/parts/StopGate.vue";
import SpoonLine from "./SpoonLine.vue";
import { kindOf } from "@/parts/figures";

const { mix, ways, choices, busy, trouble } = defineProps<{
  mix: Mix;
  /** The rest of the answer, which comes a little later. */
  ways: Ways | undefined;
  aim: number | null;
  choices: Choices;
  stale: boolean;
  busy: boolean;
  trouble: string;
  /** Whom it is for, null for nobody in particular. */
  head: number | null;
  /** Why limits are stricter for the head that it is for. */
  stricter: { id: string; why: string }[];
  /** The band of pH that this head asks for. */
  asked: Figure | null;
}>();
const emit = defineEmits<{
  aim: [value: number];
  pour: [passed: Passed];
  spoon: [version: SpoonVersion];
}>();

const passed = ref<Passed | null>(null);
const grave = computed(() => mix.cautions.filter((caution) => caution.level !== "note"));
const notes = computed(() => mix.cautions.filter((caution) => caution.level === "note"));
const stopped = computed(() => grave.value.some((caution) => caution.level === "stop"));
const tone = computed(() => {
  if (stopped.value || mix.verdict === "as_it_is") return "";
  return mix.verdict === "reached" || mix.verdict === "loosely" ? "met" : "unmet";
});
const mostly = computed(() => mix.doubts[0]);
</script>

<template>
  <section :class="['reading', { stale }]" aria-label="Reading" aria-live="polite">
    <div class="head">
      <PhRail
        :scale="choices"
        :predicted="mix.ph"
        :aim="aim"
        :asked="asked"
        :movable="mix.open !== null"
        @aim="emit('aim', $event)"
      />
      <div class="words">
        <p class="leading-none">
          <span class="unit font-serif font-title text-3xl leading-none text-stem">pH</span>
          <span class="big font-serif font-title text-[4rem] leading-none">{{
            ph(mix.ph.value)
          }}</span>
        </p>
        <p>
          likely {{ range(mix.ph) }} <span class="text-stem italic">{{ kindOf(mix.ph) }}</span>
        </p>
        <p :class="['headline', tone]">{{ mix.headline }}</p>
      </div>
      <div class="words phone:col-span-full">
        <p>{{ mix.reason }}</p>
        <p v-if="mostly" class="quiet">What makes it unsure is mostly {{ mostly.what }}.</p>
      </div>
    </div>

    <CautionList v-if="grave.length" :cautions="grave" />
    <details class="why">
      <summary>Why this range?</summary>
      <p v-if="mix.doubts.length === 0">Nothing here is in doubt.</p>
      <ul>
        <li v-for="doubt in mix.doubts" :key="doubt.what">
          <strong>{{ Math.round(doubt.share * 100) }} %</strong> of the doubt is {{ doubt.what }}.
          <span class="quiet">{{ doubt.advice }}</span>
        </li>
      </ul>
      <p class="quiet small">
        Two thousand mixes were worked out, each with a bottle, water and spoon as they could well
        be; nine in ten fall in the range.
      </p>
    </details>
    <details v-if="ways" class="why">
      <summary>What to measure next</summary>
      <NextReadings :next="ways.next" :now="mix.ph.high - mix.ph.low" />
    </details>
    <details class="why">
      <summary>How easily does the pH drift? It {{ mix.drift }}.</summary>
      <p>
        It takes <strong>{{ said(mix.buffer.value) }} mmol</strong> of alkali to move a litre of it
        by one unit of pH, likely {{ span(said(mix.buffer.low), said(mix.buffer.high)) }}. All the
        acid in it, free or turned to salt, is
        <strong>{{ said(mix.acid.value) }} {{ mix.acid.unit }}</strong
        >, likely {{ span(said(mix.acid.low), said(mix.acid.high)) }}. Both are {{ mix.acid.kind }}.
      </p>
      <p v-if="mix.cost !== null">
        What goes in costs about {{ mix.currency }}{{ mix.cost.toFixed(2) }}.
      </p>
    </details>
    <SpoonLine v-if="ways?.spoons" :version="ways.spoons" @take="emit('spoon', ways.spoons)" />

    <details v-if="stricter.length" class="why">
      <summary>Limits here are stricter for this head</summary>
      <ul>
        <li v-for="row in stricter" :key="row.id">{{ row.why }}</li>
      </ul>
    </details>
    <div class="pour">
      <StopGate id="stop" v-model="passed" :cautions="grave" :head="head" />
      <Button
        class="now"
        label="I am mixing this"
        :disabled="!passed || busy"
        :aria-describedby="stopped ? 'stop' : undefined"
        @click="passed && emit('pour', passed)"
      />
      <p v-if="trouble" class="text-madder" role="alert">{{ trouble }}</p>
    </div>

    <h2>Take care</h2>
    <CautionList :cautions="notes" />
  </section>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 16px;
  align-content: start;
}

.head {
  display: grid;
  grid-template: auto 1fr / 200px minmax(0, 1fr);
  gap: 8px;
}

.head > :first-child {
  grid-row: span 2;
}

.words {
  display: grid;
  gap: 8px;
  align-content: start;
}

@media (max-width: 760px) {
  .head > :first-child {
    grid-row: auto;
  }
}

.headline {
  font: 560 1.15rem/1.3 var(--serif);
  margin-top: 8px;
}

.met {
  color: var(--leaf);
}

.unmet {
  color: var(--madder);
}

.why summary {
  cursor: pointer;
  color: var(--vein);
}

.why ul {
  margin: 8px 0;
  padding-left: 20px;
}

.pour {
  display: grid;
  gap: 8px;
  justify-items: start;
}

.now.p-button {
  font-size: 1.0625rem;
}
</style>
