<script setup lang="ts">
/** One, two or three standards, and what the meter shows in each. */
import { computed } from "vue";
import type { CalibrationIn, Instrument } from "@/api/types";
import { useCalibrate, useStandards } from "@/api/instruments";
import { lives } from "@/app/tray";
import { tell } from "@/app/undo";
import { useTyped } from "@/parts/edit";
import { ph, span } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import FormFrame from "@/parts/FormFrame.vue";
import { kindOf } from "@/parts/figures";
import { plain } from "@/parts/typed";

const { instrument } = defineProps<{ instrument: Instrument }>();
const emit = defineEmits<{ done: [] }>();
const save = useCalibrate();
const { errors, trouble } = useTrouble(save.error);

const MOST = 3;
const BOUGHT = "bought";
interface Typed {
  standard: string;
  ph: string;
  shown: string;
}
const point = (): Typed => ({ standard: "cream_of_tartar", ph: "", shown: "" });
const edit = useTyped(`calibration /api/instruments/${instrument.id}`, () => ({
  temperature: "20",
  points: [point()],
}));
const entered = edit.entered;
const degrees = computed(() => {
  const typed = Number(entered.temperature.replace(",", "."));
  return entered.temperature.trim() && Number.isFinite(typed) ? typed : 20;
});
const standards = useStandards(degrees);
const offered = computed(() => [
  { key: BOUGHT, name: "a bought buffer" },
  ...(standards.data.value ?? []).map((one) => ({
    key: one.key,
    name: `${one.name}, pH ${one.ph.value.toFixed(2)}`,
  })),
]);
const live = computed(() => lives.value.find((one) => one.id === instrument.id));
/** A meter that speaks gives millivolts; one that is read by eye shows its own pH. */
const unit = computed(() => (instrument.link === "hand" ? "pH" : "mV"));
const chosen = (one: Typed) => standards.data.value?.find((each) => each.key === one.standard);

async function store(): Promise<void> {
  const body = {
    points: entered.points.map((one) => ({
      standard: one.standard === BOUGHT ? "" : one.standard,
      ph: one.standard === BOUGHT ? one.ph || null : null,
      shown: one.shown,
      unit: unit.value,
      temperature: entered.temperature,
    })),
  };
  const done = await save
    .mutateAsync({ id: instrument.id, body: body as CalibrationIn })
    .catch(() => null);
  if (!done) return;
  edit.startOver();
  tell(`${instrument.name} is calibrated.`);
  emit("done");
}
const form = { edit, saving: save.isPending, trouble, store };
</script>

<template>
  <FormFrame
    :title="`Calibrate ${instrument.name}`"
    label="Calibrate it"
    :form="form"
    @cancel="emit('done')"
  >
    <TextField
      v-model="entered.temperature"
      label="The standards are at, °C"
      decimal
      short
      takes="thermometer"
      :error="errors['points.0.temperature'] ?? standards.error.value?.message"
    />
    <p class="quiet">
      Rinse the electrode, stand it in the standard, and wait until it is steady.
      <template v-if="live?.raw !== null && live">
        It shows {{ live.raw?.toFixed(1) }} mV now: {{ live.says.toLowerCase() }}
      </template>
    </p>
    <template v-for="(one, i) in entered.points" :key="i">
      <PickField v-model="one.standard" :label="`Standard ${i + 1}`" :options="offered" by="key" />
      <div class="flex flex-wrap gap-x-4 gap-y-2 items-end">
        <TextField
          v-if="one.standard === BOUGHT"
          v-model="one.ph"
          label="its pH"
          decimal
          :error="errors[`points.${i}.ph`]"
        />
        <TextField
          v-model="one.shown"
          :label="`it shows, ${unit}`"
          decimal
          :error="errors[`points.${i}.shown`]"
        />
        <button
          v-if="live?.raw !== null && live"
          type="button"
          class="act"
          @click="one.shown = plain(live.raw)"
        >
          Take what it shows
        </button>
      </div>
      <p v-if="chosen(one)" class="whole small quiet">
        {{ chosen(one)!.make }} It stands {{ chosen(one)!.stands }}. pH
        {{ chosen(one)!.ph.value.toFixed(2) }}, likely
        {{ span(ph(chosen(one)!.ph.low), ph(chosen(one)!.ph.high)) }}
        <em>{{ kindOf(chosen(one)!.ph) }}</em>
      </p>
    </template>
    <p v-if="errors['points']" class="whole error" role="alert">{{ errors["points"] }}</p>
    <p class="whole row">
      <button
        v-if="entered.points.length < MOST"
        type="button"
        class="act"
        @click="entered.points.push(point())"
      >
        One more standard
      </button>
      <button
        v-if="entered.points.length > 1"
        type="button"
        class="act"
        @click="entered.points.pop()"
      >
        One less
      </button>
    </p>
  </FormFrame>
</template>
