<script setup lang="ts">
/** The lines of a formula, one a material; Enter goes on to the next, the last to a new one. */
import { computed, nextTick, ref, useTemplateRef } from "vue";
import type { Bench, Formula, Assessment, Ingredient, ReadLine, Supply } from "@/api/client";
import { move } from "@/parts/order";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import FormulaLine from "./FormulaLine.vue";
import PasteLines from "./PasteLines.vue";

const { stuff, reading, errors } = defineProps<{
  bench: Bench;
  stuff: Map<string, Supply>;
  reading: Assessment | null;
  errors: Record<string, string>;
}>();
const formula = defineModel<Formula>({ required: true });
const emit = defineEmits<{
  met: [stuff: Supply];
  form: [line: number, form: string];
  swap: [line: number];
}>();

const LET_GO_MS = 30; // until the list that was chosen from has let go of the keys
const pasting = ref(false);
const list = useTemplateRef<HTMLElement>("list");
const lines = computed(() => formula.value.lines ?? []);
const weighed = computed(() => new Map((reading?.lines ?? []).map((one) => [one.id, one])));

const freeId = () => Math.max(0, ...lines.value.map((line) => line.id)) + 1;

function lineOf(one: Supply): Ingredient {
  const drops = one.kind === "essential oil";
  const wet = one.what === "water";
  return {
    id: freeId(),
    stuff: one.key,
    amount: drops ? "4" : wet ? "200" : one.unit === "mL" ? "10" : "20",
    unit: drops ? "drop" : one.unit,
    packed: false,
    phase: "",
    form: "",
    text: "",
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
  const shares = ["%", "part", "per 100"];
  const fits = shares.includes(line.unit) || one.units.some((unit) => unit.key === line.unit);
  Object.assign(line, { stuff: one.key, form: "", phase: "", text: "" });
  if (!fits) line.unit = one.unit;
}

function paste(read: ReadLine[]): void {
  let id = freeId();
  const more = read.map((one) => ({
    id: id++,
    stuff: one.stuff,
    amount: one.amount,
    unit: one.unit,
    packed: false,
    phase: "" as const,
    form: one.form,
    text: one.stuff ? "" : one.text,
  }));
  formula.value.lines = [...lines.value, ...more];
}

function reorder(at: number, by: number): void {
  const all = [...lines.value];
  move(all, at, by);
  formula.value.lines = all;
}

function remove(at: number): void {
  formula.value.lines = lines.value.filter((_, i) => i !== at);
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
    <ol ref="list">
      <FormulaLine
        v-for="(line, i) in lines"
        :key="line.id"
        v-model="formula.lines![i]!"
        :stuff="stuff.get(line.stuff ?? '')"
        :place="i"
        :many="lines.length"
        :bench="bench"
        :weighed="weighed.get(line.id)"
        :errors="errors"
        @choose="choose(i, $event)"
        @form="emit('form', line.id, $event)"
        @swap="emit('swap', line.id)"
        @move="reorder(i, $event)"
        @remove="remove(i)"
        @next="focus(i + 1)"
      />
    </ol>
    <p v-if="errors['lines']" class="error" role="alert">{{ errors["lines"] }}</p>
    <PasteLines v-if="pasting" @add="paste" @close="pasting = false" />
    <div v-else class="row new">
      <SupplyPicker label="One more line" placeholder="Add a line: what goes in?" @choose="add" />
      <button type="button" class="act" @click="pasting = true">Paste or write several</button>
    </div>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}

.new {
  padding: 8px 0 0 28px;
  border-top: 1px solid var(--hairline);
}

.error {
  color: var(--madder);
}
</style>
