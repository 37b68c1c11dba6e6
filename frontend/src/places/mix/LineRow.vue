<script setup lang="ts">
/** One line of the jug: what goes in, how much of it, and its place in the pouring order. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, useId } from "vue";
import type { Mix, Supply } from "@/api/types";
import { useTakesReading } from "@/app/tray";
import OrderActs from "@/parts/OrderActs.vue";
import { said, span } from "@/parts/ph";
import { lineOf, type Line } from "./lines";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import { plain } from "@/parts/typed";

const { supply, place, answer, errors } = defineProps<{
  supply: Supply | undefined;
  /** Counted from 0. */
  place: number;
  many: number;
  answer: Mix["lines"][number] | undefined;
  errors: Record<string, string>;
}>();
const line = defineModel<Line>({ required: true });
const emit = defineEmits<{ how: [how: Line["how"]]; move: [by: number]; remove: [] }>();

const HOWS: { key: Line["how"]; name: string }[] = [
  { key: "fill", name: "tops up the jug" },
  { key: "solve", name: "we work it out" },
];
const id = useId();
const called = computed(() => supply?.name ?? "what goes in");
const error = computed(() =>
  ["supply_key", "amount", "how", "unit", "packed"]
    .map((field) => errors[`lines.${place}.${field}`])
    .find(Boolean),
);
const spooned = computed(
  () => supply?.unit === "g" && !["g", "kg", "oz"].includes(line.value.unit) && supply.packs,
);
const more = computed(
  () =>
    spooned.value ||
    (supply && !supply.at_hand) ||
    (line.value.how === "amount" && answer && answer.unit !== line.value.unit),
);
/** Where what is known of it is changed, and the way leads back from. */
const figures = computed(() => {
  if (!supply?.at_hand) return undefined;
  const path = supply.what === "water" ? "/shelf/waters" : "/shelf";
  return { path, query: { change: supply.key } };
});
const ways = computed(() => [
  ...(supply?.units ?? []),
  ...HOWS.filter((one) => one.key !== "fill" || supply?.unit !== "g"),
]);
const way = computed(() => (line.value.how === "amount" ? line.value.unit : line.value.how));

/** So much in this unit; or to fill the jug, or to be worked out. */
function measure(by: string): void {
  const how = HOWS.find((one) => one.key === by)?.key;
  if (how) return emit("how", how);
  if (line.value.how !== "amount") {
    emit("how", "amount");
    if (by !== line.value.unit) line.value.amount = "1";
  }
  line.value.unit = by;
}

function choose(now: Supply): void {
  const fits = now.units.some((one) => one.key === line.value.unit);
  Object.assign(line.value, { supply_key: now.key }, fits ? {} : { unit: lineOf(now).unit });
}

const takes = useTakesReading(
  () => (supply?.unit === "g" ? "scale" : undefined),
  (value) => Object.assign(line.value, { amount: plain(value), unit: "g" }),
);
</script>

<template>
  <li
    class="grid grid-cols-[18px_minmax(0,1fr)_92px_minmax(0,182px)_auto] gap-x-2 gap-y-0.5 items-center phone:grid-cols-[18px_76px_minmax(0,1fr)_auto] phone:pb-2 phone:border-b phone:border-hairline"
  >
    <span class="nth" aria-hidden="true">{{ place + 1 }}</span>
    <SupplyPicker
      :supply="supply ?? null"
      :label="`Line ${place + 1}, what goes in`"
      :invalid="Boolean(errors[`lines.${place}.supply_key`])"
      :described="error ? id : undefined"
      class="supply"
      @choose="choose"
    />
    <InputText
      v-if="line.how === 'amount'"
      v-model="line.amount"
      inputmode="decimal"
      autocomplete="off"
      :aria-label="`Amount of ${called}`"
      :aria-describedby="error ? id : undefined"
      :invalid="Boolean(errors[`lines.${place}.amount`])"
      class="amount"
      v-bind="takes"
    />
    <p v-else class="amount grid leading-[1.25]">
      <template v-if="answer">
        <strong>{{ said(answer.amount) }} {{ answer.unit }}</strong>
        <span class="quiet small" title="what it may really be, measured so">
          {{ span(said(answer.low), said(answer.high)) }}
        </span>
      </template>
    </p>
    <Select
      :model-value="way"
      :options="ways"
      option-label="name"
      option-value="key"
      :aria-label="`How much ${called}`"
      @update:model-value="measure"
    />
    <OrderActs
      :place="place"
      :many="many"
      :earlier="`Pour ${called} earlier`"
      :later="`Pour ${called} later`"
      :out="`Leave out ${called}`"
      @move="emit('move', $event)"
      @remove="emit('remove')"
    >
      <RouterLink v-if="figures" :to="figures" :aria-label="`Change the figures of ${called}`"
        >✎</RouterLink
      >
    </OrderActs>
    <p v-if="error" :id="id" class="error col-[2/-1] flex gap-4 text-madder text-md" role="alert">
      {{ error }}
    </p>
    <p v-else-if="more" class="quiet small col-[2/-1] flex gap-4">
      <template v-if="answer && answer.unit !== line.unit && line.how === 'amount'">
        {{ said(answer.amount) }} {{ answer.unit }}, likely
        {{ span(said(answer.low), said(answer.high)) }}
      </template>
      <label v-if="spooned"><input v-model="line.packed" type="checkbox" /> pressed down</label>
      <span v-if="supply && !supply.at_hand">not on the shelf</span>
    </p>
  </li>
</template>

<style scoped>
.order a {
  min-width: 24px;
  text-align: center;
  text-decoration: none;
}

@media (max-width: 760px) {
  .supply {
    grid-column: 2 / -1;
  }

  .amount {
    grid-column: 2;
  }
}
</style>
