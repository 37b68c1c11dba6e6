<script setup lang="ts">
/** Portion: into bottles, jars and cubes, each with its place, its day and why; and the labels for them. */
import { computed, ref } from "vue";
import type { Batch } from "@/api/client";
import { useFill, useLabelSizes } from "@/api/make";
import { useVessels } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import ContainerRow from "./ContainerRow.vue";
import { PLACES } from "./words";

const { batch } = defineProps<{ batch: Batch }>();
const fill = useFill();
const vessels = useVessels();
const sizes = useLabelSizes();
const { errors, trouble } = useTrouble(fill.error);

const into = ref<"bottle" | "cubes">("bottle");
const vessel = ref<number | null>(null);
const name = ref("");
const count = ref("12");
const amount = ref("");
const place = ref<"shelf" | "fridge" | "freezer">("fridge");
const size = ref("alone");
const skip = ref("0");
const places = [...PLACES];
const KINDS = [
  { value: "bottle", label: "a bottle or jar" },
  { value: "cubes", label: "cubes" },
];
const holders = computed(() => [
  { id: null as number | null, name: "something else" },
  ...(vessels.data.value ?? []).map((one) => ({ id: one.id as number | null, name: one.name })),
]);
const made = computed(() => batch.yielded ?? batch.done.makes?.value ?? 0);
const filled = computed(() => batch.containers.reduce((sum, one) => sum + one.filled, 0));
const left = computed(() => Math.max(made.value - filled.value, 0));
const dry = computed(() => batch.containers[0]?.unit === "g");
const labels = computed(
  () => `/api/make/batches/${batch.id}/labels?size=${size.value}&skip=${Number(skip.value) || 0}`,
);

async function put(): Promise<void> {
  const cubes = into.value === "cubes";
  const body = {
    version: batch.version,
    name: name.value,
    vessel: cubes ? null : vessel.value,
    count: cubes ? Number(count.value) || 1 : 1,
    amount: amount.value as never,
    place: place.value,
    filled_on: null,
    use_by: null,
  };
  const done = await fill.mutateAsync({ id: batch.id, body }).catch(() => null);
  if (done) amount.value = name.value = "";
}

function chooseVessel(id: number | null): void {
  vessel.value = id;
  const volume = vessels.data.value?.find((one) => one.id === id)?.volume;
  if (volume && !amount.value)
    amount.value = said(Math.floor(Math.min(volume, left.value || volume)));
}
</script>

<template>
  <div class="portion">
    <p class="detail">
      About {{ said(Math.round(left)) }} {{ dry ? "g" : "mL" }} left to fill.
      <em class="quiet">{{ batch.yielded === null ? "computed" : "measured" }}</em>
    </p>
    <form @submit.prevent="put">
      <ChoiceRow v-model="into" :choices="KINDS" label="Into what" />
      <div class="row">
        <PickField
          v-if="into === 'bottle'"
          :model-value="vessel"
          label="Into"
          :options="holders"
          by="id"
          placeholder="something else"
          :error="errors['vessel']"
          @update:model-value="chooseVessel"
        />
        <TextField v-else v-model="count" label="How many cubes" decimal :error="errors['count']" />
        <TextField
          v-if="into === 'bottle' && vessel === null"
          v-model="name"
          label="What it is called"
          hint="such as: jam jar"
        />
        <TextField
          v-model="amount"
          label="How much in all"
          decimal
          takes="scale"
          :error="errors['amount']"
        />
      </div>
      <ChoiceRow v-model="place" :choices="places" label="Where it stands" />
      <button type="submit" class="big" :disabled="!amount">Filled</button>
    </form>
    <p
      v-if="errors['filled_on'] || errors['use_by'] || errors['version'] || trouble"
      class="trouble"
      role="alert"
    >
      {{ errors["filled_on"] ?? errors["use_by"] ?? errors["version"] ?? trouble }}
    </p>
    <ul v-if="batch.containers.length">
      <ContainerRow v-for="one in batch.containers" :key="one.id" :container="one" bare />
    </ul>
    <div v-if="batch.containers.length && sizes.data.value" class="row">
      <PickField v-model="size" label="Labels" :options="sizes.data.value" by="key" />
      <TextField
        v-if="size !== 'alone'"
        v-model="skip"
        label="Places already used on the sheet"
        decimal
        short
      />
      <a class="act" :href="labels" target="_blank" rel="noopener">Print the labels</a>
      <a class="act" :href="`/api/make/batches/${batch.id}/card`" target="_blank" rel="noopener"
        >A card of it</a
      >
    </div>
  </div>
</template>

<style scoped>
.portion,
form {
  display: grid;
  gap: 14px;
}

.detail {
  font-size: 1.25rem;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: end;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.big {
  justify-self: start;
  min-height: 56px;
  border: 2px solid var(--vein);
  border-radius: 20px 20px 20px 6px;
  background: transparent;
  color: var(--vein);
  font: 700 1.125rem var(--sans);
  padding: 8px 28px;
  cursor: pointer;
}

.act {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}

.trouble {
  color: var(--madder);
}
</style>
