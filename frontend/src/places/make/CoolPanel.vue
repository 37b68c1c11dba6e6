<script setup lang="ts">
/** How it cools: how warm it is now, and how long until it is safe; a thermometer in it makes that surer. */
import { span } from "@/parts/ph";
import { computed, ref } from "vue";
import type { Batch, StepAct } from "@/api/types";
import { useActOnStep, useReadCelsius } from "@/api/make";
import { lives } from "@/app/tray";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

type Cooling = NonNullable<Batch["cooling"]>;
const { batch, cooling } = defineProps<{ batch: Batch; cooling: Cooling }>();
const act = useActOnStep();
const read = useReadCelsius();
const { errors, trouble } = useTrouble(read.error);
const typed = ref("");

const VESSELS = [
  { key: "pot", name: "a steel or enamel pot" },
  { key: "glass", name: "glass or earthenware" },
  { key: "bowl", name: "a wide bowl" },
  { key: "bottle", name: "a bottle or jar" },
  { key: "flask", name: "a vacuum flask" },
];
const LIDS = [
  { key: "off", name: "open" },
  { key: "on", name: "with the lid on" },
  { key: "bath", name: "stood in cold water" },
];
const place = computed(
  () =>
    [...batch.steps].reverse().find((one) => one.clock && one.place <= batch.step)?.place ??
    batch.step,
);

async function stand(more: Partial<StepAct>): Promise<void> {
  const body = { version: batch.version, do: "stand", ...more } as StepAct;
  await act.mutateAsync({ id: batch.id, place: place.value, body }).catch(() => null);
}
const vessel = computed({
  get: () => cooling.vessel as string,
  set: (to) => void stand({ vessel: to as never }),
});
const lid = computed({
  get: () => cooling.lid as string,
  set: (to) => void stand({ lid: to as never }),
});

const probe = computed(() =>
  lives.value.find((one) => one.kind === "thermometer" && one.value !== null),
);
async function keep(celsius: string): Promise<void> {
  const body = { version: batch.version, celsius };
  const done = await read.mutateAsync({ id: batch.id, body }).catch(() => null);
  if (done) typed.value = "";
}
</script>

<template>
  <section class="grid gap-2 border-l-4 border-water pl-4" aria-label="How it cools">
    <p class="text-xl">
      About <strong>{{ Math.round(cooling.now.value) }} °C</strong> now, likely
      {{ span(Math.round(cooling.now.low), Math.round(cooling.now.high)) }}
      <em class="quiet">{{ cooling.readings ? "by the thermometer" : "computed" }}</em>
    </p>
    <p role="status">{{ cooling.says }}</p>
    <div class="row flex flex-wrap gap-x-4 gap-y-2 items-end">
      <PickField v-model="vessel" label="It stands in" :options="VESSELS" by="key" />
      <PickField v-model="lid" label="And is" :options="LIDS" by="key" />
      <form class="row flex flex-wrap gap-x-4 gap-y-2 items-end" @submit.prevent="keep(typed)">
        <TextField
          v-model="typed"
          label="A thermometer in it says, in °C"
          decimal
          takes="thermometer"
          :error="errors['celsius'] ?? errors['version'] ?? trouble"
        />
        <button type="submit" class="act min-h-11" :disabled="!typed">Keep</button>
        <button v-if="probe" type="button" class="act min-h-11" @click="keep(String(probe.value))">
          Take {{ probe.value }} °C
        </button>
      </form>
    </div>
  </section>
</template>
