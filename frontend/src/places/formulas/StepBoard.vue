<script setup lang="ts">
/** How it is made, step by step: minutes or the sign that ends each, and what to do when it has not come. */
import { move } from "@/parts/order";
import { computed } from "vue";
import type { Bench, Formula, Assessment, FormulaStep } from "@/api/types";
import { minutes } from "./words";

const { bench, assessment, errors, names } = defineProps<{
  bench: Bench;
  assessment: Assessment | null;
  errors: Record<string, string>;
  /** What the lines are called, by id. */
  names: Map<number, string>;
}>();
const formula = defineModel<Formula>({ required: true });
defineEmits<{ order: [] }>();

const own = computed(() => (formula.value.steps ?? []).length > 0);
const kinds = computed(() => new Map(bench.steps.map((one) => [one.key, one])));
/** Its own steps as they are written, whether or not they could be read yet; else the usual ones. */
const steps = computed(() => {
  const read = assessment?.steps ?? [];
  if (!own.value) return read;
  let next = 0; // a step that only puts in what is left out was not read
  return (formula.value.steps ?? []).map((one) => {
    const same = read[next]?.kind === one.kind ? read[next++] : undefined;
    const kind = kinds.value.get(one.kind);
    return {
      says: kind?.name ?? one.kind,
      how: kind?.how ?? "",
      if_not: "",
      until: "",
      ...same,
      kind: one.kind,
      adds: one.adds ?? [],
      least: Number(one.least ?? same?.least ?? kind?.minutes[0] ?? 0),
      most: Number(one.most ?? same?.most ?? kind?.minutes[1] ?? 0),
      set_least: one.least ?? null,
      set_most: one.most ?? null,
      sign: one.sign ?? "",
      note: one.note ?? "",
      only_if: one.only_if ?? "",
    };
  });
});
const fails = computed(() =>
  (assessment?.cautions ?? []).filter((one) => one.id.startsWith("order-")),
);

/** The steps as they stand, to be changed: the usual ones become its own by that. */
const written = (): FormulaStep[] =>
  steps.value.map((one) => ({
    kind: one.kind,
    adds: [...one.adds],
    least: one.set_least,
    most: one.set_most,
    sign: one.sign,
    note: one.note,
    only_if: one.only_if,
  }));

function change(at: number, change: Partial<FormulaStep>): void {
  const all = written();
  const step = all[at];
  if (step) all[at] = { ...step, ...change };
  formula.value.steps = all;
}

function add(kind: string): void {
  const all = written();
  const rank = bench.steps.findIndex((one) => one.key === kind);
  const at = all.findIndex((one) => bench.steps.findIndex((each) => each.key === one.kind) > rank);
  const step = { kind, adds: [], least: null, most: null, sign: "", note: "", only_if: "" };
  all.splice(at < 0 ? all.length : at, 0, step);
  formula.value.steps = all;
}

function remove(at: number): void {
  const all = written();
  all.splice(at, 1);
  formula.value.steps = all;
}

function reorder(at: number, by: number): void {
  const all = written();
  move(all, at, by);
  formula.value.steps = all;
}

function number(event: Event): number | null {
  const typed = (event.target as HTMLInputElement).value.replace(",", ".").trim();
  return typed === "" ? null : Number(typed);
}

const put = (at: number, line: number, there: boolean) => {
  const before = steps.value[at]?.adds ?? [];
  change(at, { adds: there ? [...before, line] : before.filter((one) => one !== line) });
};
const error = (at: number) =>
  ["kind", "least", "most", "sign"].map((name) => errors[`steps.${at}.${name}`]).find(Boolean);
</script>

