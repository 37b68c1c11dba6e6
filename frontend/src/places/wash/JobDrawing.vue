<script setup lang="ts">
/** A job along the hours: what is done by hand stands tall, what waits lies low, now and the wash are marked. */
import { computed, useTemplateRef } from "vue";
import type { Job } from "@/api/types";
import { when } from "@/parts/when";
import { useWidth } from "@/parts/width";

const { job, now } = defineProps<{ job: Job; now: string }>();
const box = useTemplateRef("box");
const width = useWidth(box, 420);
const HEIGHT = 58;
const EDGE = 8;

const ms = (iso: string) => new Date(iso).getTime();
const from = computed(() => Math.min(ms(job.begin), ms(now)));
const until = computed(() => Math.max(ms(job.needed), ms(job.ready)));
const x = (at: number): number =>
  EDGE + ((at - from.value) / Math.max(until.value - from.value, 1)) * (width.value - 2 * EDGE);
const blocks = computed(() =>
  job.steps.map((step) => ({
    name: step.name,
    waits: step.waits,
    x: x(ms(step.begin)),
    wide: Math.max(x(ms(step.end)) - x(ms(step.begin)), step.waits ? 2 : 4),
  })),
);
const words = computed(
  () =>
    `${job.steps.map((step) => `${step.name} ${when(step.begin)}`).join(", ")}; needed ${when(job.needed)}`,
);
</script>

<template>
  <div ref="box">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :height="HEIGHT" role="img" :aria-label="words">
      <path class="line" :d="`M${EDGE} 32 H${width - EDGE}`" />
      <g v-for="(block, i) in blocks" :key="i">
        <rect
          v-if="block.waits"
          class="waits"
          :x="block.x"
          y="26"
          :width="block.wide"
          height="12"
          rx="5"
        >
          <title>{{ block.name }}</title>
        </rect>
        <path v-else class="hands" :d="`M${block.x} 32 v-16 h${block.wide} v16 Z`">
          <title>{{ block.name }}</title>
        </path>
        <text v-if="block.waits && block.wide > 50" :x="block.x + 6" y="50">{{ block.name }}</text>
      </g>
      <path class="now" :d="`M${x(ms(now))} 10 v30`" />
      <text :x="Math.min(x(ms(now)), width - 40)" y="10">now</text>
      <path class="wash" :d="`M${x(ms(job.needed))} 10 v30`" />
      <text :x="x(ms(job.needed))" y="10" text-anchor="end">wash</text>
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}

text {
  font-size: 12px;
  fill: var(--stem);
}

.line {
  stroke: var(--hairline);
  stroke-width: 2;
}

.waits {
  fill: var(--vein-wash);
  stroke: var(--vein);
}

.hands {
  fill: var(--vein);
}

.now {
  stroke: var(--throat);
  stroke-width: 3;
}

.wash {
  stroke: var(--leaf);
  stroke-width: 3;
}
</style>
