<script setup lang="ts">
/** How much of the scalp's oil is lifted: a scale with its grades, the range as a lozenge, and what is asked. */
import { computed } from "vue";
import type { Figure } from "@/api/client";
import { percents } from "./words";

const { lift, asked = null } = defineProps<{ lift: Figure; asked?: Figure | null }>();
const WIDE = 340;
const x = (share: number) => 4 + share * (WIDE - 8);
const lozenge = computed(() => {
  const [low, middle, high] = [x(lift.low), x(lift.value), x(lift.high)];
  return `M${low} 22 Q${middle} 6 ${high} 22 Q${middle} 38 ${low} 22 Z`;
});
const GRADES = [0.22, 0.38, 0.55, 0.73, 0.9];
</script>

<template>
  <svg :viewBox="`0 -10 ${WIDE} 66`" role="img" :aria-label="`Lifts ${percents(lift)} of the oil`">
    <path class="base" :d="`M4 22 H${WIDE - 4}`" />
    <path v-for="grade in GRADES" :key="grade" class="tick" :d="`M${x(grade)} 16 v12`" />
    <rect
      v-if="asked"
      class="asked"
      :x="x(asked.low)"
      y="10"
      :width="x(asked.high) - x(asked.low)"
      height="24"
      rx="4"
    />
    <path class="range" :d="lozenge" />
    <path class="middle" :d="`M${x(lift.value)} 12 v20`" />
    <text x="4" y="52">none</text>
    <text v-if="asked" :x="x((asked.low + asked.high) / 2)" y="3" text-anchor="middle">asked</text>
    <text :x="WIDE - 4" y="52" text-anchor="end">all of it</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 360px;
  display: block;
}

.base {
  stroke: var(--stem);
  stroke-width: 1.5;
}

.tick {
  stroke: var(--stem);
  stroke-width: 1;
}

.asked {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.range {
  fill: var(--vein);
  opacity: 0.35;
}

.middle {
  stroke: var(--vein);
  stroke-width: 2.5;
}

text {
  font-size: 14px;
  fill: var(--stem);
}
</style>
