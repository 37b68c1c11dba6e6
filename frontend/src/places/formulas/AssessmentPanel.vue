<script setup lang="ts">
/** The reading of a formula: every figure with its range, its kind and its why. */
import { computed } from "vue";
import type { Asks, Bench, Assessment } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { ph, range, span } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import BalanceBeam from "./BalanceBeam.vue";
import FlowTest from "@/parts/FlowTest.vue";
import LiftScale from "@/parts/LiftScale.vue";
import { minutes } from "./words";
import { kindOf, percents, roughly, withRange } from "@/parts/figures";

const { assessment, bench, asks, place } = defineProps<{
  assessment: Assessment;
  /** What somebody thinks its pH is, beside what it is. */
  belief: string;
  bench: Bench;
  /** What the chosen head asks for. */
  asks: Asks | undefined;
  head: string;
  place: string;
  stale: boolean;
}>();

const grave = computed(() => assessment.cautions.filter((one) => one.level !== "note"));
const notes = computed(() => assessment.cautions.filter((one) => one.level === "note"));
const kept = computed(() => assessment.keeping.places.find((one) => one.place === place));
const thick = computed(() => assessment.thickness);
const liquid = computed(() =>
  bench.grades
    .filter((one) => one.key !== thick.value?.key)
    .map((one) => ({ name: one.name, figure: thick.value?.liquid[one.key] }))
    .filter((one) => one.figure !== undefined),
);
const money = (value: number) => `${assessment.currency}${value.toFixed(2)}`;
</script>

