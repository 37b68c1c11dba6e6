<script setup lang="ts">
/** How it is used, made and kept: a few choices in a line each. */
import { computed } from "vue";
import type { Bench, Formula, Vessel } from "@/api/types";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";

const { bench, vessels } = defineProps<{
  bench: Bench;
  vessels: Vessel[];
  errors: Record<string, string>;
  names: Map<number, string>;
}>();
const formula = defineModel<Formula>({ required: true });
const vessel = defineModel<number | null>("vessel", { required: true });

const USES = [
  { key: "rinsed_out", name: "rinsed out" },
  { key: "left_in", name: "left in" },
];
const ZONES = [
  { key: "both", name: "scalp and lengths" },
  { key: "scalp", name: "the scalp" },
  { key: "lengths", name: "the lengths" },
];
const PLACES = [
  { key: "shelf", name: "on the shelf" },
  { key: "fridge", name: "in the fridge" },
  { key: "freezer", name: "in the freezer" },
];
const plain = (keys: string[]) => keys.map((key) => ({ key, name: key }));
const bowls = computed(() => [
  { id: null as number | null, name: "any that is large enough" },
  ...vessels.map((one) => ({ id: one.id as number | null, name: `${one.name}, ${one.volume} mL` })),
]);
const family = computed(() => bench.families.find((one) => one.key === formula.value.family));
const shares = computed(() =>
  (formula.value.lines ?? []).some((line) => ["%", "part"].includes(line.unit ?? "")),
);
const base = computed(() => (formula.value.lines ?? []).some((line) => line.unit === "per 100"));
const lines = computed(() => [
  { id: null as number | null, name: "the heaviest line" },
  ...[...(formula.value.lines ?? [])].map((line) => ({
    id: line.id as number | null,
    name: `line ${line.id}`,
  })),
]);
const wants = computed({
  get: () => formula.value.wants ?? [],
  set: (now: string[]) => (formula.value.wants = now),
});
/** Of another family it is used as that is usually used. */
function become(key: string | null): void {
  const now = bench.families.find((one) => one.key === key);
  if (!now) return;
  Object.assign(formula.value, {
    family: now.key,
    use: now.stays ? "left_in" : "rinsed_out",
    minutes: String(now.planned_minutes),
    family_by: "chosen",
  });
}

const hint = computed(() => {
  if (!family.value || formula.value.use === "left_in") return undefined;
  const [low, high] = family.value.usual;
  return `usually ${low} to ${high}, ${family.value.most} at most`;
});
</script>

<template>
  <section aria-label="How it is used and kept" class="settings">
    <PickField
      :model-value="formula.family"
      label="Family"
      :options="bench.families"
      by="key"
      :error="errors['family']"
      @update:model-value="become"
    />
    <PickField v-model="formula.use" label="Use" :options="USES" by="key" />
    <PickField v-model="formula.zone" label="Goes on" :options="ZONES" by="key" />
    <TextField
      v-if="formula.use === 'rinsed_out'"
      :model-value="formula.minutes ?? ''"
      label="Minutes on the head"
      decimal
      :hint="hint"
      :error="errors['minutes']"
      @update:model-value="formula.minutes = $event"
    />
    <TextField
      :model-value="formula.apart ?? ''"
      label="Days between two, at least"
      decimal
      :hint="family ? `usually ${family.apart}` : undefined"
      :error="errors['apart']"
      @update:model-value="formula.apart = $event"
    />
    <TextField
      v-if="family?.thins || formula.thinned"
      :model-value="formula.thinned ?? ''"
      label="Parts of water when used"
      decimal
      hint="to one of it; empty: as it is"
      :error="errors['thinned']"
      @update:model-value="formula.thinned = $event"
    />
    <TextField
      :model-value="formula.thought ?? ''"
      label="What you think its pH is"
      hint="if you like: 4.5, or 4 to 5"
      :error="errors['thought']"
      @update:model-value="formula.thought = $event"
    />
    <TextField
      v-if="shares || formula.makes"
      :model-value="formula.makes ?? ''"
      label="Make in all, g"
      decimal
      :error="errors['makes']"
      @update:model-value="formula.makes = $event"
    />
    <PickField
      v-if="base"
      :model-value="formula.base ?? null"
      label="The base is"
      :options="lines.map((one) => ({ ...one, name: names.get(one.id ?? 0) ?? one.name }))"
      by="id"
      placeholder="the heaviest line"
      @update:model-value="formula.base = $event"
    />
    <PickField v-model="formula.place" label="Stored" :options="PLACES" by="key" />
    <PickField v-model="formula.pot" label="Pot or bowl of" :options="bench.pots" by="key" />
    <PickField
      v-model="formula.bottle"
      label="Bottle of"
      :options="plain(bench.bottles)"
      by="key"
    />
    <PickField
      v-if="vessels.length"
      v-model="vessel"
      label="Made in"
      :options="bowls"
      by="id"
      placeholder="any that is large enough"
      :error="errors['vessel']"
    />
    <fieldset class="wants">
      <legend class="quiet">Wants, before it goes on</legend>
      <label v-for="one in bench.preconditions" :key="one.key">
        <input v-model="wants" type="checkbox" :value="one.key" /> {{ one.name }}
      </label>
    </fieldset>
    <label class="flex gap-2 items-center self-center">
      <input v-model="formula.cover" type="checkbox" /> under a cap or film
    </label>
  </section>
</template>

<style scoped>
.settings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(180px, 100%), 1fr));
  gap: 12px 16px;
  align-items: start;
}

.wants {
  grid-column: 1 / -1;
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
</style>
