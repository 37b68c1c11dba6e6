<script setup lang="ts">
/** Portion: into bottles, jars and cubes, each with its place, its day and why; and the labels for them. */
import { computed, ref, watch } from "vue";
import type { Batch } from "@/api/types";
import { useContainers, useFill, useLabelSizes, useRemoveTopping, useTopUp } from "@/api/make";
import { useVessels } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { tell } from "@/app/undo";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { dayOf } from "@/parts/when";
import ContainerRow from "./ContainerRow.vue";
import { PLACES } from "./words";

const { batch, listed = true } = defineProps<{
  batch: Batch;
  /** Whether what it was filled into is listed here. */
  listed?: boolean;
}>();
const fill = useFill();
const vessels = useVessels();
const sizes = useLabelSizes();
const topUp = useTopUp();
const untop = useRemoveTopping();
const stock = useContainers();
const { errors, trouble } = useTrouble(computed(() => topUp.error.value ?? fill.error.value));

const BELOW = ["made", "filled_on", "use_by", "version"];
const amiss = computed(
  () => BELOW.map((field) => errors.value[field]).find(Boolean) ?? trouble.value,
);

const under = ref<number | null>(null);
const vessel = ref<number | null>(null);
const today = computed(() => batch.steps.some((step) => step.kind === "serve"));
const name = ref(today.value ? "Bowl for today" : "");
const count = ref("12");
const amount = ref("");
const into = ref<"bottle" | "cubes" | "top">(
  !today.value && batch.keep_at === "freezer" ? "cubes" : "bottle",
);
const place = ref<"shelf" | "fridge" | "freezer">(today.value ? "shelf" : batch.keep_at);
const size = ref("alone");
const skip = ref("0");
const places = [...PLACES];
const KINDS = [
  { value: "bottle", label: "a bottle or jar" },
  { value: "cubes", label: "cubes" },
];
/** What was made by the same formula before and still has some in it. */
const alike = computed(() =>
  (stock.data.value ?? [])
    .filter((one) => one.formula !== null && one.formula === batch.formula)
    .filter((one) => one.batch !== batch.id && one.soon !== "past")
    .map((one) => ({
      ...one,
      name: `${one.name}, ${said(one.left)} ${one.unit} left, by ${dayOf(one.use_by)}`,
    })),
);
const kinds = computed(() =>
  alike.value.length ? [...KINDS, { value: "top", label: "on top of what is there" }] : KINDS,
);
const holders = computed(() => [
  { id: null as number | null, name: "something else" },
  ...(vessels.data.value ?? []).map((one) => ({ id: one.id as number | null, name: one.name })),
]);
const left = computed(() => batch.left);
/** All that is left, or as much of it as the vessel holds: it stands in the field until another is typed. */
const offered = computed(() => {
  const volume = vessels.data.value?.find((one) => one.id === vessel.value)?.volume;
  const whole = Math.floor(Math.min(volume ?? left.value, left.value));
  return whole > 0 ? said(whole) : "";
});
watch(
  offered,
  (now, before = "") => {
    if (amount.value === before) amount.value = now;
  },
  { immediate: true },
);
const labels = computed(
  () => `/api/make/batches/${batch.id}/labels?size=${size.value}&skip=${Number(skip.value) || 0}`,
);

async function pourOnTop(): Promise<void> {
  const old = alike.value.find((one) => one.id === under.value);
  if (!old) return;
  const body = { version: old.version, batch: batch.id, amount: amount.value as never };
  const done = await topUp.mutateAsync({ id: old.id, body }).catch(() => null);
  if (!done) return;
  const [last] = done.toppings.slice(-1);
  tell(`On top: ${done.name} keeps its oldest day, ${dayOf(done.use_by)}.`, () =>
    last ? untop.mutateAsync(last.id).catch((error: Error) => tell(error.message)) : null,
  );
  amount.value = offered.value;
}

async function put(): Promise<void> {
  fill.reset();
  topUp.reset();
  if (into.value === "top") return pourOnTop();
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
  if (done) [amount.value, name.value] = [offered.value, ""];
}
</script>

<template>
  <div class="portion">
    <p class="text-2xl">
      About {{ said(Math.round(left)) }} {{ batch.unit }} left to fill.
      <em class="quiet">{{ batch.yielded === null ? "computed" : "measured" }}</em>
    </p>
    <form @submit.prevent="put">
      <ChoiceRow v-model="into" :choices="kinds" label="Into what" />
      <div class="row flex flex-wrap gap-x-4 gap-y-2 items-start">
        <PickField
          v-if="into === 'bottle'"
          v-model="vessel"
          label="Into"
          :options="holders"
          by="id"
          placeholder="something else"
          :error="errors['vessel']"
        />
        <PickField
          v-else-if="into === 'top'"
          v-model="under"
          label="On top of"
          :options="alike"
          by="id"
          hint="Only what was made by the same formula; the oldest day stays."
          :error="errors['batch']"
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
      <ChoiceRow v-if="into !== 'top'" v-model="place" :choices="places" label="Where it stands" />
      <button type="submit" class="press" :disabled="into === 'top' && under === null">
        {{ into === "top" ? "Poured on top" : "Filled" }}
      </button>
    </form>
    <p v-if="amiss" class="trouble" role="alert">
      {{ amiss }}
    </p>
    <ul v-if="listed && batch.containers.length" class="list-none m-0 p-0">
      <ContainerRow v-for="one in batch.containers" :key="one.id" :container="one" bare />
    </ul>
    <div
      v-if="batch.containers.length && sizes.data.value"
      class="row flex flex-wrap gap-x-4 gap-y-2 items-end"
    >
      <PickField v-model="size" label="Labels" :options="sizes.data.value" by="key" />
      <TextField
        v-if="size !== 'alone'"
        v-model="skip"
        label="Places already used on the sheet"
        decimal
        short
      />
      <a class="act min-h-11 inline-flex items-center" :href="labels" target="_blank" rel="noopener"
        >Print the labels</a
      >
      <a
        class="act min-h-11 inline-flex items-center"
        :href="`/api/make/batches/${batch.id}/card`"
        target="_blank"
        rel="noopener"
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
</style>
