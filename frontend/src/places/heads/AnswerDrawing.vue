<script setup lang="ts">
/** What an answer looks like: length, density, one strand, how it grows, how it takes up water. */
import { computed, useId } from "vue";

const { question, answer } = defineProps<{ question: string; answer: string }>();

const clip = useId();

const ENDS: Record<string, number> = {
  cropped: 17,
  jaw: 29,
  shoulder: 40,
  chest: 50,
  waist: 64,
  hip: 76,
};
const end = computed(() => ENDS[answer] ?? 40);

const PARTING: Record<string, { gap: number; lines: number; heavy: number }> = {
  low: { gap: 7, lines: 5, heavy: 1 },
  medium: { gap: 3, lines: 9, heavy: 1.3 },
  high: { gap: 1, lines: 14, heavy: 1.7 },
};
const parting = computed(() => PARTING[answer] ?? { gap: 3, lines: 9, heavy: 1.3 });
/** Strands combed to both sides of the parting, seen from above. */
const combed = computed(() => {
  const { gap, lines } = parting.value;
  return Array.from({ length: lines }, (_, i) => {
    const y = 12 + (i * 56) / (lines - 1);
    const sag = 6 + Math.abs(y - 40) / 6;
    return `M${30 - gap} ${y} q-10 ${sag / 3} -20 ${sag} M${30 + gap} ${y} q10 ${sag / 3} 20 ${sag}`;
  }).join(" ");
});

const ACROSS: Record<string, number> = { fine: 1.2, medium: 2.4, coarse: 4 };

const GROWTH: Record<string, string> = {
  straight: "M30 6 C30 30 30 50 30 74",
  wavy: "M30 6 C42 16 18 26 30 38 C42 48 18 60 30 74",
  curly: "M30 6 C48 10 46 24 30 22 C14 20 14 34 30 36 C48 38 46 52 30 50 C14 48 14 64 30 74",
  coily:
    "M30 6 c12 0 12 10 0 9 c-12 0 -12 9 0 9 c12 0 12 10 0 9 c-12 0 -12 9 0 9 c12 0 12 10 0 9 c-12 0 -12 9 0 9 c12 0 10 8 0 10",
};

const RAISED: Record<string, number> = { low: 1, medium: 4, high: 9 };
/** The scales along a strand, lying flat or standing up. */
const scales = computed(() => {
  const up = RAISED[answer] ?? 4;
  return [14, 26, 38, 50, 62].map((y) => `M22 ${y} l${-up} 7 M38 ${y} l${up} 7`).join(" ");
});
</script>

<template>
  <svg viewBox="0 0 60 80" aria-hidden="true">
    <template v-if="question === 'length'">
      <path class="body" d="M8 78 C9 56 16 46 26 44 L26 34 L34 34 L34 44 C44 46 51 56 52 78" />
      <path
        class="hair"
        :d="`M30 5 C17 5 14 16 ${end > 20 ? 13 : 17} ${end} L${end > 20 ? 21 : 21} ${end} C20 22 22 15 30 14 C38 15 40 22 39 ${end} L${end > 20 ? 47 : 43} ${end} C46 16 43 5 30 5 Z`"
      />
      <ellipse class="face" cx="30" cy="22" rx="9" ry="12" />
      <path
        class="hair"
        d="M30 6 C22 6 19 12 20 17 C25 16 28 13 30 11 C32 13 35 16 40 17 C41 12 38 6 30 6 Z"
      />
    </template>
    <template v-else-if="question === 'density'">
      <clipPath :id="clip"><ellipse cx="30" cy="40" rx="24" ry="34" /></clipPath>
      <ellipse class="face" cx="30" cy="40" rx="24" ry="34" />
      <path
        :clip-path="`url(#${clip})`"
        class="strands"
        :d="combed"
        :stroke-width="parting.heavy"
      />
    </template>
    <template v-else-if="question === 'strand'">
      <path class="thread" d="M18 6 V74" />
      <path class="one" d="M42 6 V74" :stroke-width="ACROSS[answer]" />
    </template>
    <path v-else-if="question === 'curl'" class="one" :d="GROWTH[answer]" stroke-width="2.6" />
    <template v-else-if="question === 'porosity'">
      <path class="shaft" d="M22 6 V74 H38 V6 Z" />
      <path class="one" :d="scales" stroke-width="1.8" />
      <path
        v-if="answer === 'low'"
        class="drop"
        d="M47 30 c5 7 6 9 6 12 a6 6 0 0 1 -12 0 c0 -3 1 -5 6 -12 Z"
      />
      <path v-else-if="answer === 'medium'" class="drop" d="M30 34 q9 6 0 14 q-9 -8 0 -14 Z" />
      <path v-else class="drop" d="M23 34 H37 V70 H23 Z" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  width: 52px;
  height: 70px;
  display: block;
}

.face,
.shaft {
  fill: var(--paper);
  stroke: var(--stem);
  stroke-width: 1.4;
}

.body {
  fill: none;
  stroke: var(--stem);
  stroke-width: 1.6;
}

.hair {
  fill: var(--vein);
}

.strands,
.one {
  fill: none;
  stroke: var(--vein);
  stroke-linecap: round;
}

.thread {
  stroke: var(--throat);
  stroke-width: 9;
  stroke-dasharray: 5 1.5;
}

.drop {
  fill: var(--water);
  stroke: var(--stem);
  stroke-width: 1;
  opacity: 0.85;
}
</style>