<template>
  <section aria-labelledby="steps">
    <div class="row head">
      <h2 id="steps">How it is made</h2>
      <span class="quiet small">{{ own ? "your steps" : "the usual steps of its family" }}</span>
      <button v-if="own" type="button" class="act" @click="$emit('order')">
        Put them in a sensible order
      </button>
      <button v-if="own" type="button" class="act" @click="formula.steps = []">
        Back to the usual
      </button>
    </div>
    <div id="beside-steps" />
    <p v-for="one in fails" :key="one.id" :class="['fails', one.level]">
      <strong>{{ one.what }}</strong> {{ one.instead }}
    </p>
    <ol>
      <li v-for="(step, i) in steps" :key="`${i} ${step.kind}`">
        <details>
          <summary>
            <span class="nth">{{ i + 1 }}</span>
            <span class="what">{{ step.says }}</span>
            <span class="quiet">
              {{ minutes(step.least, step.most)
              }}<template v-if="step.until">, {{ step.until }}</template>
            </span>
          </summary>
          <div class="grid gap-1.5 pr-0 pl-7 pt-0.5 pb-3">
            <p>{{ step.how }}</p>
            <p v-if="step.if_not" class="quiet">{{ step.if_not }}</p>
            <p v-if="step.note" class="quiet">“{{ step.note }}”</p>
            <div class="row">
              <label
                >least
                <input
                  class="brief"
                  :value="step.set_least ?? ''"
                  :placeholder="String(step.least)"
                  inputmode="decimal"
                  :aria-label="`Least minutes of step ${i + 1}`"
                  @change="change(i, { least: number($event) })"
                />
                min</label
              >
              <label
                >most
                <input
                  class="brief"
                  :value="step.set_most ?? ''"
                  :placeholder="String(step.most)"
                  inputmode="decimal"
                  :aria-label="`Most minutes of step ${i + 1}`"
                  @change="change(i, { most: number($event) })"
                />
                min</label
              >
              <label
                >only
                <input
                  class="brief w-47.5"
                  :value="step.only_if"
                  maxlength="80"
                  placeholder="always"
                  :aria-label="`When step ${i + 1} is done`"
                  @change="change(i, { only_if: ($event.target as HTMLInputElement).value })"
              /></label>
              <label v-if="kinds.get(step.kind)?.signs.length"
                >or until
                <select
                  :value="step.sign"
                  :aria-label="`The sign that ends step ${i + 1}`"
                  @change="change(i, { sign: ($event.target as HTMLSelectElement).value })"
                >
                  <option value="">the time is up</option>
                  <option v-for="one in bench.signs" :key="one.key" :value="one.key">
                    {{ one.name }}
                  </option>
                </select></label
              >
            </div>
            <fieldset v-if="names.size">
              <legend class="quiet small">goes in here</legend>
              <label v-for="[id, name] in names" :key="id">
                <input
                  type="checkbox"
                  :checked="step.adds.includes(id)"
                  @change="put(i, id, ($event.target as HTMLInputElement).checked)"
                />
                {{ name }}
              </label>
            </fieldset>
            <div class="row">
              <button type="button" class="act" :disabled="i === 0" @click="reorder(i, -1)">
                Earlier
              </button>
              <button
                type="button"
                class="act"
                :disabled="i === steps.length - 1"
                @click="reorder(i, 1)"
              >
                Later
              </button>
              <button type="button" class="act" @click="remove(i)">Leave it out</button>
            </div>
          </div>
        </details>
        <p v-if="error(i)" class="error" role="alert">{{ error(i) }}</p>
      </li>
    </ol>
    <label class="add"
      ><span class="unseen">Add a step</span>
      <select
        value=""
        @change="
          add(($event.target as HTMLSelectElement).value);
          ($event.target as HTMLSelectElement).value = '';
        "
      >
        <option value="" disabled>Add a step…</option>
        <option v-for="one in bench.steps" :key="one.key" :value="one.key">{{ one.name }}</option>
      </select></label
    >
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}

li {
  border-top: 1px solid var(--hairline);
}

summary {
  cursor: pointer;
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 8px;
  padding: 6px 0;
  list-style: none;
}

fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}

.fails {
  border-left: 4px solid var(--throat);
  background: var(--throat-wash);
  padding: 6px 12px;
  margin: 4px 0;
}

.fails.note {
  border-color: var(--hairline);
  background: none;
}

.error {
  color: var(--madder);
  padding-left: 28px;
}

.act:disabled {
  opacity: 0.4;
}

@media (max-width: 760px) {
  summary {
    grid-template-columns: 20px minmax(0, 1fr);
  }

  summary .quiet {
    grid-column: 2;
  }
}
</style>
