<script setup lang="ts">
/** The reading: whether the aim is met, the pH with its range, why, and what to beware of. */
import Button from "primevue/button";
import { computed, ref, watch } from "vue";
import type { Choices, Rinse } from "@/api/client";
import CautionList from "@/parts/CautionList.vue";
import { ph, range, said } from "@/parts/ph";
import PhRail from "@/parts/PhRail.vue";

const { rinse, choices, busy, trouble } = defineProps<{
  rinse: Rinse;
  aim: number;
  choices: Choices;
  stale: boolean;
  busy: boolean;
  trouble: string;
}>();
const emit = defineEmits<{ aim: [value: number]; pour: [stops: string[]] }>();

const stops = computed(() => rinse.cautions.filter((caution) => caution.level === "stop"));
const forbidden = computed(() => stops.value.some((stop) => !stop.overridable));
const passed = ref(false);
watch(
  () => stops.value.map((stop) => stop.id).join(),
  () => (passed.value = false),
);
const ready = computed(() => !forbidden.value && (stops.value.length === 0 || passed.value));
const met = computed(() => rinse.verdict === "reached" || rinse.verdict === "loosely");

function pour(): void {
  emit(
    "pour",
    stops.value.map((stop) => stop.id),
  );
}
</script>

<template>
  <section :class="['reading', { stale }]" aria-label="Reading" aria-live="polite">
    <div class="head">
      <PhRail
        :scale="choices"
        :predicted="rinse.ph"
        :aim="aim"
        movable
        @aim="emit('aim', $event)"
      />
      <div class="words">
        <p class="figure">
          <span class="unit">pH</span> <span class="big">{{ ph(rinse.ph.value) }}</span>
        </p>
        <p>
          likely {{ range(rinse.ph) }} <span class="kind">{{ rinse.ph.kind }}</span>
        </p>
        <p :class="['headline', met ? 'met' : 'unmet']">{{ rinse.headline }}</p>
        <p>{{ rinse.reason }}</p>
      </div>
    </div>

    <details class="why">
      <summary>Why this range?</summary>
      <p v-if="rinse.doubts.length === 0">Nothing here is in doubt.</p>
      <ul>
        <li v-for="doubt in rinse.doubts" :key="doubt.what">
          <strong>{{ Math.round(doubt.share * 100) }} %</strong> of the doubt is {{ doubt.what }}.
          <span class="quiet">{{ doubt.advice }}</span>
        </li>
      </ul>
      <p class="quiet small">
        Two thousand mixes were worked out, each with a bottle, water and spoon as they could well
        be; nine in ten fall in the range.
      </p>
    </details>
    <details class="why">
      <summary>How well does it hold its pH?</summary>
      <p>
        It takes <strong>{{ said(rinse.buffer.value) }} mmol</strong> of alkali to move a litre of
        it by one unit of pH, likely {{ said(rinse.buffer.low) }} to {{ said(rinse.buffer.high) }}.
        All the acid in it, free or turned to salt, is
        <strong>{{ said(rinse.acid.value) }} {{ rinse.acid.unit }}</strong
        >, likely {{ said(rinse.acid.low) }} to {{ said(rinse.acid.high) }}. Both are
        {{ rinse.acid.kind }}.
      </p>
    </details>

    <div class="pour">
      <label v-if="stops.length && !forbidden" class="pass">
        <input v-model="passed" type="checkbox" />
        It is for my own scalp, I am an adult, and I have read why not.
      </label>
      <Button
        class="now"
        label="I am mixing this"
        :disabled="!ready || busy"
        :aria-describedby="forbidden ? 'forbidden' : undefined"
        @click="pour"
      />
      <p v-if="forbidden" id="forbidden" class="forbidden">Not this one: see the stop below.</p>
      <p v-if="trouble" class="forbidden" role="alert">{{ trouble }}</p>
    </div>

    <h2>Take care</h2>
    <CautionList :cautions="rinse.cautions" />
  </section>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 16px;
  align-content: start;
}

.stale {
  opacity: 0.55;
}

.head {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  gap: 8px;
}

.words {
  display: grid;
  gap: 8px;
  align-content: start;
}

.figure {
  line-height: 1;
}

.big {
  font: 560 4rem/1 var(--serif);
}

.unit {
  font: 560 1.5rem/1 var(--serif);
  color: var(--stem);
}

.kind {
  color: var(--stem);
  font-style: italic;
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

.pass {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.now.p-button {
  background: var(--throat);
  border-color: var(--throat);
  color: var(--on-throat);
  font-size: 1.0625rem;
}

.now.p-button:not(:disabled):hover {
  background: var(--throat-strong);
  border-color: var(--throat-strong);
  color: var(--on-throat);
}

.forbidden {
  color: var(--madder);
}
</style>
