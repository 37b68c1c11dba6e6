<script setup lang="ts">
/**
 * The rail: a tall pH scale with the hair's neutral point, the scalp's band and the danger ends;
 * the computed range as a soft lozenge, the aim as a violet tick, a reading as a dot.
 */
import { computed, useTemplateRef } from "vue";
import type { Choices, Figure } from "@/api/types";
import { useHandle } from "./handle";
import { ph, RAMP, range } from "./ph";

const {
  scale,
  predicted = null,
  aim = null,
  reading = null,
  asked = null,
  movable = false,
} = defineProps<{
  scale: Choices;
  predicted?: Figure | null;
  aim?: number | null;
  reading?: Figure | null;
  /** The band that the head it is for asks for. */
  asked?: Figure | null;
  movable?: boolean;
}>();
const emit = defineEmits<{ aim: [value: number] }>();

const TOP = 14;
const TALL = 380;
const LEFT = 92;
const WIDE = 26;
const svg = useTemplateRef<SVGSVGElement>("svg");

const span = computed(() => scale.rail_high - scale.rail_low);
const clamp = (value: number) => Math.min(Math.max(value, scale.rail_low), scale.rail_high);
const y = (value: number) => TOP + ((scale.rail_high - clamp(value)) / span.value) * TALL;
const ticks = computed(() =>
  Array.from({ length: Math.round(span.value) + 1 }, (_, i) => scale.rail_low + i),
);
const limit = (key: string) => scale.limits.find((one) => one.key === key)?.value ?? 0;
const tooAcid = computed(() => limit("rinsed_out_ph"));
const tooAlkaline = computed(() => limit("alkaline_ph"));
const stops = computed(() =>
  RAMP.map(([at, colour]) => ({ at: (scale.rail_high - at) / span.value, colour })).reverse(),
);
const top = computed(() => (predicted ? y(predicted.high) : 0));
const height = computed(() => (predicted ? Math.max(y(predicted.low) - top.value, 6) : 0));

/** Its words stand at the end of the band that the aim's words leave free. */
const aboveAim = computed(
  () => asked !== null && (aim === null || aim <= (asked.low + asked.high) / 2),
);

const spoken = computed(() => {
  const parts = [`pH rail from ${scale.rail_low} to ${scale.rail_high}.`];
  if (predicted) parts.push(`Computed pH ${ph(predicted.value)}, likely ${range(predicted)}.`);
  if (asked) parts.push(`This head asks for pH ${range(asked)}.`);
  if (aim !== null) parts.push(`Aim pH ${ph(aim)}.`);
  if (reading) parts.push(`Strip read pH ${ph(reading.value)}.`);
  return parts.join(" ");
});

const { grip, drag, key } = useHandle(svg, {
  under: (_, down) =>
    movable ? scale.rail_high - ((down * (TALL + 2 * TOP) - TOP) / TALL) * span.value : undefined,
  keys: () => ({ ArrowUp: 0.1, ArrowDown: -0.1, PageUp: 0.5, PageDown: -0.5 }),
  low: () => scale.rail_low,
  high: () => scale.rail_high,
  aim: () => (movable ? aim : null),
  move: (value) => emit("aim", value),
});
</script>

