<script setup lang="ts">
/** Begin: what, how much, for whom; and beside it what that takes, what is missing, and what to beware of. */
import Button from "primevue/button";
import { computed, reactive, ref, watch } from "vue";
import { watchDebounced } from "@vueuse/core";
import { useRoute, useRouter } from "vue-router";
import type { MakeAsk } from "@/api/types";
import { useBench, useFormulas } from "@/api/formulas";
import { useHeads } from "@/api/heads";
import { useBatch, useBeginBatch, useTakes } from "@/api/make";
import { useVessels } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import StopGate from "@/parts/StopGate.vue";
import type { Passed } from "@/parts/passed";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import TakesPanel from "./TakesPanel.vue";

const NOTHING = -1;
const MUCH = [
  { value: "written", label: "as written" },
  { value: "washes", label: "washes" },
  { value: "ml", label: "mL" },
  { value: "g", label: "g" },
  { value: "vessel", label: "a bottle full" },
  { value: "cubes", label: "cubes" },
  { value: "times", label: "times as much" },
];
const AMOUNT: Record<string, { label: string; start: string }> = {
  washes: { label: "How many washes, for each head", start: "1" },
  ml: { label: "How many mL", start: "400" },
  g: { label: "How many g", start: "50" },
  cubes: { label: "How many cubes", start: "12" },
  times: { label: "How many times", start: "0.5" },
};
const TYPING_MS = 350;

const route = useRoute();
const router = useRouter();
const formulas = useFormulas("", "");
const heads = useHeads();
const vessels = useVessels();
const bench = useBench();
const { failed, loaded, again } = useWaiting(formulas, heads, vessels, bench);
const begin = useBeginBatch();
const fromQuery = (name: string) => {
  const found = Number(route.query[name]);
  return Number.isInteger(found) && found > 0 ? found : null;
};
const asAgain = fromQuery("again");
const before = useBatch(() => asAgain ?? 0);

/** For whom: "heads=1,2", or one of them. */
const askedFor = String(route.query["heads"] ?? route.query["head"] ?? "")
  .split(",")
  .map(Number)
  .filter((one) => Number.isInteger(one) && one > 0);
/** As much as a plan takes: "sized_by=ml&value=250". */
const planned = String(route.query["value"] ?? "");
const sizedBy = MUCH.map((one) => one.value).find((one) => one === route.query["sized_by"]);
const entered = reactive({
  formula: fromQuery("formula"),
  name: "",
  family: "",
  sized_by: sizedBy ?? (askedFor.length ? "washes" : "written"),
  value: (sizedBy && planned) || "1",
  cube: "30",
  vessel: null as number | null,
  madeIn: null as number | null,
  heads: askedFor,
  lots: {} as Record<string, string>,
  optional: {} as Record<string, boolean>,
});
watch(
  () => entered.sized_by,
  (now) => (entered.value = AMOUNT[now]?.start ?? "1"),
);
watch(
  () => entered.formula,
  () => Object.assign(entered, { lots: {}, optional: {} }),
);

const what = computed(() => [
  ...(formulas.data.value?.formulas ?? []).map((one) => ({ id: one.id, name: one.name })),
  { id: NOTHING, name: "Nothing planned: weigh in what I like" },
]);
const people = computed(() =>
  (heads.data.value ?? []).map((one) => ({
    value: one.id,
    label: one.name.split(" ")[0] ?? one.name,
  })),
);
const families = computed(() => bench.data.value?.families ?? []);
const holders = computed(() => [
  { id: null as number | null, name: "not said" },
  ...(vessels.data.value ?? []).map((one) => ({ id: one.id as number | null, name: one.name })),
]);

function asked(): MakeAsk | null {
  const nothing = entered.formula === NOTHING;
  if (!asAgain && entered.formula === null) return null;
  if (nothing && !entered.family) return null;
  return {
    formula: nothing ? null : entered.formula,
    again: asAgain,
    name: entered.name,
    family: nothing ? entered.family : "",
    sized_by: entered.sized_by as never,
    value: (entered.value || null) as never,
    cube: (entered.cube || null) as never,
    vessel: entered.vessel,
    made_in: entered.madeIn,
    heads: entered.heads,
    lots: entered.lots,
    optional: entered.optional,
  };
}

const ask = ref<MakeAsk | null>(asked());
watchDebounced(
  () => JSON.stringify(asked()),
  () => (ask.value = asked()),
  { debounce: TYPING_MS },
);
const takes = useTakes(ask);
const { errors, trouble } = useTrouble(takes.error);
/** What was asked for cannot be made as it stands. */
const unready = computed(() => Object.keys(errors.value).length > 0);
const { errors: refused, trouble: notBegun } = useTrouble(begin.error);

