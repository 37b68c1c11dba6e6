<script setup lang="ts">
/**
 * The curve: pH against how much of one line is in this jug, with its 90 % band. The mix can be
 * dragged along it, or moved with the arrow keys: that moves the aim.
 */
import { computed, useTemplateRef } from "vue";
import type { Curve } from "@/api/types";
import { useHandle } from "./handle";
import { ph, said } from "./ph";

const { curve, aim, amount, current } = defineProps<{
  curve: Curve;
  aim: number;
  amount: number;
  current: number;
}>();
const emit = defineEmits<{ aim: [value: number] }>();

const W = 560;
const H = 250;
const PAD = { left: 40, right: 12, top: 12, bottom: 44 };
const svg = useTemplateRef<SVGSVGElement>("svg");

const least = computed(() => curve.amount[0] ?? 1);
const most = computed(() => curve.amount.at(-1) ?? 10);
const bottom = computed(() => Math.floor(Math.min(...curve.low, aim, 3)));
const ceiling = computed(() => Math.ceil(Math.max(...curve.high, aim, 7)));

const x = (value: number) => {
  const share = Math.log(value / least.value) / Math.log(most.value / least.value);
  return PAD.left + Math.min(Math.max(share, 0), 1) * (W - PAD.left - PAD.right);
};
const y = (value: number) =>
  PAD.top + ((ceiling.value - value) / (ceiling.value - bottom.value)) * (H - PAD.top - PAD.bottom);

const points = (values: number[]) =>
  values.map((value, i) => `${x(curve.amount[i] ?? 1).toFixed(1)} ${y(value).toFixed(1)}`);
const line = computed(() => "M" + points(curve.median).join("L"));
const band = computed(
  () => "M" + [...points(curve.high), ...points(curve.low).reverse()].join("L") + "Z",
);
const tens = computed(() => {
  const out: number[] = [];
  for (let power = Math.ceil(Math.log10(least.value) - 1e-9); 10 ** power <= most.value; power += 1)
    out.push(10 ** power);
  return out;
});
const levels = computed(() =>
  Array.from({ length: ceiling.value - bottom.value + 1 }, (_, i) => bottom.value + i),
);

/** Which way a little more of it moves the pH. */
const more = computed(() => ((curve.median.at(-1) ?? 0) > (curve.median[0] ?? 0) ? 0.1 : -0.1));

/** The drawn line's own pH at the amount under the pointer. */
function under(across: number): number | undefined {
  const at = across * W;
  const nearest = curve.amount.reduce(
    (best, value, i) =>
      Math.abs(x(value) - at) < Math.abs(x(curve.amount[best] ?? 1) - at) ? i : best,
    0,
  );
  return curve.median[nearest];
}

const { grip, drag, key } = useHandle(svg, {
  under,
  keys: () => ({
    ArrowUp: 0.1,
    ArrowDown: -0.1,
    ArrowRight: more.value,
    ArrowLeft: -more.value,
  }),
  low: () => bottom.value,
  high: () => ceiling.value,
  aim: () => aim,
  move: (value) => emit("aim", value),
});
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${H}`"
    class="curve"
    role="group"
    :aria-label="`pH against ${curve.unit} of ${curve.name} in the jug; ${said(amount)} ${curve.unit} gives about pH ${ph(current)}.`"
  >
    <g aria-hidden="true">
      <g v-for="level in levels" :key="level">
        <path :d="`M${PAD.left} ${y(level)}H${W - PAD.right}`" class="gridline" />
        <text :x="PAD.left - 8" :y="y(level) + 5" text-anchor="end" class="label">{{ level }}</text>
      </g>
      <g v-for="ten in tens" :key="ten">
        <path :d="`M${x(ten)} ${H - PAD.bottom}v5`" class="tick" />
        <text :x="x(ten)" :y="H - PAD.bottom + 20" text-anchor="middle" class="label">
          {{ said(ten) }}
        </text>
      </g>
      <text :x="W - PAD.right" :y="H - 6" text-anchor="end" class="label axis">
        {{ curve.unit }} of {{ curve.name }} in this jug →
      </text>
      <text :x="PAD.left + 6" :y="PAD.top + 12" class="label axis">pH</text>
      <path :d="band" class="band" />
      <path :d="line" class="line" />
      <path :d="`M${PAD.left} ${y(aim)}H${W - PAD.right}`" class="aim" />
      <text :x="W - PAD.right" :y="y(aim) - 6" text-anchor="end" class="label aim-words">
        aim {{ ph(aim) }}
      </text>
    </g>
    <rect
      :x="PAD.left"
      :y="PAD.top"
      :width="W - PAD.left - PAD.right"
      :height="H - PAD.top - PAD.bottom"
      fill="transparent"
      class="sheet"
      @pointerdown="grip"
      @pointermove="drag"
    />
    <circle
      :cx="x(amount)"
      :cy="y(current)"
      r="9"
      class="mix"
      role="slider"
      tabindex="0"
      aria-label="This mix on the curve"
      :aria-valuemin="bottom"
      :aria-valuemax="ceiling"
      :aria-valuenow="aim"
      :aria-valuetext="`aim pH ${ph(aim)}, ${said(amount)} ${curve.unit}`"
      @pointerdown="grip"
      @pointermove="drag"
      @keydown="key"
    />
  </svg>
</template>

<style scoped>
.curve {
  width: 100%;
  max-width: 640px;
  display: block;
  touch-action: pan-y;
}

.gridline {
  stroke: var(--hairline);
}

.tick {
  stroke: var(--stem);
}

.label {
  font-size: 13px;
  fill: var(--stem);
}

.band {
  fill: var(--band);
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-linejoin: round;
}

.aim {
  stroke: var(--vein);
  stroke-dasharray: 6 5;
  stroke-width: 1.5;
}

.aim-words {
  fill: var(--vein);
  font-weight: 700;
}

.mix {
  fill: var(--throat);
  stroke: #241c33;
  stroke-width: 2.5;
  cursor: grab;
}

.sheet {
  cursor: crosshair;
}

@media (max-width: 760px) {
  .label {
    font-size: 19px;
  }
}
</style>
