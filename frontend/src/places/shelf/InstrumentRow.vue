<script setup lang="ts">
import { computed, ref } from "vue";
import type { Instrument } from "@/api/types";
import {
  useRemoveCalibration,
  useRemoveInstrument,
  useRestoreCalibration,
  useRestoreInstrument,
  usePlay,
} from "@/api/instruments";
import { lives, shown } from "@/app/tray";
import { tellOf } from "@/app/undo";
import { when } from "@/parts/when";
import CalibrateForm from "./CalibrateForm.vue";
import InstrumentForm from "./InstrumentForm.vue";
import PlainRow from "./PlainRow.vue";
import PlayPanel from "./PlayPanel.vue";

const { instrument } = defineProps<{ instrument: Instrument }>();
const remove = useRemoveInstrument();
const restore = useRestoreInstrument();
const removeCalibration = useRemoveCalibration();
const restoreCalibration = useRestoreCalibration();
const play = usePlay();
const calibrating = ref(false);

const CALLED = { scale: "scale", meter: "pH meter", thermometer: "thermometer" } as const;
const LINKED = { hand: "read by eye", simulated: "pretend", bridge: "bridged" } as const;
const live = computed(() => lives.value.find((one) => one.id === instrument.id));
const calibration = computed(() => instrument.calibration);

function takeBack(): void {
  const id = calibration.value?.id;
  if (!id) return;
  void tellOf(
    "That calibration is taken back: the one before it counts.",
    () => removeCalibration.mutateAsync(id),
    () => restoreCalibration.mutateAsync(id),
  );
}
</script>

<template>
  <PlainRow
    :id="`instrument-${instrument.id}`"
    :thing="instrument"
    :remove="remove.mutateAsync"
    :restore="restore.mutateAsync"
  >
    <template #form="{ done }"><InstrumentForm :instrument="instrument" @done="done" /></template>
    <span class="quiet">
      {{ CALLED[instrument.kind] }}, {{ LINKED[instrument.link] }}
      <template v-if="instrument.port">at {{ instrument.host }}:{{ instrument.port }}</template>
    </span>
    <template v-if="calibration" #acts>
      <button
        type="button"
        class="act"
        :aria-label="`Calibrate ${instrument.name}`"
        :aria-expanded="calibrating"
        @click="calibrating = !calibrating"
      >
        Calibrate
      </button>
    </template>
    <template #more>
      <p v-if="live" :class="{ trouble: live.value === null && live.state !== 'resting' }">
        <template v-if="live.value !== null">
          It says <strong>{{ shown(live) }}</strong><template
            v-if="live.raw !== null && live.unit === 'pH'"
          >
            ({{ live.raw.toFixed(1) }} mV)</template
          >.
        </template>
        {{ live.says }}
      </p>
      <template v-if="calibration">
        <p v-if="calibration.made_at">
          Calibrated {{ when(calibration.made_at) }} at {{ calibration.points }}
          {{ calibration.points === 1 ? "point" : "points" }}: slope
          {{ (calibration.slope * 100).toFixed(0) }} %, offset
          {{ calibration.offset.toFixed(0) }} mV, good to ± {{ calibration.reach.toFixed(2) }}
          <em class="quiet">computed</em>
          <button type="button" class="act" @click="takeBack">Remove</button>
        </p>
        <p
          v-for="warning in calibration.warnings"
          :key="warning"
          class="border-l-4 border-throat pl-2.5"
        >
          {{ warning }}
        </p>
      </template>
      <CalibrateForm v-if="calibrating" :instrument="instrument" @done="calibrating = false" />
      <p v-if="instrument.link === 'bridge' && instrument.kind === 'scale'">
        <button
          type="button"
          class="act"
          @click="play.mutate({ id: instrument.id, body: { tare: true } })"
        >
          Tare
        </button>
        <span v-if="play.error.value" class="trouble" role="alert">
          {{ play.error.value.message }}</span
        >
      </p>
      <PlayPanel v-if="instrument.link === 'simulated'" :instrument="instrument" />
    </template>
  </PlainRow>
</template>
