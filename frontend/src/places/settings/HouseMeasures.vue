<script setup lang="ts">
/** Whose spoons and cups these are, how money and numbers are written, and the time zone it lives by. */
import { computed, ref, watch } from "vue";
import type { Household } from "@/api/types";
import { useHousehold, useSaveHousehold, type Settings } from "@/api/household";
import { tell } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { dayOf } from "@/parts/when";

const household = useHousehold();
const save = useSaveHousehold();
const { errors, trouble } = useTrouble(save.error);
const HABITS = [
  { value: "" as const, label: "ask where it could be either" },
  { value: "point" as const, label: "1.5, and 1,234 is a thousand and more" },
  { value: "comma" as const, label: "1,5, and 1.234 is a thousand and more" },
];

/** Change one setting, with the way back. */
async function change(changed: Partial<Settings>): Promise<void> {
  const before = household.data.value;
  if (!before) return;
  const names = Object.keys(changed) as (keyof Settings)[];
  const back = Object.fromEntries(names.map((name) => [name, before[name]])) as Partial<Settings>;
  const kept = await save.mutateAsync(changed).catch(() => null);
  if (kept) tell("Settings are changed.", () => save.mutateAsync(back));
}
const one = <Name extends keyof Settings>(name: Name, otherwise: Household[Name]) =>
  computed({
    get: () => household.data.value?.[name] ?? otherwise,
    set: (now: Household[Name]) => void change({ [name]: now } as Partial<Settings>),
  });
const system = one("system", "");
const decimal = one("decimal", "");
const MACHINE = "machine"; // an empty key would be no choice
const zone = computed({
  get: () => household.data.value?.zone || MACHINE,
  set: (now: string) => void change({ zone: now === MACHINE ? "" : now }),
});
const currency = ref("");
watch(
  () => household.data.value?.currency,
  (now) => (currency.value = now ?? ""),
  { immediate: true },
);

const says = computed(
  () => household.data.value?.systems.find((each) => each.key === system.value)?.says,
);
const zones = computed(() => [
  { key: MACHINE, name: `this machine’s (${household.data.value?.machine_zone})` },
  ...(household.data.value?.zones ?? []).map((key) => ({ key, name: key.replaceAll("_", " ") })),
]);
</script>

<template>
  <section aria-labelledby="measures">
    <h2 id="measures">Measures, money and time</h2>
    <LoadState
      v-if="household.error.value || !household.data.value"
      :error="household.error.value"
      @again="household.refetch()"
    />
    <div
      v-else
      class="grid grid-cols-[minmax(0,420px)_120px] gap-6 mx-0 mt-2 mb-6 phone:grid-cols-1"
    >
      <PickField
        v-model="system"
        label="Whose spoons and cups these are"
        :options="household.data.value.systems"
        by="key"
        :hint="says"
        :error="errors['system'] ?? errors['version'] ?? trouble"
      />
      <TextField
        v-model="currency"
        label="Prices are in"
        short
        :error="errors['currency']"
        @change="change({ currency })"
      />
      <PickField
        v-model="zone"
        label="Time zone"
        :options="zones"
        by="key"
        :hint="`Today is ${dayOf(household.data.value.today)} here: washes, use-by dates and patch tests go by it.`"
        :error="errors['zone']"
      />
      <div class="col-span-full">
        <p class="quiet">How you write numbers</p>
        <ChoiceRow v-model="decimal" :choices="HABITS" label="How you write numbers" />
      </div>
    </div>
  </section>
</template>
