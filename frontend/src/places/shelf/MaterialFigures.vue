<script setup lang="ts">
/** The figures of a material, each with its range, its kind and where it comes from; and the forms it comes in. */
import { computed } from "vue";
import type { MaterialPage } from "@/api/types";
import { kindOf, roughly } from "@/parts/figures";
import { said, span } from "@/parts/ph";

const { page } = defineProps<{ page: MaterialPage }>();
const own = computed(() => page.facts.filter((one) => !one.guessed));
const usual = computed(() => page.facts.filter((one) => one.guessed));
const parts = computed(() => [
  { key: "own", title: "Its own", facts: own.value },
  { key: "usual", title: `Usual for its kind (${page.kind_name})`, facts: usual.value },
]);
</script>

<template>
  <section class="figures grid gap-2" aria-labelledby="figures">
    <h2 id="figures">Figures</h2>
    <table class="border-collapse w-full text-md tabular-nums">
      <template v-for="part in parts" :key="part.key">
        <tbody v-if="part.facts.length">
          <tr>
            <th colspan="3" scope="colgroup">{{ part.title }}</th>
          </tr>
          <tr v-for="fact in part.facts" :key="fact.name">
            <td>{{ fact.name }}</td>
            <td v-if="fact.figure">{{ said(fact.figure.value) }} {{ fact.figure.unit }}</td>
            <td v-if="fact.figure" class="quiet">
              <template v-if="fact.figure.low !== fact.figure.high"
                >likely {{ span(said(fact.figure.low), said(fact.figure.high)) }}{{ " " }}</template
              ><em>{{ kindOf(fact.figure) }}</em>
            </td>
          </tr>
        </tbody>
      </template>
    </table>
    <p class="quiet small">Source of its own: {{ page.source }}. Of its kind: estimates, wide.</p>
    <table v-if="page.forms.length" class="forms border-collapse w-full text-md tabular-nums">
      <caption>
        Forms, and how much of each does as much
      </caption>
      <tbody>
        <tr v-for="form in page.forms" :key="form.key">
          <td>{{ form.name }}<template v-if="form.own"> · the figures are of this</template></td>
          <td>{{ form.own ? "1" : roughly(form.times.value) }} g</td>
          <td v-if="form.spoonful" class="quiet">
            a teaspoon {{ roughly(form.spoonful.value) }} g, likely
            {{ span(roughly(form.spoonful.low), roughly(form.spoonful.high)) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
th,
caption {
  text-align: left;
  font-weight: 600;
  padding: 10px 0 2px;
}

td {
  padding: 4px 12px 4px 0;
  border-top: 1px solid var(--hairline);
  vertical-align: top;
}
</style>
