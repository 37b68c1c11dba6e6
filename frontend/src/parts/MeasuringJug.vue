<script setup lang="ts">
/**
 * The jug, drawn to scale: layers in pouring order, its own marks, and how much to pour of each.
 * The glass widens upwards, but every layer's height is its share of the volume.
 */
import { computed, useId } from "vue";
import type { Jug, JugLayer } from "@/api/types";
import { said } from "./ph";

const { jug, pours } = defineProps<{ jug: Jug; pours: JugLayer[] }>();

const BOTTOM = 268;
const TALL = 218;
const LEFT = 58;
const WIDE = 150;
const SHORT = 5; // lines that have room for their spoons beneath
const id = useId();
const gap = computed(() => (pours.length <= SHORT ? 46 : 25));

const y = (volume: number) => BOTTOM - (volume / jug.capacity) * TALL;

const layers = computed(() => {
  let level = 0;
  return pours.map((pour) => {
    const from = level;
    level += pour.volume;
    return { ...pour, from, to: level, middle: (y(from) + y(level)) / 2 };
  });
});

/** Where there are more labels than fit beside the glass the drawing grows upwards. */
const overflow = computed(() => Math.max(0, pours.length * gap.value - 240));

/** Labels keep apart even where layers are thin; the line leads from each to its own layer. */
const labels = computed(() => {
  const placed = layers.value.map((layer) => ({ ...layer, at: layer.middle }));
  for (let i = 1; i < placed.length; i += 1) {
    const below = placed[i - 1];
    const here = placed[i];
    if (below && here) here.at = Math.min(here.at, below.at - gap.value);
  }
  const top = 26 - overflow.value;
  placed.forEach((label, i) => {
    label.at = Math.max(label.at, top + (placed.length - 1 - i) * gap.value);
  });
  return placed;
});

const marks = computed(() =>
  Array.from({ length: Math.round(jug.capacity / jug.mark) }, (_, i) => {
    const volume = (i + 1) * jug.mark;
    return { volume, numbered: Math.abs(volume % jug.numbered) < 1e-6 };
  }),
);

const tall = (volume: number) =>
  jug.capacity >= 1000 && volume >= 1000 ? `${said(volume / 1000)} L` : `${said(volume)}`;
const spoken = computed(
  () =>
    `A ${said(jug.capacity)} mL jug: ` +
    pours
      .map((p) => `${said(p.amount)} ${p.unit} of ${p.name}${p.spoons && ` (${p.spoons})`}`)
      .join(", then ") +
    ".",
);
const LONGEST = 22;
const shortened = (name: string) =>
  name.length > LONGEST ? `${name.slice(0, LONGEST - 1).trimEnd()}…` : name;
const outline = `M${LEFT - 5} 42 L${LEFT + 8} ${BOTTOM} q1 6 8 6 h${WIDE - 32} q7 0 8 -6 L${LEFT + WIDE + 6} 22`;
const inside = `M${LEFT - 6} 0 L${LEFT + 8} ${BOTTOM} q1 6 8 6 h${WIDE - 32} q7 0 8 -6 L${LEFT + WIDE + 6} 0 Z`;
</script>

<template>
  <svg
    :viewBox="`0 ${-overflow} 540 ${290 + overflow}`"
    class="jug w-full max-w-112.5 block"
    role="img"
    :aria-label="spoken"
  >
    <defs>
      <clipPath :id="id">
        <path :d="inside" />
      </clipPath>
    </defs>
    <g :clip-path="`url(#${id})`">
      <rect
        v-for="(layer, i) in layers"
        :key="layer.key + i"
        :x="0"
        :y="y(layer.to)"
        width="260"
        :height="
          Math.max(y(layer.from) - y(layer.to), layer.volume > 0 ? 2 : 0) +
          (layer.from === 0 ? 8 : 0)
        "
        :class="['layer', layer.what, 'eases']"
      />
      <path
        v-for="(layer, i) in layers"
        :key="`edge-${layer.key}-${i}`"
        :d="`M0 ${y(layer.to)}h260`"
        class="surface"
      />
    </g>
    <g v-for="mark in marks" :key="mark.volume" aria-hidden="true">
      <path :d="`M${LEFT + 10} ${y(mark.volume)}h${mark.numbered ? 22 : 11}`" class="mark" />
      <text v-if="mark.numbered" :x="LEFT + 36" :y="y(mark.volume) + 5" class="volume">
        {{ tall(mark.volume) }}
      </text>
    </g>
    <path :d="outline" class="glass" />
    <path :d="`M${LEFT + WIDE + 6} 22H${LEFT - 22}q8 4 17 20`" class="glass lip" />
    <path
      :d="`M${LEFT + WIDE + 3} 70 q34 -4 32 46 q-2 60 -38 62`"
      class="glass"
      aria-hidden="true"
    />
    <g v-for="(label, i) in labels" :key="label.name + i" class="eases">
      <path :d="`M${LEFT + WIDE - 14} ${label.middle} L 258 ${label.at} H 266`" class="leader" />
      <circle :cx="LEFT + WIDE - 14" :cy="label.middle" r="10" class="order" />
      <text
        :x="LEFT + WIDE - 14"
        :y="label.middle + 4.5"
        text-anchor="middle"
        class="text-[0.8125rem] font-bold"
      >
        {{ i + 1 }}
      </text>
      <text x="272" :y="label.at - 3" class="amount text-2xl font-bold">
        {{ said(label.amount) }} {{ label.unit }}
        <tspan class="name font-normal">{{ shortened(label.name) }}</tspan>
      </text>
      <text v-if="pours.length <= SHORT" x="272" :y="label.at + 17" class="spoons">
        {{ label.spoons }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.glass {
  fill: none;
  stroke: var(--stem);
  stroke-width: 2.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.lip {
  stroke-width: 2;
}

.layer.water {
  fill: var(--water);
}

.layer.acid {
  fill: var(--acid);
}

.layer.alkali {
  fill: var(--alkali);
}

.layer.other {
  fill: var(--herb);
}

.surface {
  stroke: var(--ink);
  stroke-opacity: 0.35;
}

.mark {
  stroke: var(--ink);
  stroke-opacity: 0.6;
}

.volume {
  font-size: 14px;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-opacity: 0.6;
  stroke-width: 3px;
}

.leader {
  fill: none;
  stroke: var(--stem);
}

.order {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.spoons {
  font-size: 16px;
  fill: var(--stem);
}
</style>
