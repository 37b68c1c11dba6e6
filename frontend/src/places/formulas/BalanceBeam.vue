<script setup lang="ts">
/** The balance: drying on one side, conditioning on the other, the beam leaning to the heavier. */
import { computed } from "vue";
import type { Assessment } from "@/api/types";

const { balance } = defineProps<{ balance: Assessment["balance"] }>();
const LEANS = 14; // degrees at most
const angle = computed(() => balance.tilt.value * LEANS);
const size = (points: number) => 5 + Math.sqrt(Math.max(points, 0)) * 2.4;
const left = computed(() => size(balance.drying.value));
const right = computed(() => size(balance.conditioning.value));
</script>

<template>
  <svg
    viewBox="0 0 300 96"
    role="img"
    :aria-label="`Drying ${Math.round(balance.drying.value)}, conditioning ${Math.round(balance.conditioning.value)} points. ${balance.says}`"
  >
    <path class="post" d="M150 34 v40 M128 76 h44" />
    <g :transform="`rotate(${angle} 150 34)`">
      <path class="beam" d="M50 34 C100 28 200 28 250 34" />
      <circle class="dry" cx="50" :cy="34 - left" :r="left" />
      <circle class="soft" cx="250" :cy="34 - right" :r="right" />
    </g>
    <text x="50" y="90" text-anchor="middle">drying</text>
    <text x="250" y="90" text-anchor="middle">conditioning</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 320px;
}

.post,
.beam {
  fill: none;
  stroke: var(--stem);
  stroke-width: 2.5;
  stroke-linecap: round;
}

.dry {
  fill: var(--acid);
}

.soft {
  fill: var(--herb);
}

text {
  font-size: 14px;
  fill: var(--stem);
}
</style>
