<script setup lang="ts">
/**
 * What the scale says of the bowl: a bar that fills towards the line's amount, its band drawn on it. What stands
 * still within the band is taken by itself; the server says what a reading means, and remembers the bowl.
 */
import { computed, ref, watch } from "vue";
import { useTimeoutFn } from "@vueuse/core";
import type { Batch, BatchLine } from "@/api/types";
import { usePlay } from "@/api/instruments";
import { useBowl } from "@/api/make";
import { scale } from "@/app/tray";
import { grams } from "./words";

const { batch, line = undefined } = defineProps<{ batch: Batch; line?: BatchLine }>();
const emit = defineEmits<{ take: [much: { shown: number; state: string }] }>();
const bowl = useBowl();
const play = usePlay();

const STILL_MS = 1_200; // at its aim
const PAUSE_MS = 4_000; // within its band, and perhaps still being poured
const NEAR = 0.97;
const LEAST = 0.5; // g: less is the scale's own wandering

const shown = computed(() => scale.value?.value ?? null);
const since = computed(() => {
  if (shown.value === null) return null;
  return batch.from_jar ? batch.bowl_base - shown.value : shown.value - batch.bowl_base;
});
const aim = computed(() => line?.left ?? 0);
const top = computed(() => Math.max(aim.value * 1.35, line ? line.high - line.poured : 0, 1));
const filled = computed(() => Math.min(Math.max((since.value ?? 0) / top.value, 0), 1));
const low = computed(() => (line ? Math.max(line.low - line.poured, 0) / top.value : 0));
const high = computed(() => (line ? Math.min((line.high - line.poured) / top.value, 1) : 1));
const within = computed(
  () =>
    line !== undefined &&
    since.value !== null &&
    since.value >= line.low - line.poured &&
    since.value <= line.high - line.poured &&
    since.value >= LEAST,
);
const steady = computed(() => scale.value?.state === "steady");
const says = computed(() => {
  const one = scale.value;
  if (!one) return "";
  if (one.value === null) return `${one.name}: ${one.says}`;
  if (batch.bowl_base > 2 && Math.abs(one.value) <= 1 && !batch.from_jar)
    return `The scale stands at nothing. Put the bowl back: it should read ${grams(batch.bowl_base)}.`;
  if (since.value !== null && since.value < -Math.max(LEAST, 0.03 * batch.bowl_total))
    return `${grams(-since.value)} less than before: was something taken out, or a spoon lifted?`;
  return "";
});

/** Steady within the band: it is taken by itself, once. */
const auto = ref(true);
const still = useTimeoutFn(
  take,
  () => ((since.value ?? 0) >= NEAR * aim.value ? STILL_MS : PAUSE_MS),
  { immediate: false },
);
watch([within, steady, () => line?.id, () => batch.version, auto], () => {
  if (auto.value && within.value && steady.value) still.start();
  else still.stop();
});

function take(): void {
  if (shown.value !== null) emit("take", { shown: shown.value, state: scale.value?.state ?? "" });
}

type Do = "tare" | "here" | "next" | "jar" | "bowl";
async function set(what: Do): Promise<void> {
  if (what === "tare" && scale.value)
    await play.mutateAsync({ id: scale.value.id, body: { tare: true } }).catch(() => null);
  const body = { version: batch.version, do: what, shown: shown.value ?? 0 };
  await bowl.mutateAsync({ id: batch.id, body }).catch(() => null);
}
</script>

<template>
  <div v-if="scale" class="scale">
    <p class="reads flex gap-3 items-baseline">
      <span class="quiet">{{ scale.name }}</span>
      <strong>{{ since === null ? "–" : grams(Math.max(since, 0)) }}</strong>
      <span class="quiet">{{ steady ? "steady" : scale.value === null ? "" : "moving" }}</span>
    </p>
    <svg
      v-if="line"
      viewBox="0 0 400 36"
      preserveAspectRatio="none"
      role="img"
      :aria-label="`${grams(Math.max(since ?? 0, 0))} of ${grams(aim)}`"
    >
      <rect class="ground" width="400" height="36" rx="6" />
      <rect
        class="band"
        :x="400 * low"
        width="0"
        height="36"
        :style="{ width: `${400 * (high - low)}px` }"
      />
      <rect
        class="fill"
        :class="{ within }"
        height="20"
        y="8"
        rx="4"
        :width="400 * filled"
        data-bar
      />
      <line class="aim" :x1="(400 * aim) / top" :x2="(400 * aim) / top" y1="0" y2="36" />
    </svg>
    <p v-if="says" class="says border-l-4 border-throat pl-3" role="status">{{ says }}</p>
    <div class="row flex flex-wrap gap-x-4.5 gap-y-1 items-center">
      <button type="button" class="act" :disabled="!steady" @click="take">Use this weight</button>
      <button type="button" class="act" @click="set('tare')">Tare</button>
      <label><input v-model="auto" type="checkbox" /> Use steady weights automatically</label>
      <details>
        <summary class="act">More</summary>
        <button type="button" class="act" @click="set('here')">Count from here</button>
        <button type="button" class="act" @click="set('next')">Next bowl</button>
        <button type="button" class="act" @click="set(batch.from_jar ? 'bowl' : 'jar')">
          {{ batch.from_jar ? "Weigh into the bowl" : "Weigh out of the jar" }}
        </button>
      </details>
    </div>
    <p v-if="batch.bowl_total" class="quiet small">
      In the bowl so far {{ grams(batch.bowl_total) }}; the scale should read
      {{ grams(batch.bowl_base) }}.
    </p>
  </div>
</template>

<style scoped>
.scale {
  display: grid;
  gap: 8px;
}

.reads strong {
  font: 560 2rem/1 var(--serif);
  font-variant-numeric: tabular-nums;
}

svg {
  width: 100%;
  height: 44px;
}

.ground {
  fill: var(--paper);
  stroke: var(--hairline);
}

.band {
  fill: var(--herb);
}

.fill {
  fill: var(--vein);
}

.fill.within {
  fill: var(--leaf);
}

.aim {
  stroke: var(--ink);
  stroke-width: 2;
}

details[open] {
  flex-basis: 100%;
}

details .act {
  margin-right: 18px;
}

.act,
label {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
</style>
