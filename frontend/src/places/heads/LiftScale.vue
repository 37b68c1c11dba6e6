<script setup lang="ts">
/** How much of the oil to lift: a leaf from nothing to all of it, the range as a soft lozenge. */
import { computed } from "vue";
import type { Figure } from "@/api/client";

const { lift } = defineProps<{ lift: Figure }>();
const WIDE = 300;
const x = (share: number) => 4 + share * (WIDE - 8);
const lozenge = computed(() => {
  const [low, middle, high] = [x(lift.low), x(lift.value), x(lift.high)];
  return `M${low} 14 Q${middle} 0 ${high} 14 Q${middle} 28 ${low} 14 Z`;
});
const percent = (share: number) => Math.round(share * 100);
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDE} 42`"
    role="img"
    :aria-label="`Lift ${percent(lift.low)} to ${percent(lift.high)} % of the oil`"
  >
    <path class="leaf" :d="`M4 14 Q${WIDE / 2} 4 ${WIDE - 4} 14 Q${WIDE / 2} 24 4 14 Z`" />
    <path v-for="tick in [0.25, 0.5, 0.75]" :key="tick" class="tick" :d="`M${x(tick)} 10 v8`" />
    <path class="range" :d="lozenge" />
    <path class="middle" :d="`M${x(lift.value)} 6 v16`" />
    <text x="4" y="38">leave it all</text>
    <text :x="WIDE - 4" y="38" text-anchor="end">lift it all</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 340px;
  display: block;
}

.leaf {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 1.4;
}

.tick {
  stroke: var(--stem);
  stroke-width: 1;
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
