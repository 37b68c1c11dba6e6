<script setup lang="ts">
/** What comes of a wash: the answer first, drawn, then what stands behind it. */
import { computed } from "vue";
import type { WashAssessment } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { kindOf, percents, roughly, withRange } from "@/parts/figures";
import LiftScale from "@/parts/LiftScale.vue";
import { ph, range, span } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import LaneDrawing from "./LaneDrawing.vue";

const { assessment } = defineProps<{ assessment: WashAssessment }>();
const SEEN = 0.005;
const ends = computed(() =>
  [
    { name: "scalp", ph: assessment.scalp_ph },
    { name: "lengths", ph: assessment.lengths_ph },
  ].filter((one) => one.ph),
);
const grave = computed(() => assessment.cautions.filter((one) => one.level !== "note"));
const notes = computed(() => assessment.cautions.filter((one) => one.level === "note"));
const soon = computed(() => assessment.spacing.filter((one) => one.days > 0));
const minutes = computed(() =>
  assessment.ahead > 0
    ? `${roughly(assessment.ahead / 60)} h before, then ${roughly(assessment.basin)} min at the basin`
    : `${roughly(assessment.basin)} min at the basin`,
);
</script>

<template>
  <section class="whole grid gap-3 min-w-0" aria-label="What the whole wash does">
    <p>
      <strong class="font-serif font-title text-2xl leading-tight mr-1.5">{{
        assessment.grade
      }}</strong>
      <template v-if="assessment.washes">
        In all it washes out {{ percents(assessment.scalp_lift) }} of the scalp’s oil and
        {{
          assessment.lengths_lift.high < SEEN
            ? "hardly anything"
            : percents(assessment.lengths_lift)
        }}
        of what is on the lengths, and takes {{ minutes }}.
      </template>
      <template v-else>The scalp’s oil stays as it is. It takes {{ minutes }}.</template>
      {{ assessment.asked }}
      <em class="text-stem">computed</em>
    </p>
    <p
      v-for="one in soon"
      :key="one.name"
      class="border-l-4 border-throat bg-throat-wash pr-0 pl-3 py-2"
    >
      <strong>Too soon for the {{ one.name }}:</strong> {{ one.says }}.
    </p>
    <CautionList v-if="grave.length" :cautions="grave" />
    <LaneDrawing :assessment="assessment" />
    <LiftScale v-if="assessment.washes" says="Washes out" :lift="assessment.scalp_lift" />
    <p v-for="one in ends" :key="one.name" class="row">
      The {{ one.name }} {{ one.name === "scalp" ? "ends" : "end" }} at pH {{ ph(one.ph!.value) }},
      likely {{ range(one.ph!) }}
      <PhStrip :predicted="one.ph!" />
    </p>
    <CautionList v-if="notes.length" :cautions="notes" />
    <details>
      <summary>Why?</summary>
      <p>
        It dries {{ assessment.finish.name }}: {{ withRange(assessment.finish.film) }} of hair.
        {{ assessment.finish.says }} <em class="text-stem">{{ kindOf(assessment.finish.film) }}</em>
      </p>
      <p>
        Oil before: scalp {{ withRange(assessment.oil[0]!) }}; lengths
        {{ withRange(assessment.oil[1]!) }}. Put on: {{ withRange(assessment.put_back) }}.
        <em class="text-stem">computed</em>
      </p>
      <table v-if="assessment.results.length" class="border-collapse text-sm mt-2 w-full">
        <thead>
          <tr>
            <th scope="col">after</th>
            <th scope="col">oil, scalp</th>
            <th scope="col">oil, lengths</th>
            <th scope="col">pH, scalp</th>
            <th scope="col">pH, lengths</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, i) in assessment.results" :key="i">
            <th scope="row">{{ one.name }}</th>
            <td>{{ span(roughly(one.scalp_oil.low), roughly(one.scalp_oil.high)) }} g</td>
            <td>{{ span(roughly(one.lengths_oil.low), roughly(one.lengths_oil.high)) }} g</td>
            <td>{{ one.scalp_ph ? range(one.scalp_ph) : "–" }}</td>
            <td>{{ one.lengths_ph ? range(one.lengths_ph) : "–" }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="one in assessment.spacing" :key="one.name">The {{ one.name }}: {{ one.says }}.</p>
      <p v-if="assessment.lately.length">The last washes: {{ assessment.lately.join("; ") }}.</p>
    </details>
  </section>
</template>

<style scoped>
details {
  display: grid;
  gap: 8px;
}

details p {
  margin-top: 8px;
}

th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 8px 3px 0;
  border-top: 1px solid var(--hairline);
}

thead th {
  color: var(--stem);
  border: 0;
}
</style>