<template>
  <section :class="['reading', { stale }]" aria-label="Reading" aria-live="polite">
    <div v-if="assessment.ph" class="part">
      <p class="figure">
        <span class="unit font-serif font-title text-2xl leading-none text-stem">pH</span>
        <span class="big font-serif font-title text-[3rem] leading-none">{{
          ph(assessment.ph.value)
        }}</span>
        <PhStrip :predicted="assessment.ph" />
      </p>
      <p v-if="assessment.ph_as_used">
        Thinned for the head: <strong>pH {{ ph(assessment.ph_as_used.value) }}</strong
        >, likely {{ range(assessment.ph_as_used) }} <em>{{ kindOf(assessment.ph_as_used) }}</em>
      </p>
      <p v-if="belief" class="border-l-3 border-throat pl-3">{{ belief }}</p>
      <details>
        <summary>
          likely {{ range(assessment.ph) }} <em>{{ kindOf(assessment.ph) }}</em>
        </summary>
        <p v-if="!assessment.ph_why.length">Nothing here is in doubt.</p>
        <ul>
          <li v-for="one in assessment.ph_why" :key="one.what">
            <strong>{{ Math.round(one.share * 100) }} %</strong> of the doubt is {{ one.what }}.
          </li>
        </ul>
        <p class="quiet small">
          Read it with a strip once it is cool: the reading counts for more than this.
        </p>
      </details>
    </div>
    <p v-else class="part quiet">It is dry, or holds hardly any water: it has no pH.</p>

    <CautionList v-if="grave.length" :cautions="grave" />

    <div class="part">
      <p>
        <strong class="font-serif font-title text-2xl leading-tight mr-1.5">{{
          assessment.lift.grade
        }}</strong>
        <template v-if="assessment.sources.length || assessment.lift.scalp.value > 0">
          washes out {{ percents(assessment.lift.scalp) }} of
          {{ head ? `${head}’s` : "three days’" }} scalp oil
        </template>
        <template v-else>{{ assessment.lift.says }}</template>
      </p>
      <LiftScale
        says="Washes out"
        :lift="assessment.lift.scalp"
        :asked="asks?.scalp.lift ?? null"
      />
      <details>
        <summary>
          why? <em>{{ kindOf(assessment.lift.scalp) }}</em>
        </summary>
        <p v-if="!assessment.sources.length">Nothing in it cleans beyond what warm water does.</p>
        <ul>
          <li v-for="one in assessment.sources" :key="one.name">
            {{ Math.round(one.share * 100) }} % of the cleaning is {{ one.name }},
            {{ roughly(one.per_100.value) }} g in 100 g (likely
            {{ span(roughly(one.per_100.low), roughly(one.per_100.high)) }})
          </li>
          <li v-for="one in assessment.lift_why" :key="one.what" class="quiet">
            {{ Math.round(one.share * 100) }} % of the doubt is {{ one.what }}
          </li>
        </ul>
        <p>
          A usual dose is {{ withRange(assessment.lift.on_scalp) }} on the scalp and
          {{ withRange(assessment.lift.on_lengths) }} on the lengths; there it washes out
          {{ percents(assessment.lift.lengths) }}.
        </p>
        <p v-if="assessment.lift.put_back.value >= 0.05">
          It leaves about {{ roughly(assessment.lift.put_back.value) }} g of oil behind.
        </p>
      </details>
    </div>

    <div v-if="thick" class="part flow">
      <FlowTest :grade="thick.key" :says="thick.says" />
      <div>
        <p>
          <strong class="font-serif font-title text-2xl leading-tight mr-1.5">{{
            thick.name
          }}</strong>
        </p>
        <p class="small">{{ thick.says }}</p>
        <details>
          <summary>thinner or thicker? <em>computed</em></summary>
          <p class="small">
            {{ roughly(thick.ratio.value) }} g of free liquid to 1 g of solids, likely
            {{ span(roughly(thick.ratio.low), roughly(thick.ratio.high)) }}.
          </p>
          <ul>
            <li v-for="one in liquid" :key="one.name">
              {{ one.name }}:
              {{ one.figure!.value >= 0 ? "add" : "leave out" }}
              {{ roughly(Math.abs(one.figure!.value)) }} mL
            </li>
          </ul>
        </details>
      </div>
    </div>

    <dl class="part">
      <dt>Makes</dt>
      <dd>
        <details>
          <summary>
            {{ withRange(assessment.yield_ml) }}; about {{ roughly(assessment.washes.value) }}
            {{ roughly(assessment.washes.value) === "1" ? "wash" : "washes" }} <em>computed</em>
          </summary>
          <p class="small">
            It weighs {{ withRange(assessment.yield_g) }}. The steam takes
            {{ withRange(assessment.evaporated) }}, what is strained off keeps
            {{ withRange(assessment.kept_back) }} back.
          </p>
        </details>
      </dd>
      <template v-for="one in assessment.drawn" :key="one.name">
        <dt>{{ one.name }}</dt>
        <dd>
          {{ percents(one.share) }} drawn out<template v-if="one.active"
            >: {{ roughly(one.active.value) }} g of {{ one.what }} in 100 mL, likely
            {{ span(roughly(one.active.low), roughly(one.active.high)) }}</template
          >
        </dd>
      </template>
      <template v-if="assessment.scent">
        <dt>Essential oil</dt>
        <dd>
          {{ assessment.scent.percent.value.toFixed(2) }} % of the whole, likely
          {{
            span(assessment.scent.percent.low.toFixed(2), assessment.scent.percent.high.toFixed(2))
          }}; at most {{ assessment.scent.cap }} %
          <span class="quiet">({{ assessment.scent.why }})</span>
        </dd>
      </template>
      <dt>Grit</dt>
      <dd>
        <details>
          <summary>{{ assessment.grit.word }}. {{ assessment.grit.says }}</summary>
          <p class="small">{{ withRange(assessment.grit.per_100) }}, as it is felt.</p>
        </details>
      </dd>
      <dt>Residue</dt>
      <dd>
        <details>
          <summary>{{ assessment.residue.word }}. {{ assessment.residue.says }}</summary>
          <p class="small">{{ withRange(assessment.residue.per_100) }} may stay behind.</p>
        </details>
      </dd>
      <template v-if="assessment.stain">
        <dt>Stain</dt>
        <dd>{{ assessment.stain }}</dd>
      </template>
      <dt>Time</dt>
      <dd>
        {{ minutes(assessment.hands_on, assessment.hands_on) }} of work,
        {{ minutes(assessment.waiting[0] ?? 0, assessment.waiting[1] ?? 0) }}
        of waiting <em>rule of thumb</em>
      </dd>
      <dt>Cost</dt>
      <dd v-if="assessment.cost.batch !== null">
        {{ money(assessment.cost.batch) }} in all, {{ money(assessment.cost.wash ?? 0) }} a wash
      </dd>
      <dd v-else class="quiet">No price yet for {{ assessment.cost.unknown.join(", ") }}.</dd>
    </dl>

    <div class="part">
      <BalanceBeam :balance="assessment.balance" />
      <details>
        <summary>{{ assessment.balance.says }} <em>rule of thumb</em></summary>
        <ul>
          <li v-for="one in assessment.balance.weights" :key="one.name">
            {{ one.name }}: {{ Math.round(one.points.value) }} points, likely
            {{ span(Math.round(one.points.low), Math.round(one.points.high)) }} ({{ one.side }})
          </li>
        </ul>
      </details>
    </div>

    <div class="part">
      <p v-if="kept">
        Keeps <strong>{{ kept.says }}</strong> {{ kept.name }}. <em>rule of thumb</em>
      </p>
      <details>
        <summary>{{ kept?.reason ?? "How long it keeps" }}</summary>
        <ul>
          <li v-for="one in assessment.keeping.places" :key="one.place">
            {{ one.name }}: {{ one.says }}. <span class="quiet">{{ one.reason }}</span>
          </li>
          <li v-for="one in assessment.keeping.helps" :key="one">{{ one }}</li>
        </ul>
      </details>
    </div>

    <p v-for="one in assessment.against_school" :key="one" class="border-l-4 border-vein pl-3">
      {{ one }}
    </p>
    <details class="part">
      <summary>What you need at hand</summary>
      <ul>
        <li v-for="one in assessment.tools" :key="one.name">
          <strong>{{ one.name }}</strong><template v-if="one.holds">
            for {{ roughly(one.holds) }} mL</template
          >:
          {{ one.why }}
        </li>
      </ul>
    </details>
    <p v-if="assessment.too_small" class="text-madder font-bold" role="alert">
      {{ assessment.too_small }}
    </p>
    <h2>Take care</h2>
    <CautionList :cautions="notes" />
  </section>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 14px;
  align-content: start;
}

.part {
  display: grid;
  gap: 4px;
  margin: 0;
}

.figure {
  display: flex;
  align-items: center;
  gap: 8px;
  line-height: 1;
}

.flow {
  grid-template-columns: auto minmax(0, 1fr);
  gap: 12px;
}

dd summary {
  color: var(--ink);
}

em {
  color: var(--stem);
  font-size: 0.9375rem;
}

ul {
  margin: 4px 0;
  padding-left: 20px;
}

dl {
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 2px 12px;
}

dt {
  color: var(--stem);
}

dd {
  margin: 0;
}
</style>
