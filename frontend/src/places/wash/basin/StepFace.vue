<script setup lang="ts">
/** One step, large: what is to do, its one number, or the clock that it waits for, and how. */
import { computed } from "vue";
import type { BasinClock, BasinStep } from "@/api/types";
import { clock } from "@/parts/clocks";

const { clocks, step, pause } = defineProps<{
  clocks: BasinClock[];
  step: BasinStep;
  /** Seconds left of a pause that is only waited for. */
  pause: number | null;
}>();
/** Seconds until what this step waits for is up: the last of it to go on says when. */
const waits = computed(() => {
  const on = clocks.filter((one) => !one.off && step.waits.includes(one.link));
  return on.length ? Math.max(...on.map((one) => one.meant - (one.seconds.at(-1) ?? 0))) : null;
});
const left = computed(() => waits.value ?? (step.lasts ? (pause ?? step.lasts) : null));
</script>

<template>
  <div class="step" aria-live="polite">
    <h1>{{ step.title }}</h1>
    <p v-if="step.number" class="number">{{ step.number }}</p>
    <p v-else-if="left !== null" class="number">
      <template v-if="left > 0"
        ><span class="in font-sans font-normal text-2xl leading-auto text-stem">in</span>
        {{ clock(left) }}</template
      >
      <template v-else>now</template>
    </p>
    <p v-if="step.belief" class="belief text-vein font-bold">{{ step.belief }}</p>
    <p v-if="step.how" class="how">{{ step.how }}</p>
  </div>
</template>

<style scoped>
h1 {
  font-size: clamp(1.5rem, 6vw, 2.25rem);
  line-height: 1.15;
}

.number {
  font: 560 clamp(3.5rem, 18vw, 6rem) / 1.05 var(--serif);
  font-variant-numeric: tabular-nums;
  color: var(--vein);
}

.how,
.belief {
  font-size: 1.125rem;
}
</style>
