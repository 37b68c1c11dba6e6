<script setup lang="ts">
/** A small lying pH scale, 2 to 10: a range as a bar, a reading as a dot. For lists. */
import { computed } from "vue";
import type { Figure } from "@/api/types";
import { ph, RAMP, range } from "./ph";

const { predicted, reading = null } = defineProps<{
  predicted: Figure;
  reading?: Figure | null;
}>();

const LOW = 2;
const HIGH = 10;
const x = (value: number) => ((Math.min(Math.max(value, LOW), HIGH) - LOW) / (HIGH - LOW)) * 160;
const wide = computed(() => Math.max(x(predicted.high) - x(predicted.low), 4));
const words = computed(
  () =>
    `pH ${ph(predicted.value)}, likely ${range(predicted)}` +
    (reading ? `; strip read ${ph(reading.value)}` : ""),
);
const blocks = RAMP.slice(0, -1).map(([at, colour], i) => ({
  colour,
  at: x(at),
  wide: x(RAMP[i + 1]?.[0] ?? HIGH) - x(at),
}));
</script>

<template>
  <svg viewBox="0 0 160 24" class="strip w-40 h-6 flex-none" role="img" :aria-label="words">
    <rect
      v-for="block in blocks"
      :key="block.at"
      :x="block.at"
      y="6"
      :width="block.wide"
      height="4"
      :fill="block.colour"
    />
    <rect :x="x(predicted.low)" y="3" :width="wide" height="10" rx="5" class="lozenge" />
    <circle v-if="reading" :cx="x(reading.value)" cy="19" r="4" class="reading" />
  </svg>
</template>

<style scoped>
.lozenge {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2;
}

.reading {
  fill: var(--throat);
  stroke: #241c33;
  stroke-width: 1.5;
}
</style>