<template>
  <svg
    ref="svg"
    class="rail"
    :viewBox="`0 0 216 ${TALL + 2 * TOP}`"
    role="group"
    :aria-label="spoken"
  >
    <defs>
      <linearGradient id="rail-ramp" x1="0" y1="0" x2="0" y2="1">
        <stop v-for="stop in stops" :key="stop.at" :offset="stop.at" :stop-color="stop.colour" />
      </linearGradient>
      <pattern id="rail-danger" width="7" height="7" patternUnits="userSpaceOnUse">
        <path d="M-1 8L8 -1" class="hatch" />
      </pattern>
    </defs>

    <g aria-hidden="true">
      <rect :x="LEFT" :y="TOP" :width="WIDE" :height="TALL" rx="13" fill="url(#rail-ramp)" />
      <rect
        :x="LEFT"
        :y="y(tooAcid)"
        :width="WIDE"
        :height="TOP + TALL - y(tooAcid)"
        fill="url(#rail-danger)"
        rx="9"
      />
      <rect
        :x="LEFT"
        :y="TOP"
        :width="WIDE"
        :height="y(tooAlkaline) - TOP"
        fill="url(#rail-danger)"
        rx="9"
      />
      <g v-for="tick in ticks" :key="tick">
        <path :d="`M${LEFT - 6} ${y(tick)}h6`" class="tick" />
        <text :x="LEFT - 11" :y="y(tick) + 5" text-anchor="end" class="number text-sm">
          {{ tick }}
        </text>
      </g>
      <g v-for="mark in scale.marks" :key="mark.key">
        <path
          v-if="mark.low !== mark.high"
          :d="`M52 ${y(mark.high)}h-8v${y(mark.low) - y(mark.high)}h8`"
          class="bracket"
        />
        <path v-else :d="`M44 ${y(mark.low)}h30`" class="bracket dotted" />
        <text x="40" :y="(y(mark.low) + y(mark.high)) / 2 - 4" text-anchor="end" class="mark">
          <tspan v-for="(word, i) in mark.name.split(' ')" :key="i" x="38" :dy="i ? 13 : -6">
            {{ word }}
          </tspan>
        </text>
      </g>
      <g v-if="asked" class="asked">
        <rect
          :x="LEFT + WIDE + 2"
          :y="y(asked.high)"
          width="6"
          :height="Math.max(y(asked.low) - y(asked.high), 6)"
          rx="3"
        />
        <text :x="LEFT + WIDE + 13" :y="aboveAim ? y(asked.high) - 4 : y(asked.low) + 12">
          this head asks
        </text>
      </g>
      <text :x="LEFT + WIDE + 10" :y="TOP + TALL - 8" class="danger">too sharp</text>
      <text :x="LEFT + WIDE + 10" :y="TOP + 14" class="danger">too harsh</text>

      <g v-if="predicted" class="eases">
        <rect
          :x="LEFT - 5"
          :y="top"
          :width="WIDE + 10"
          :height="height"
          :rx="Math.min(height / 2, 14)"
          class="lozenge"
        />
        <path :d="`M${LEFT - 5} ${y(predicted.value)}h${WIDE + 10}`" class="middle" />
      </g>
      <circle v-if="reading" :cx="LEFT + WIDE / 2" :cy="y(reading.value)" r="7" class="reading" />
    </g>

    <g
      v-if="aim !== null"
      :class="['aim', { movable }]"
      :role="movable ? 'slider' : undefined"
      :tabindex="movable ? 0 : undefined"
      :aria-label="movable ? 'Aim on the pH rail' : undefined"
      :aria-valuemin="movable ? scale.rail_low : undefined"
      :aria-valuemax="movable ? scale.rail_high : undefined"
      :aria-valuenow="movable ? aim : undefined"
      :aria-valuetext="movable ? `pH ${ph(aim)}` : undefined"
      aria-orientation="vertical"
      @pointerdown="grip"
      @pointermove="drag"
      @keydown="key"
    >
      <rect :x="LEFT + WIDE" :y="y(aim) - 18" width="96" height="36" fill="transparent" />
      <path :d="`M${LEFT + WIDE + 4} ${y(aim)}l13 -9v18z`" class="pointer" />
      <text :x="LEFT + WIDE + 24" :y="y(aim) + 5" class="aim-words">aim {{ ph(aim) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.rail {
  width: 100%;
  max-width: 230px;
  display: block;
  touch-action: none;
}

.tick,
.bracket {
  stroke: var(--stem);
  fill: none;
}

.asked rect {
  fill: var(--leaf);
}

.asked text {
  font-size: 11.5px;
  fill: var(--leaf);
}

.dotted {
  stroke-dasharray: 2 3;
  stroke-width: 1.5;
}

.mark {
  font-size: 12px;
  fill: var(--stem);
}

.danger {
  font-size: 12px;
  fill: var(--madder);
}

.hatch {
  stroke: rgb(255 255 255 / 0.28);
  stroke-width: 2;
}

.lozenge {
  fill: rgb(250 248 252 / 0.72);
  stroke: var(--ink);
  stroke-width: 2;
}

:root.dark .lozenge {
  fill: rgb(33 27 44 / 0.62);
}

.middle {
  stroke: var(--ink);
  stroke-width: 3;
}

.reading {
  fill: var(--throat);
  stroke: #241c33;
  stroke-width: 2;
}

.pointer {
  fill: var(--vein);
}

.aim-words {
  font-size: 15px;
  font-weight: 700;
  fill: var(--vein);
}

.movable {
  cursor: ns-resize;
}
</style>
