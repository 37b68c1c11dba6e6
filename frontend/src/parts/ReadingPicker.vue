<script setup lang="ts">
/** A reading: off a drawn scale of the household's own strips, off any strip, or off a meter. */
import { computed, useId, watch } from "vue";
import { useInstruments } from "@/api/instruments";
import { useStrips } from "@/api/shelf";
import ChoiceRow from "./ChoiceRow.vue";
import { RAMP } from "./ph";
import PickField from "./PickField.vue";
import type { Draft } from "./reading";
import TextField from "./TextField.vue";

const { error = "", what = "It read pH" } = defineProps<{
  error?: string | undefined;
  /** What the field is called. */
  what?: string;
}>();
const draft = defineModel<Draft>({ required: true });

const strips = useStrips();
const instruments = useInstruments();
const meters = computed(() => instruments.data.value?.filter((one) => one.kind === "meter") ?? []);
const STEPS = [0.2, 0.5, 1].map((value) => ({ value, label: `${value} apart` }));
const ways = computed(() => [
  ...(strips.data.value ?? []).map((one) => ({ key: `strips-${one.id}`, name: one.name })),
  { key: "strip", name: "any pH strip" },
  ...meters.value.map((one) => ({ key: `meter-${one.id}`, name: one.name })),
]);
const loaded = computed(
  () => strips.data.value !== undefined && instruments.data.value !== undefined,
);
watch(
  [ways, loaded],
  () => {
    // What it was read with last may have left the shelf since.
    if (loaded.value && !ways.value.some((one) => one.key === draft.value.by))
      draft.value.by = ways.value[0]?.key ?? "strip";
  },
  { immediate: true },
);
const blocks = computed(
  () => strips.data.value?.find((one) => `strips-${one.id}` === draft.value.by)?.steps ?? [],
);
const meter = computed(() => meters.value.find((one) => `meter-${one.id}` === draft.value.by));
const number = computed(() => Number(draft.value.value.replace(",", ".")));
const name = useId();

/** Our own ramp, blended between its pure colours: the number beside it says what it is. */
function colour(ph: number): string {
  const above = RAMP.findIndex(([at]) => at >= ph);
  const [high, to] = RAMP[above < 0 ? RAMP.length - 1 : above] ?? [10, "#2C5A85"];
  const [low, from] = RAMP[Math.max((above < 0 ? RAMP.length - 1 : above) - 1, 0)] ?? [
    2,
    "#A8480A",
  ];
  const share = high > low ? Math.min(Math.max((ph - low) / (high - low), 0), 1) : 1;
  return `color-mix(in srgb, ${to} ${Math.round(share * 100)}%, ${from})`;
}
</script>

<template>
  <div class="picker flex flex-wrap gap-x-5 gap-y-3 items-start">
    <PickField v-model="draft.by" label="Read with" :options="ways" by="key" />
    <TextField
      v-model="draft.value"
      :label="what"
      decimal
      short
      :takes="meter ? 'meter' : undefined"
      :error="error"
      :hint="meter?.calibration ? `good to ± ${meter.calibration.reach.toFixed(2)}` : undefined"
    />
    <ChoiceRow
      v-if="draft.by === 'strip'"
      v-model="draft.step"
      :choices="STEPS"
      label="How far apart the strip's blocks are"
      class="apart"
    />
    <fieldset v-if="blocks.length" class="blocks">
      <legend class="unseen">The block that it is nearest to</legend>
      <label v-for="block in blocks" :key="block">
        <input
          type="radio"
          class="unseen"
          :name="name"
          :checked="number === block && draft.value !== ''"
          @change="draft.value = String(block)"
        />
        <span><i :style="{ background: colour(block) }" />{{ block }}</span>
      </label>
    </fieldset>
    <p v-for="warning in meter?.calibration?.warnings ?? []" :key="warning" class="warning small">
      {{ warning }}
    </p>
  </div>
</template>

<style scoped>
.apart {
  padding-top: 27px;
}

.picker > :first-child {
  flex: 0 1 220px;
}

.blocks {
  border: 0;
  padding: 0;
  margin: 0;
  flex: 1 1 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.blocks label {
  position: relative;
}

.blocks span {
  display: grid;
  justify-items: center;
  min-width: 46px;
  padding: 4px;
  border: 2px solid transparent;
  border-radius: 10px;
  cursor: pointer;
}

.blocks i {
  width: 34px;
  height: 34px;
  border-radius: 4px;
  border: 1px solid var(--stem);
}

.blocks input:checked + span {
  border-color: var(--vein);
  font-weight: 700;
}

.blocks input:focus-visible + span {
  outline: 3px solid var(--vein);
}

.warning {
  flex: 1 1 100%;
  border-left: 4px solid var(--throat);
  padding-left: 12px;
}
</style>
