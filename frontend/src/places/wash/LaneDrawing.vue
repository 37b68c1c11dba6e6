<script setup lang="ts">
/**
 * A wash drawn along its minutes: the scalp's lane and the lengths' lane, what is on each and how long, what is
 * covered, the oil falling and put back, the pH of the wet hair after each. Long waits are drawn short.
 */
import { computed, useTemplateRef } from "vue";
import type { LinkResult, WashAssessment } from "@/api/types";
import { roughly } from "@/parts/figures";
import { ph, RAMP } from "@/parts/ph";
import { useWidth } from "@/parts/width";

const { assessment } = defineProps<{ assessment: WashAssessment }>();
const box = useTemplateRef("box");
const width = useWidth(box);

const LEFT = 62;
const LANE = 96;
const BLOCK = 34;
const OIL = 38;
const TOP = 8;
type Zone = "scalp" | "lengths";
const ZONES: Zone[] = ["scalp", "lengths"];
const NAMES = { scalp: "scalp", lengths: "lengths" };
const reaches = (one: LinkResult, zone: Zone): boolean =>
  !one.pause &&
  (one.zone === "both" || one.zone === zone || (zone === "lengths" && one.zone === "bag"));

/** Every moment at which something begins or ends, each as far from the next as the longer one takes. */
const moments = computed(() => {
  const every = assessment.results.flatMap((one) => [one.start, one.so_far]);
  return [...new Set([0, assessment.minutes, ...every])].sort((a, b) => a - b);
});
const at = computed(() => {
  const gaps = moments.value
    .slice(1)
    .map((to, i) => Math.log1p(to - (moments.value[i] ?? 0)) + 0.6);
  const whole = gaps.reduce((sum, gap) => sum + gap, 0) || 1;
  const room = Math.max(width.value - LEFT - 26, 120);
  let x = LEFT;
  const found = new Map([[moments.value[0] ?? 0, LEFT]]);
  gaps.forEach((gap, i) => {
    x += (gap / whole) * room;
    found.set(moments.value[i + 1] ?? 0, x);
  });
  return found;
});
const x = (minutes: number): number => at.value.get(minutes) ?? LEFT;
const most = computed(() => {
  const after = assessment.results.flatMap((one) => [one.scalp_oil.high, one.lengths_oil.high]);
  return Math.max(...assessment.oil.map((one) => one.high), ...after, 0.1);
});
const colour = (value: number): string =>
  [...RAMP].reduce((best, one) =>
    Math.abs(one[0] - value) < Math.abs(best[0] - value) ? one : best,
  )[1];

interface Block {
  key: number;
  x: number;
  wide: number;
  name: string;
  covered: boolean;
  stays: boolean;
  own: string | null;
}
const lanes = computed(() =>
  ZONES.map((zone, row) => {
    const y = TOP + row * LANE;
    const blocks: Block[] = [];
    const dots: { key: number; x: number; ph: string; fill: string }[] = [];
    const ends = [...assessment.results.entries()].sort(
      (a, b) => a[1].start - b[1].start || a[0] - b[0],
    );
    let level = assessment.oil[row]?.value ?? 0;
    const h = (grams: number) => (OIL * grams) / most.value;
    const base = y + BLOCK + 8 + OIL;
    const steps = [`M${LEFT} ${base - h(level)}`];
    for (const [key, one] of ends) {
      if (!reaches(one, zone)) continue;
      const stays = one.minutes === 0;
      const from = x(one.start);
      const wide = stays ? 10 : Math.max(x(one.so_far) - from, 6);
      blocks.push({
        key,
        x: from,
        wide,
        name: one.name,
        covered: one.covered,
        stays,
        own: one.own_ph ? colour(one.own_ph.value) : null,
      });
      level = (zone === "scalp" ? one.scalp_oil : one.lengths_oil).value;
      steps.push(`H${x(one.so_far)} V${base - h(level)}`);
      const wet = zone === "scalp" ? one.scalp_ph : one.lengths_ph;
      if (wet && !one.pause)
        dots.push({
          key,
          x: Math.min(from + wide, width.value - 22),
          ph: ph(wet.value),
          fill: colour(wet.value),
        });
    }
    const last = x(assessment.minutes);
    steps.push(`H${last}`);
    const line = steps.join(" ");
    return { zone, y, base, blocks, dots, line, area: `${line} V${base} H${LEFT} Z`, left: level };
  }),
);
const pauses = computed(() =>
  assessment.results
    .map((one, key) => ({ key, one }))
    .filter(({ one }) => one.pause && one.minutes > 0)
    .map(({ key, one }) => ({
      key,
      x: x(one.start),
      wide: Math.max(x(one.so_far) - x(one.start), 4),
      name: one.name,
    })),
);
const height = TOP + 2 * LANE + 26;
const ticks = computed(() => {
  let last = -Infinity;
  return moments.value.filter((minutes) => {
    if (x(minutes) - last < 34) return false;
    last = x(minutes);
    return true;
  });
});
const short = (name: string, wide: number): string => {
  const fits = Math.floor((wide - 10) / 7);
  return fits < 3 ? "" : name.length <= fits ? name : `${name.slice(0, fits - 1)}…`;
};
const long = (minutes: number): string =>
  minutes >= 120 ? `${roughly(minutes / 60)} h` : `${roughly(minutes)}`;