/** One adult may pass what only concerns that adult's own comfort; nothing else is begun over a stop. */
const alone = computed(() => (entered.heads.length === 1 ? (entered.heads[0] ?? null) : null));
const cautions = computed(() => {
  const found = takes.data.value;
  if (!found) return [];
  const barred = found.heads.filter((one) => one.parts === null);
  return [
    ...found.cautions,
    ...(alone.value === null ? [] : barred.flatMap((one) => one.cautions)),
  ];
});
const passed = ref<Passed | null>(null);
const barred = computed(
  () =>
    alone.value === null && (takes.data.value?.heads.some((one) => one.parts === null) ?? false),
);

async function start(): Promise<void> {
  const now = asked();
  if (!now || !passed.value) return;
  const made = await begin.mutateAsync({ ask: now, ...passed.value }).catch(() => null);
  if (made) await router.push(`/make/${made.id}/run`);
}

function takeOptional(line: number, goesIn: boolean): void {
  entered.optional = { ...entered.optional, [line]: goesIn };
}

function draw(line: number, key: string): void {
  entered.lots = { ...entered.lots, [line]: key };
}
</script>

<template>
  <main class="place">
    <header>
      <h1>{{ asAgain ? `Again: ${before.data.value?.name ?? "…"}` : "Make something" }}</h1>
    </header>
    <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
    <div
      v-else
      class="sides grid grid-cols-[minmax(0,1fr)_minmax(0,1.3fr)] gap-12 slim:grid-cols-1 slim:gap-6"
    >
      <form class="ask grid gap-5 content-start" @submit.prevent="start">
        <PickField
          v-if="!asAgain"
          v-model="entered.formula"
          label="What"
          :options="what"
          by="id"
          :search-in="['name']"
          placeholder="Choose a formula"
          :error="errors['formula'] ?? refused['formula']"
        />
        <p v-if="!asAgain && !formulas.data.value?.formulas.length" class="quiet">
          There is no formula yet. <RouterLink to="/formulas?new=1">Write one first</RouterLink>, or
          <RouterLink to="/mix">mix a rinse</RouterLink>.
        </p>
        <template v-if="entered.formula === NOTHING">
          <TextField v-model="entered.name" label="What it is called" />
          <PickField
            v-model="entered.family"
            label="What kind of thing"
            :options="families"
            by="key"
            :error="errors['family']"
          />
        </template>
        <template v-else>
          <div>
            <p class="text-stem text-md mb-1">How much</p>
            <ChoiceRow v-model="entered.sized_by" :choices="MUCH" label="How much" />
          </div>
          <div v-if="AMOUNT[entered.sized_by]" class="grid grid-cols-[1fr_1fr] gap-4">
            <TextField
              v-model="entered.value"
              :label="AMOUNT[entered.sized_by]!.label"
              decimal
              :error="errors['value']"
            />
            <TextField
              v-if="entered.sized_by === 'cubes'"
              v-model="entered.cube"
              label="mL of each"
              decimal
              :error="errors['cube']"
            />
          </div>
          <PickField
            v-if="entered.sized_by === 'vessel'"
            v-model="entered.vessel"
            label="Which bottle it fills"
            :options="vessels.data.value!"
            by="id"
            :error="errors['vessel']"
          />
        </template>
        <div v-if="people.length">
          <p class="text-stem text-md mb-1">For whom</p>
          <ChoiceRow v-model="entered.heads" :choices="people" label="For whom" many />
          <p v-if="refused['heads']" class="trouble" role="alert">{{ refused["heads"] }}</p>
        </div>
        <PickField
          v-model="entered.madeIn"
          label="Made in"
          :options="holders"
          by="id"
          placeholder="not said"
          hint="Your own pot or bowl: whether it is large enough is said at once."
        />
        <StopGate id="gate" v-model="passed" :cautions="cautions" :head="alone" />
        <p v-if="barred" class="trouble">Not for everybody chosen: see beside.</p>
        <p v-if="notBegun || refused['stops']" class="trouble" role="alert">
          {{ refused["stops"] ?? notBegun }}
        </p>
        <Button
          type="submit"
          label="Begin"
          class="begin"
          :disabled="!ask || !takes.data.value || !passed || barred || begin.isPending.value"
        />
      </form>
      <section class="takes" aria-label="What it takes" aria-live="polite">
        <p v-if="!ask" class="quiet">Choose what to make: what it takes is shown here.</p>
        <template v-else-if="unready">
          <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
          <p v-else class="quiet">What it takes is shown here when that is put right.</p>
          <RouterLink v-if="(entered.formula ?? 0) > 0" :to="`/formulas/${entered.formula}`"
            >Open the formula</RouterLink
          >
        </template>
        <LoadState
          v-else-if="takes.error.value || !takes.data.value"
          :error="takes.error.value"
          @again="takes.refetch()"
        />
        <TakesPanel v-else :takes="takes.data.value" @draw="draw" @optional="takeOptional" />
      </section>
    </div>
  </main>
</template>

<style scoped>
.begin {
  justify-self: start;
}

@media print {
  .ask,
  header {
    display: none;
  }

  .sides {
    display: block;
  }
}
</style>
