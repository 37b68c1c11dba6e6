<script setup lang="ts">
/** The wet hair's pH by how much of a rinse goes over it: a curve for each rinse, and the scalp's band. */
import { span } from "@/parts/ph";
import { computed } from "vue";
import type { Follow } from "@/api/types";
import { ph, said } from "./ph";

const { rinses } = defineProps<{ rinses: Follow[] }>();

const W = 560;
const H = 230;
const PAD = { left: 36, right: 12, top: 12, bottom: 40 };
const DASHES = ["", "9 5", "2 5", "12 4 2 4"];
const TICKS = [25, 50, 100, 200, 400, 800, 1500];

const all = computed(() => rinses.flatMap((one) => [...one.low, ...one.high]));
const band = computed(() => ({
  low: rinses[0]?.band_low ?? 4.5,
  high: rinses[0]?.band_high ?? 5.5,
}));
const bottom = computed(() => Math.floor(Math.min(...all.value, band.value.low)));
const ceiling = computed(() => Math.ceil(Math.max(...all.value, band.value.high)));
const least = computed(() => rinses[0]?.volume[0] ?? 25);
const most = computed(() => rinses[0]?.volume.at(-1) ?? 1500);

const x = (volume: number) =>
  PAD.left +
  (Math.log(volume / least.value) / Math.log(most.value / least.value)) *
    (W - PAD.left - PAD.right);
const y = (value: number) =>
  PAD.top + ((ceiling.value - value) / (ceiling.value - bottom.value)) * (H - PAD.top - PAD.bottom);
const path = (rinse: Follow, values: number[]) =>
  values.map((value, i) => `${x(rinse.volume[i] ?? 25).toFixed(1)} ${y(value).toFixed(1)}`);
const levels = computed(() =>
  Array.from({ length: ceiling.value - bottom.value + 1 }, (_, i) => bottom.value + i),
);
const spoken = computed(() => rinses.map((one) => `${one.name}: ${one.says}`).join(" "));
</script>

<template>
  <div class="grid gap-2">
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="spoken">
      <rect
        :x="PAD.left"
        :width="W - PAD.left - PAD.right"
        :y="y(band.high)"
        :height="y(band.low) - y(band.high)"
        class="scalp"
      />
      <text :x="PAD.left + 6" :y="y(band.high) + 16" class="label">the scalp's own band</text>
      <g v-for="level in levels" :key="level">
        <path :d="`M${PAD.left} ${y(level)}H${W - PAD.right}`" class="gridline" />
        <text :x="PAD.left - 8" :y="y(level) + 5" text-anchor="end" class="label">{{ level }}</text>
      </g>
      <text
        v-for="tick in TICKS.filter((one) => one >= least && one <= most)"
        :key="tick"
        :x="x(tick)"
        :y="H - PAD.bottom + 18"
        :text-anchor="tick === most ? 'end' : 'middle'"
        class="label"
      >
        {{ tick }}
      </text>
      <text :x="W - PAD.right" :y="H - 4" text-anchor="end" class="label">
        mL of it poured over the hair →
      </text>
      <g v-for="(rinse, i) in rinses" :key="rinse.name + i">
        <path
          :d="
            'M' + [...path(rinse, rinse.high), ...path(rinse, rinse.low).reverse()].join('L') + 'Z'
          "
          class="doubt"
        />
        <path
          :d="'M' + path(rinse, rinse.median).join('L')"
          class="line"
          :stroke-dasharray="DASHES[i % DASHES.length]"
        />
        <circle v-if="rinse.enough" :cx="x(rinse.enough)" :cy="y(band.high)" r="6" class="enough" />
      </g>
    </svg>
    <ul class="list-none m-0 p-0 grid gap-1.5">
      <li v-for="(rinse, i) in rinses" :key="rinse.name + i" class="flex gap-2.5 items-baseline">
        <svg viewBox="0 0 36 8" class="key w-9 flex-none" aria-hidden="true">
          <path d="M0 4h36" class="line" :stroke-dasharray="DASHES[i % DASHES.length]" />
        </svg>
        <span
          ><strong>{{ rinse.name }}.</strong> {{ rinse.says }}
          <span class="quiet small">
            after {{ said(rinse.volume.at(-1) ?? 0) }} mL: pH {{ ph(rinse.median.at(-1) ?? 0) }},
            likely {{ span(ph(rinse.low.at(-1) ?? 0), ph(rinse.high.at(-1) ?? 0)) }}
            <em>computed</em>
          </span>
        </span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 640px;
  display: block;
}

.scalp {
  fill: var(--leaf);
  fill-opacity: 0.16;
}

.gridline {
  stroke: var(--hairline);
}

.label {
  font-size: 13px;
  fill: var(--stem);
}

.doubt {
  fill: var(--band);
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.enough {
  fill: var(--throat);
  stroke: #241c33;
  stroke-width: 2;
}

@media (max-width: 760px) {
  .label {
    font-size: 19px;
  }
}
</style>
