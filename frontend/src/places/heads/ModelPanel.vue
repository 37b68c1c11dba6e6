<script setup lang="ts">
/** What is believed of a head, from what, and how sure: its own two factors on a common scale. */
import type { Figure, Head } from "@/api/types";
import { said, span } from "@/parts/ph";
import { round } from "./words";
import { kindOf } from "@/parts/figures";

defineProps<{ head: Head }>();
const WIDE = 320;
const LEAST = 0.25;
/** A doubling is as wide as a halving. */
const x = (times: number) =>
  (Math.log(Math.min(Math.max(times, LEAST), 1 / LEAST) / LEAST) / Math.log(LEAST ** -2)) * WIDE;
const lozenge = ({ low, value, high }: Figure) =>
  `M${x(low)} 14 Q${x(value)} -4 ${x(high)} 14 Q${x(value)} 32 ${x(low)} 14 Z`;
const shown = (figure: Figure) =>
  `${said(round(figure.value))} times, likely ${span(said(round(figure.low)), said(round(figure.high)))}`;
</script>

<template>
  <section aria-label="What we have learnt" class="model grid gap-4 content-start">
    <h2>What we have learnt about {{ head.name }}</h2>
    <div
      v-for="[name, factor] in [
        ['How strongly a wash acts', head.model.strength],
        ['How much it takes', head.model.dose],
      ] as const"
      :key="name"
      class="grid gap-1"
    >
      <h3>{{ name }}</h3>
      <p>
        <strong>{{ shown(factor.value) }}</strong> <em class="quiet">{{ kindOf(factor.value) }}</em>
      </p>
      <svg :viewBox="`0 0 ${WIDE} 42`" role="img" :aria-label="`${name}: ${shown(factor.value)}`">
        <path class="line" :d="`M0 14 H${WIDE}`" />
        <template
          v-for="[at, word] in [
            [0.5, 'half'],
            [1, 'most heads'],
            [2, 'twice'],
          ] as const"
          :key="word"
        >
          <path class="tick" :d="`M${x(at)} 8 v12`" />
          <text :x="x(at)" y="40" text-anchor="middle">{{ word }}</text>
        </template>
        <path class="range" :d="lozenge(factor.value)" />
        <circle class="middle" :cx="x(factor.value.value)" cy="14" r="4" />
      </svg>
      <p>{{ factor.says }}</p>
      <p class="quiet small">
        From {{ factor.washes }} {{ factor.washes === 1 ? "wash" : "washes" }}; older ones count for
        less. Nine chances in ten it lies in the range.
      </p>
    </div>
    <div v-if="head.model.products.length" class="grid gap-1">
      <h3>How strongly each thing washes</h3>
      <p class="quiet small">
        Over everybody it was used on, against its label or recipe; and on {{ head.name }}.
      </p>
      <ul class="list-none m-0 p-0 grid gap-2">
        <li v-for="one in head.model.products" :key="one.key">
          <p>
            <strong>{{ one.name }}</strong>: {{ shown(one.value) }}
            <em class="quiet">{{ kindOf(one.value) }}</em>
          </p>
          <p class="quiet small">
            On {{ head.name }} {{ shown(one.together) }}. {{ one.says }} From {{ one.washes }}
            {{ one.washes === 1 ? "wash" : "washes" }}.
          </p>
        </li>
      </ul>
    </div>
    <p class="quiet small">
      Every wash that this comes from stands here with what it teaches: leave one out, and this is
      recalculated; you can include it again.
    </p>
  </section>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 360px;
}

.line {
  stroke: var(--hairline);
  stroke-width: 2;
}

.tick {
  stroke: var(--stem);
}

.range {
  fill: var(--vein);
  opacity: 0.3;
}

.middle {
  fill: var(--vein);
}

text {
  font-size: 12px;
  fill: var(--stem);
}
</style>
