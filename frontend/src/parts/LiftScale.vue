<script setup lang="ts">
/** How much of the oil is lifted: a leaf from nothing to all of it, the range as a soft lozenge. */
import { span } from "@/parts/ph";
import { computed } from "vue";
import type { Figure } from "@/api/types";

const {
  lift,
  asked = null,
  says = "Wash out",
} = defineProps<{
  lift: Figure;
  /** What a head asks for, where that is another thing than what is done. */
  asked?: Figure | null;
  says?: string;
}>();
const WIDE = 300;
const x = (share: number) => 4 + share * (WIDE - 8);
const lozenge = computed(() => {
  const [low, middle, high] = [x(lift.low), x(lift.value), x(lift.high)];
  return `M${low} 14 Q${middle} 0 ${high} 14 Q${middle} 28 ${low} 14 Z`;
});
const percent = (share: number) => Math.round(share * 100);
const words = computed(
  () =>
    `${says} ${span(percent(lift.low), percent(lift.high))} % of the oil` +
    (asked ? `; ${span(percent(asked.low), percent(asked.high))} % is asked for` : ""),
);
</script>

<template>
  <svg :viewBox="`0 ${asked ? -14 : 0} ${WIDE} ${asked ? 56 : 42}`" role="img" :aria-label="words">
    <path class="leaf" :d="`M4 14 Q${WIDE / 2} 4 ${WIDE - 4} 14 Q${WIDE / 2} 24 4 14 Z`" />
    <path v-for="tick in [0.25, 0.5, 0.75]" :key="tick" class="tick" :d="`M${x(tick)} 10 v8`" />
    <template v-if="asked">
      <rect
        class="asked"
        :x="x(asked.low)"
        y="3"
        :width="x(asked.high) - x(asked.low)"
        height="22"
        rx="4"
      />
      <text :x="x((asked.low + asked.high) / 2)" y="-2" text-anchor="middle">asked</text>
    </template>
    <path class="range" :d="lozenge" />
    <path class="middle" :d="`M${x(lift.value)} 6 v16`" />
    <text x="4" y="38">leave it all</text>
    <text :x="WIDE - 4" y="38" text-anchor="end">wash it all out</text>
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
