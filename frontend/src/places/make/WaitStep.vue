<script setup lang="ts">
/** A step that goes on by itself, or is done by hand: its clock, its sign, and what to do when that has not come. */
import { computed, ref, watch } from "vue";
import { useLeft } from "@/api/counting";
import type { Batch, RunStep, StepAct } from "@/api/types";
import { useActOnStep } from "@/api/make";
import { useShortcuts } from "@/app/shortcuts";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { clock as told, long } from "@/parts/clocks";
import { span } from "./words";

const { batch, step, waits } = defineProps<{ batch: Batch; step: RunStep; waits: boolean }>();
const act = useActOnStep();
const { errors, trouble } = useTrouble(act.error);
const leftOf = useLeft();

const clock = computed(() => step.clock);
const runs = computed(() => clock.value !== null && clock.value.ended_at === null);
const left = computed(() => leftOf(clock.value?.until_steady));
const minutes = ref("");
const notYet = ref(false);
const names = computed(() =>
  batch.lines.filter((line) => step.lines.includes(line.id)).map((line) => line.name),
);
watch(
  () => step.place,
  () => (notYet.value = false),
);

async function go(what: StepAct["do"], more?: number | string): Promise<boolean> {
  const body = {
    version: batch.version,
    do: what,
    minutes: (more ?? null) as never,
  } as StepAct;
  return act.mutateAsync({ id: batch.id, place: step.place, body }).then(
    () => true,
    () => false,
  );
}

async function start(): Promise<void> {
  if (await go("start", minutes.value || undefined)) minutes.value = "";
}
const LONGER = [5, 10, 30, 60];

useShortcuts([
  { key: "t", does: "Start or stop the clock", run: () => void go(runs.value ? "end" : "start") },
]);
</script>

<template>
  <div class="grid gap-3.5">
    <p v-if="names.length && !waits" class="detail">{{ names.join(", ") }}</p>
    <p v-if="waits" class="usual">
      {{ span(step.least, step.most) }}<template v-if="step.until">, {{ step.until }}</template
      >.
    </p>
    <template v-if="waits">
      <p
        v-if="runs && left !== null"
        :class="['number', { over: left <= 0 }]"
        role="timer"
        :aria-label="left > 0 ? `${told(left)} left` : `Time is up, ${long(-left)} ago`"
      >
        <template v-if="left > 0">{{ told(left) }}</template>
        <template v-else>Time’s up</template>
      </p>
      <p v-if="runs && left !== null && left <= 0" role="status">
        Its time was up {{ long(-left) }} ago.
      </p>
      <p v-if="clock && !runs" class="quiet">{{ clock.says }}</p>
      <p v-if="runs && step.foams" class="foams" role="alert">
        Stay beside it until it only trembles: what foams climbs out of the pot within seconds.
      </p>
      <div v-if="!runs" class="row flex flex-wrap gap-x-4 gap-y-2 items-end">
        <TextField
          v-model="minutes"
          :label="`Minutes, or leave empty for the usual`"
          decimal
          :error="errors['minutes']"
        />
        <button type="button" class="press" @click="start">
          {{ clock ? "Start it anew" : "Start the clock" }}
        </button>
        <button v-if="clock" type="button" class="act min-h-11" @click="go('again')">
          Let it run on
        </button>
      </div>
      <div v-else class="row flex flex-wrap gap-x-4 gap-y-2 items-end">
        <button type="button" class="press" @click="go('end')">Stop the clock</button>
        <span class="quiet">longer:</span>
        <button
          v-for="more in LONGER"
          :key="more"
          type="button"
          class="act min-h-11"
          @click="go('longer', more)"
        >
          {{ more }} min
        </button>
      </div>
    </template>
    <div v-if="step.if_not" class="border-l-4 border-hairline pl-3">
      <p v-if="step.until">
        Ready when <strong>{{ step.until.replace("until ", "") }}</strong>.
      </p>
      <button type="button" class="act min-h-11" :aria-expanded="notYet" @click="notYet = !notYet">
        Not yet
      </button>
      <p v-if="notYet" role="status">{{ step.if_not }}</p>
    </div>
    <p v-if="errors['step'] || errors['version'] || trouble" class="trouble" role="alert">
      {{ errors["step"] ?? errors["version"] ?? trouble }}
    </p>
  </div>
</template>

<style scoped>
.usual,
.detail {
  font-size: 1.25rem;
}

.number {
  font: 560 clamp(3.5rem, 16vw, 6rem) / 1.05 var(--serif);
  color: var(--vein);
  font-variant-numeric: tabular-nums;
}

.over,
.foams {
  border-left: 4px solid var(--madder);
  padding-left: 12px;
  font-weight: 700;
}
</style>
