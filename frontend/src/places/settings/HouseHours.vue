<script setup lang="ts">
/** When nobody is at it: hours asleep and out, pots and bathrooms; what is to be made goes round them. */
import { computed, reactive, watch } from "vue";
import type { OutHours } from "@/api/types";
import {
  useFreeTime,
  useHousehold,
  useRestoreTime,
  useSaveHousehold,
  useTakenTimes,
  type Settings,
} from "@/api/household";
import { tell, tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";

const household = useHousehold();
const save = useSaveHousehold();
const taken = useTakenTimes();
const free = useFreeTime();
const restore = useRestoreTime();
const { errors, trouble } = useTrouble(save.error);
const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const short = (time: string | null | undefined): string => (time ?? "").slice(0, 5);

const entered = reactive({ from: "", to: "", pots: "1", bathrooms: "1", out: [] as OutHours[] });
const next = reactive({ weekday: 0, begin: "08:00", end: "17:00" });
watch(
  () => household.data.value,
  (now) => {
    if (!now) return;
    entered.from = short(now.asleep_from);
    entered.to = short(now.asleep_to);
    entered.pots = String(now.pots);
    entered.bathrooms = String(now.bathrooms);
    entered.out = now.out.map((one) => ({ ...one }));
  },
  { immediate: true },
);
const wrong = computed(
  () =>
    errors.value["asleep_from"] ??
    errors.value["asleep_to"] ??
    errors.value["out"] ??
    errors.value["pots"] ??
    errors.value["bathrooms"] ??
    trouble.value,
);

async function change(changed: Partial<Settings>): Promise<void> {
  const before = household.data.value;
  if (!before) return;
  const names = Object.keys(changed) as (keyof Settings)[];
  const back = Object.fromEntries(names.map((name) => [name, before[name]])) as Partial<Settings>;
  const kept = await save.mutateAsync(changed).catch(() => null);
  if (kept) tell("Settings are changed.", () => save.mutateAsync(back));
}
function asleep(): void {
  if (Boolean(entered.from) === Boolean(entered.to))
    void change({ asleep_from: entered.from || null, asleep_to: entered.to || null });
}
const leaveOut = (place: number) => change({ out: entered.out.filter((_, i) => i !== place) });
const freeAgain = (id: number) =>
  tellOf(
    "That time is free again.",
    () => free.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
</script>

<template>
  <section id="hours" aria-labelledby="hours-title">
    <h2 id="hours-title">Hours, pots and bathrooms</h2>
    <LoadState
      v-if="household.error.value || !household.data.value"
      :error="household.error.value"
      @again="household.refetch()"
    />
    <div v-else class="grid gap-2.5 mx-0 mt-2 mb-6">
      <p class="quiet">
        What is to be made for a wash is begun while you are up and in; what only waits goes on
        while you sleep.
      </p>
      <div class="row">
        <label
          >Asleep from
          <input v-model="entered.from" type="time" aria-label="Asleep from" @change="asleep()"
        /></label>
        <label
          >to <input v-model="entered.to" type="time" aria-label="Asleep to" @change="asleep()"
        /></label>
        <label
          >Pots
          <input
            v-model="entered.pots"
            class="brief"
            inputmode="numeric"
            aria-label="Pots"
            @change="change({ pots: entered.pots as never })"
        /></label>
        <label
          >Bathrooms
          <input
            v-model="entered.bathrooms"
            class="brief"
            inputmode="numeric"
            aria-label="Bathrooms"
            @change="change({ bathrooms: entered.bathrooms as never })"
        /></label>
      </div>
      <h3 class="text-lg">Out of the house</h3>
      <p v-if="!entered.out.length" class="quiet">Never, as far as is said here.</p>
      <ul class="list-none m-0 p-0">
        <li v-for="(one, i) in entered.out" :key="i">
          {{ DAYS[one.weekday] }}, {{ short(one.begin) }} to {{ short(one.end) }}
          <button type="button" class="act small" @click="leaveOut(i)">
            Remove<span class="unseen">: {{ DAYS[one.weekday] }}</span>
          </button>
        </li>
      </ul>
      <div class="row">
        <select v-model="next.weekday" aria-label="Day">
          <option v-for="(day, i) in DAYS" :key="day" :value="i">{{ day }}</option>
        </select>
        <input v-model="next.begin" type="time" aria-label="Out from" />
        <input v-model="next.end" type="time" aria-label="Out to" />
        <button
          type="button"
          class="act"
          :disabled="!next.begin || !next.end"
          @click="change({ out: [...entered.out, { ...next }] })"
        >
          Add these hours
        </button>
      </div>
      <template v-if="taken.data.value?.length">
        <h3 class="text-lg">Taken</h3>
        <ul class="list-none m-0 p-0">
          <li v-for="one in taken.data.value" :key="one.id">
            {{ one.note || "taken" }}: {{ when(one.begin) }} to {{ when(one.end) }}
            <button type="button" class="act small" @click="freeAgain(one.id)">
              Remove<span class="unseen">: {{ one.note }}</span>
            </button>
          </li>
        </ul>
      </template>
      <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    </div>
  </section>
</template>

<style scoped>
.row label {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