const words = computed(() =>
  lanes.value
    .map(
      (lane) =>
        `${NAMES[lane.zone]}: ${
          lane.blocks
            .map(
              (one) =>
                `${one.name}${one.covered ? ", covered" : ""}${one.stays ? ", stays in" : ""}`,
            )
            .join(", then ") || "nothing"
        }; ${roughly(lane.left)} g of oil at the end`,
    )
    .join(". "),
);
</script>

<template>
  <div ref="box" class="box">
    <svg :viewBox="`0 0 ${width} ${height}`" :height="height" role="img" :aria-label="words">
      <defs>
        <pattern id="cap" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 6L6 0" class="hatch" />
        </pattern>
      </defs>
      <g v-for="one in pauses" :key="`p${one.key}`" class="pause">
        <rect :x="one.x" :y="TOP" :width="one.wide" :height="2 * LANE - 8" rx="6" />
        <text :x="one.x + 6" :y="TOP + 21">{{ short(one.name, one.wide) }}</text>
      </g>
      <g v-for="lane in lanes" :key="lane.zone">
        <text class="zone font-bold text-sm" x="0" :y="lane.y + 21">{{ NAMES[lane.zone] }}</text>
        <text class="quiet" x="0" :y="lane.base - 4">oil</text>
        <path class="oil" :d="lane.area" />
        <path class="level" :d="lane.line" />
        <g v-for="block in lane.blocks" :key="block.key">
          <rect
            class="span"
            :class="{ stays: block.stays }"
            :x="block.x"
            :y="lane.y"
            :width="block.wide"
            :height="BLOCK"
            rx="7"
          >
            <title>{{ block.name }}</title>
          </rect>
          <rect
            v-if="block.own"
            :x="block.x"
            :y="lane.y + BLOCK - 5"
            :width="block.wide"
            height="5"
            rx="2"
            :fill="block.own"
          />
          <rect
            v-if="block.covered"
            :x="block.x"
            :y="lane.y"
            :width="block.wide"
            height="9"
            rx="4"
            fill="url(#cap)"
          />
          <text :x="block.x + 6" :y="lane.y + 21">{{ short(block.name, block.wide) }}</text>
        </g>
        <g v-for="dot in lane.dots" :key="`d${dot.key}`">
          <circle :cx="dot.x" :cy="lane.y + BLOCK + 13" r="5" :fill="dot.fill" class="dot" />
          <text class="ph" :x="dot.x" :y="lane.y + BLOCK + 33" text-anchor="middle">
            {{ dot.ph }}
          </text>
        </g>
      </g>
      <g class="axis">
        <path :d="`M${LEFT} ${height - 20} H${width - 8}`" />
        <template v-for="minutes in ticks" :key="minutes">
          <path :d="`M${x(minutes)} ${height - 24} v8`" />
          <text :x="x(minutes)" :y="height - 4" text-anchor="middle">{{ long(minutes) }}</text>
        </template>
        <text x="0" :y="height - 4">min</text>
      </g>
    </svg>
    <p class="quiet small">
      Blocks are what is on, with the colour of their own pH below; hatched is covered. The green
      edge is the oil, the dots the wet hair’s pH. Long waits are drawn short.
    </p>
  </div>
</template>

<style scoped>
.box {
  min-width: 0;
  overflow: hidden;
}

svg {
  width: 100%;
  display: block;
}

text {
  font-size: 13px;
}

.quiet,
.axis text {
  fill: var(--stem);
}

.span {
  fill: var(--vein-wash);
  stroke: var(--vein);
  stroke-width: 1.2;
}

.stays {
  fill: var(--throat-wash);
  stroke: var(--throat);
}

.hatch {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.oil {
  fill: var(--leaf);
  opacity: 0.16;
}

.level {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2;
}

.dot {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.ph {
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--petal);
  stroke-width: 4px;
}

.pause rect {
  fill: none;
  stroke: var(--stem);
  stroke-dasharray: 4 4;
}

.pause text {
  fill: var(--stem);
}

.axis path {
  stroke: var(--stem);
  fill: none;
}
</style>
