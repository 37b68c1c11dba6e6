<script setup lang="ts">
/** One line of a formula: what, how much, in which form and phase, and what that weighs. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, ref, useId } from "vue";
import type { Ask, Assessment, Bench, Ingredient, Supply } from "@/api/types";
import { useTakesReading } from "@/app/tray";
import NewMaterial from "@/parts/NewMaterial.vue";
import OrderActs from "@/parts/OrderActs.vue";
import { said } from "@/parts/ph";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import { plain } from "@/parts/typed";

const {
  supply,
  place,
  bench,
  weighed,
  errors,
  ask,
  notes = [],
} = defineProps<{
  supply: Supply | undefined;
  /** Counted from 0. */
  place: number;
  many: number;
  bench: Bench;
  weighed: Assessment["lines"][number] | undefined;
  errors: Record<string, string>;
  /** What is asked, where it is not known what the line names. */
  ask?: Ask | undefined;
  /** What was read otherwise than it is written. */
  notes?: string[];
}>();
const line = defineModel<Ingredient>({ required: true });
const emit = defineEmits<{
  choose: [supply: Supply];
  form: [form: string];
  swap: [];
  move: [by: number];
  remove: [];
  next: [];
}>();

const COVER = "cover";
const id = useId();
const called = computed(() => supply?.name ?? line.value.text ?? "this line");
const error = computed(() =>
  ["supply_key", "amount", "unit", "phase", "form"]
    .map((field) => errors[`lines.${place}.${field}`])
    .find(Boolean),
);
const units = computed(() => [
  ...(supply?.units ?? []),
  ...bench.shares.filter((one) => one.key !== COVER || supply?.unit !== "g"),
]);
const TILL = "till:";
const byTheRest = computed(
  () => line.value.unit === COVER || (line.value.unit ?? "").startsWith(TILL),
);
/** What was written, where it says more than the line does. */
const written = computed(() => (line.value.text && supply ? line.value.text : ""));
const forms = computed(() => bench.forms.filter((one) => supply?.forms.includes(one.key)));
const form = computed(() => line.value.form || weighed?.form || "");
const phase = computed(
  () => line.value.phase || weighed?.phase || (supply?.unit === "g" ? "dry" : "liquid"),
);
const says = computed(() => {
  if (!weighed) return "";
  const [value, low, high] = [weighed.grams.value, weighed.grams.low, weighed.grams.high].map(
    (grams) => said(Number(grams.toPrecision(3))),
  );
  return `${value} g, likely ${low} to ${high}; ${Math.round(weighed.share * 100)} %`;
});

/** Its condition is being written. */
const stating = ref(false);
const adding = ref<string | null>(null);
function made(one: Supply): void {
  adding.value = null;
  emit("choose", one);
}

const takes = useTakesReading(
  () => (supply ? "scale" : undefined),
  (value) => Object.assign(line.value, { amount: plain(value), unit: "g" }),
);
</script>

