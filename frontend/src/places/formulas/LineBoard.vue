<script setup lang="ts">
/** The lines of a formula, one a material; Enter goes on to the next, the last to a new one. */
import { computed, nextTick, ref, useTemplateRef } from "vue";
import type { Ask, Assessment, Bench, Formula, Ingredient, ReadRecipe, Supply } from "@/api/types";
import { move } from "@/parts/order";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import FormulaLine from "./FormulaLine.vue";
import PasteLines from "./PasteLines.vue";

const {
  bench,
  supplies,
  assessment,
  errors,
  asks = [],
} = defineProps<{
  bench: Bench;
  supplies: Map<string, Supply>;
  assessment: Assessment | null;
  errors: Record<string, string>;
  /** What is asked of lines of which it is not known what they are. */
  asks?: Ask[];
}>();
const formula = defineModel<Formula>({ required: true });
const emit = defineEmits<{
  met: [supply: Supply];
  form: [line: number, form: string];
  swap: [line: number];
}>();

const MOST_NOTE = 2000;
const LET_GO_MS = 30; // until the list that was chosen from has let go of the keys
const MOST_LINES = 60;
const pasting = ref(false);
const told = ref("");
const list = useTemplateRef<HTMLElement>("list");
const lines = computed(() => formula.value.lines ?? []);
const weighed = computed(() => new Map((assessment?.lines ?? []).map((one) => [one.id, one])));

const freeId = () => Math.max(0, ...lines.value.map((line) => line.id)) + 1;

function lineOf(one: Supply): Ingredient {
  const drops = one.kind === "essential oil";
  const wet = one.what === "water";
  return {
    id: freeId(),
    supply_key: one.key,
    amount: drops ? "4" : wet ? "200" : one.unit === "mL" ? "10" : "20",
    unit: drops ? "drop" : one.unit,
    packed: false,
    phase: "",
    form: "",
    text: "",
    only_if: "",
    left_out: false,
  };
}

function add(one: Supply): void {
  emit("met", one);
  formula.value.lines = [...lines.value, lineOf(one)];
  void focus(lines.value.length - 1);
}

function choose(at: number, one: Supply): void {
  emit("met", one);
  const line = lines.value[at];
  if (!line) return;
  const shares = ["%", "part", "per 100", ...(one.unit === "mL" ? ["cover"] : [])];
  const asked = !line.supply_key && line.text !== "" && line.amount !== "";
  const fits = shares.includes(line.unit) || one.units.some((unit) => unit.key === line.unit);
  Object.assign(line, { supply_key: one.key, phase: "" }, one.forms.length ? {} : { form: "" });
  // a bare number that was written counts something: what, is asked and not guessed
  if (!fits) line.unit = asked ? "" : one.unit;
}

/** Lines go in; headings and sentences of the method go to the note, so that nothing is lost. */
function paste(read: ReadRecipe): void {
  let id = freeId();
  const more: Ingredient[] = [];
  for (const line of read.lines) {
    for (const one of line.found) emit("met", one);
    fresh.value.set(id, {
      line: id,
      name: line.name,
      says: line.problem,
      found: line.found,
    });
    if (line.notes.length) noted.value.set(id, line.notes);
    more.push({
      id: id++,
      supply_key: line.supply_key,
      amount: line.amount.slice(0, 24),
      unit: line.unit,
      packed: false,
      phase: "",
      form: line.form,
      text: line.text,
      only_if: line.only_if,
      left_out: false,
    });
  }
  formula.value.lines = [...lines.value, ...more];
  keepPassages(read);
}

/** What was just pasted, until the server has said the same of it. */
const fresh = ref(new Map<number, Ask>());
const noted = ref(new Map<number, string[]>());
const askOf = (id: number) => asks.find((one) => one.line === id) ?? fresh.value.get(id);

function keepPassages(read: ReadRecipe): void {
  const more = read.passages.map((one) => one.text).join("\n");
  const asked = read.lines.filter((one) => one.problem).length;
  told.value = `${count(read.lines.length, "line")} in${asked ? `, ${asked} to look at` : ""}.`;
  if (!more) return;
  const note = [formula.value.about ?? "", more].filter(Boolean).join("\n");
  formula.value.about = note.slice(0, MOST_NOTE);
  told.value += ` ${count(read.passages.length, "heading or step", "headings and steps")} went to the note${
    note.length > MOST_NOTE ? ", as far as it holds them: copy the rest before you leave" : ""
  }.`;
}
const count = (many: number, one: string, several = `${one}s`) =>
  `${many} ${many === 1 ? one : several}`;

function reorder(at: number, by: number): void {
  const all = [...lines.value];
  move(all, at, by);
  formula.value.lines = all;
}

function remove(at: number): void {
  const gone = lines.value[at]?.id;
  formula.value.lines = lines.value.filter((_, i) => i !== at);
  if (!formula.value.steps?.length || gone === undefined) return;
  // A step that only put it in goes with it.
  const mixes = new Set(bench.steps.filter((one) => one.mixes).map((one) => one.key));
  formula.value.steps = formula.value.steps
    .filter((one) => !(mixes.has(one.kind) && one.adds?.length === 1 && one.adds[0] === gone))
    .map((one) => ({ ...one, adds: (one.adds ?? []).filter((id) => id !== gone) }));
}

/** The amount of the next line; behind the last, the field for a new one. */
async function focus(at: number): Promise<void> {
  await nextTick();
  await new Promise((done) => window.setTimeout(done, LET_GO_MS));
  const fields = list.value?.querySelectorAll<HTMLInputElement>("input.amount") ?? [];
  const next = fields[at] ?? list.value?.parentElement?.querySelector<HTMLElement>(".new input");
  next?.focus();
  if (next instanceof HTMLInputElement) next.select();
}
</script>

<template>
  <section aria-label="What goes in">
    <ol ref="list" class="list-none m-0 p-0">
      <FormulaLine
        v-for="(line, i) in lines"
        :key="line.id"
        v-model="formula.lines![i]!"
        :supply="supplies.get(line.supply_key ?? '')"
        :place="i"
        :many="lines.length"
        :bench="bench"
        :weighed="weighed.get(line.id)"
        :errors="errors"
        :ask="line.supply_key ? undefined : askOf(line.id)"
        :notes="noted.get(line.id) ?? []"
        @choose="choose(i, $event)"
        @form="emit('form', line.id, $event)"
        @swap="emit('swap', line.id)"
        @move="reorder(i, $event)"
        @remove="remove(i)"
        @next="focus(i + 1)"
      />
    </ol>
    <p v-if="errors['lines']" class="error" role="alert">{{ errors["lines"] }}</p>
    <p v-if="told" class="quiet small" role="status">{{ told }}</p>
    <PasteLines
      v-if="pasting"
      :room="MOST_LINES - lines.length"
      @add="paste"
      @close="pasting = false"
    />
    <div v-else class="row new pr-0 pl-7 pt-2 pb-0 border-t border-hairline">
      <SupplyPicker label="One more line" placeholder="Add a line: what goes in?" @choose="add" />
      <button type="button" class="act" @click="pasting = true">Paste or write several</button>
    </div>
  </section>
</template>
