<script setup lang="ts">
/** What goes into the jug, line by line, in pouring order. */
import type { Mix, Supply } from "@/api/types";
import LineRow from "./LineRow.vue";
import { move } from "@/parts/order";
import { lineOf, setHow, type Line } from "./lines";
import SupplyPicker from "@/parts/SupplyPicker.vue";

const { known, answer, errors } = defineProps<{
  /** The things that the lines are of, so far as they are there. */
  known: Supply[];
  answer: Mix | undefined;
  errors: Record<string, string>;
}>();
const lines = defineModel<Line[]>({ required: true });
const supplyOf = (line: Line) => known.find((one) => one.key === line.supply_key);
</script>

<template>
  <section class="grid gap-2.5 col-span-full" aria-label="What goes into the jug">
    <ol class="list-none m-0 p-0 grid gap-2">
      <LineRow
        v-for="(line, i) in lines"
        :key="line.id"
        v-model="lines[i]!"
        :supply="supplyOf(line)"
        :place="i"
        :many="lines.length"
        :answer="answer?.lines.length === lines.length ? answer.lines[i] : undefined"
        :errors="errors"
        @how="setHow(lines, i, $event, answer)"
        @move="move(lines, i, $event)"
        @remove="lines.splice(i, 1)"
      />
    </ol>
    <p v-if="errors['lines']" class="error" role="alert">{{ errors["lines"] }}</p>
    <SupplyPicker
      label="Add an ingredient"
      placeholder="Put in… nettle, soda, lemon"
      class="add"
      @choose="lines.push(lineOf($event))"
    />
  </section>
</template>

<style scoped>
.add {
  margin-left: 26px;
  max-width: 300px;
}
</style>
