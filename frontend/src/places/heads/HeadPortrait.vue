<script setup lang="ts">
/** A head at a glance, drawn from its record: how long, how it grows, its colour, how it is worn. */
import { computed } from "vue";
import type { Answer } from "@/api/types";

const { answers } = defineProps<{ answers: Record<string, Answer> }>();

const ENDS: Record<string, number> = {
  cropped: 24,
  jaw: 42,
  shoulder: 54,
  chest: 64,
  waist: 78,
  hip: 78,
};
const SWING: Record<string, number> = { straight: 0, wavy: 3, curly: 5, coily: 6 };
const STEP: Record<string, number> = { straight: 20, wavy: 12, curly: 8, coily: 5 };

const end = computed(() => ENDS[String(answers["length"])] ?? 54);
const colour = computed(() => `var(--hair-${String(answers["colour"] ?? "brown")})`);
const thick = computed(() => ({ low: 9, medium: 12, high: 15 })[String(answers["density"])] ?? 12);
const worn = computed(() => String(answers["style"] ?? "loose") !== "loose");
const bald = computed(() => end.value <= 24);

/** One side's hair as strands that swing as it grows; worn in locs or braids they part. */
function side(sign: 1 | -1): string {
  const swing = SWING[String(answers["curl"])] ?? 0;
  const step = STEP[String(answers["curl"])] ?? 20;
  const lines: string[] = [];
  for (let i = 0; i < 4; i++) {
    const x = 40 + sign * (12 + i * (thick.value / 4));
    let path = `M${x} 26`;
    for (let y = 26, turn = 1; y < end.value; y += step, turn = -turn) {
      const next = Math.min(y + step, end.value);
      path += ` Q${x + sign * turn * swing} ${(y + next) / 2} ${x} ${next}`;
    }
    lines.push(path);
  }
  return lines.join(" ");
}
</script>

<template>
  <svg viewBox="0 0 80 80" aria-hidden="true">
    <g :style="{ stroke: colour, color: colour }">
      <path
        v-if="!bald"
        class="strands"
        :d="`${side(-1)} ${side(1)}`"
        :stroke-width="worn ? 3 : 4.6"
      />
    </g>
    <path class="neck" d="M33 48 V60 C22 62 14 68 11 80 H69 C66 68 58 62 47 60 V48" />
    <ellipse class="face" cx="40" cy="34" rx="14" ry="18" />
    <path
      class="top"
      :style="{ fill: colour }"
      :d="`M40 8 C${26 - thick / 4} 8 ${22 - thick / 4} 22 25 ${bald ? 28 : 34} C28 26 33 22 40 19 C47 22 52 26 55 ${bald ? 28 : 34} C${58 + thick / 4} 22 ${54 + thick / 4} 8 40 8 Z`"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 72px;
  height: 72px;
  flex: none;
  border-radius: 50% 50% 50% 12%;
  background: var(--vein-wash);
}

.strands {
  fill: none;
  stroke-linecap: round;
}

.face,
.neck {
  fill: var(--paper);
  stroke: var(--stem);
  stroke-width: 1.2;
}
</style>