<template>
  <li>
    <span class="nth phone:hidden" aria-hidden="true">{{ place + 1 }}</span>
    <InputText
      v-model="line.amount"
      inputmode="decimal"
      autocomplete="off"
      :aria-label="`Amount of ${called}`"
      :aria-describedby="error ? id : undefined"
      :invalid="Boolean(errors[`lines.${place}.amount`])"
      class="amount"
      :disabled="byTheRest"
      v-bind="takes"
      @keydown.enter.prevent="emit('next')"
    />
    <Select
      v-model="line.unit"
      :options="units"
      option-label="name"
      option-value="key"
      :aria-label="`How ${called} is measured`"
      :placeholder="units.some((one) => one.key === line.unit) ? '' : line.unit"
      :invalid="Boolean(errors[`lines.${place}.unit`])"
      class="unit"
    />
    <SupplyPicker
      :supply="supply ?? null"
      :label="`Line ${place + 1}, what goes in`"
      :placeholder="line.text || 'What is it?'"
      :invalid="Boolean(errors[`lines.${place}.supply_key`])"
      :described="error ? id : undefined"
      class="supply"
      @choose="emit('choose', $event)"
    />
    <OrderActs
      :place="place"
      :many="many"
      :earlier="`Move ${called} up`"
      :later="`Move ${called} down`"
      :out="`Leave out ${called}`"
      @move="emit('move', $event)"
      @remove="emit('remove')"
    />
    <div class="under col-[2/-1] flex flex-wrap gap-x-3.5 gap-y-0 items-center">
      <span v-if="says" class="quiet small">{{ says }}</span>
      <label class="quiet small"
        ><span class="unseen">Phase of {{ called }}</span>
        <select v-model="line.phase">
          <option value="">{{ bench.phases.find((one) => one.key === phase)?.name }}</option>
          <option
            v-for="one in bench.phases.filter((each) => each.key !== phase)"
            :key="one.key"
            :value="one.key"
          >
            {{ one.name }}
          </option>
        </select></label
      >
      <label v-if="forms.length" class="quiet small"
        ><span class="unseen">Form of {{ called }}</span>
        <select :value="form" @change="emit('form', ($event.target as HTMLSelectElement).value)">
          <option v-for="one in forms" :key="one.key" :value="one.key">{{ one.name }}</option>
        </select></label
      >
      <label v-if="line.only_if" class="small">
        <input
          type="checkbox"
          :checked="!line.left_out"
          :aria-label="`${called} goes in`"
          @change="line.left_out = !($event.target as HTMLInputElement).checked"
        />
        goes in
      </label>
      <input
        v-if="line.only_if || stating"
        v-model="line.only_if"
        class="only-if small"
        maxlength="80"
        placeholder="if …"
        :aria-label="`When ${called} goes in`"
        @focus="stating = true"
        @blur="stating = false"
      />
      <button
        v-else-if="supply"
        type="button"
        class="act small p-0"
        @click="
          line.only_if = 'if you like';
          stating = true;
        "
      >
        Optional<span class="unseen">: {{ called }}</span>
      </button>
      <span v-if="supply && !supply.at_hand" class="quiet small">not on the shelf</span>
      <button v-if="supply" type="button" class="act small p-0" @click="emit('swap')">
        Find a substitute<span class="unseen"> for {{ called }}</span>
      </button>
    </div>
    <p v-if="written || notes.length" class="quiet small wrote">
      <template v-if="written">written: “{{ written }}”</template>
      <span v-if="notes.length"> · {{ notes.join(" · ") }}</span>
    </p>
    <p v-if="error" :id="id" class="error col-[2/-1] text-madder text-md" role="alert">
      {{ ask && !supply ? ask.says : error }}
    </p>
    <p
      v-if="ask && !supply"
      class="ask flex flex-wrap gap-2"
      role="group"
      :aria-label="`What ${called} may be`"
    >
      <button
        v-for="one in ask.found"
        :key="one.key"
        type="button"
        class="chip"
        @click="emit('choose', one)"
      >
        {{ one.name }}
      </button>
      <button v-if="adding === null" type="button" class="act p-0" @click="adding = ask.name">
        None of these: add it
      </button>
    </p>
    <div :id="`line-${line.id}`" class="beside-line" />
    <NewMaterial
      v-if="adding !== null"
      class="adding"
      :name="adding"
      @made="made"
      @close="adding = null"
    />
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 20px 88px minmax(124px, 0.8fr) minmax(0, 1.5fr) auto;
  gap: 2px 8px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--hairline);
}

select {
  border: 0;
  border-bottom: 1px dotted var(--stem);
  background: var(--petal);
  color: inherit;
  font: inherit;
  padding: 2px 0;
  max-width: 200px;
}

.only-if {
  width: 180px;
  border: 0;
  border-bottom: 1px dotted var(--stem);
  background: transparent;
  color: var(--ink);
  font: inherit;
}

.wrote,
.ask,
.beside-line,
.adding {
  grid-column: 2 / -1;
}

.chip {
  border: 1px solid var(--vein);
  border-radius: 999px 999px 999px 4px;
  padding: 4px 14px;
  background: transparent;
  color: var(--vein);
  font: inherit;
  cursor: pointer;
}

.chip:hover {
  background: var(--vein);
  color: var(--paper);
}

@media (max-width: 760px) {
  li {
    grid-template-columns: 76px minmax(0, 1fr) auto;
  }

  .supply {
    grid-row: 2;
    grid-column: 1 / -1;
  }

  .under,
  .wrote,
  .ask,
  .beside-line,
  .adding,
  .error {
    grid-column: 1 / -1;
  }
}
</style>
