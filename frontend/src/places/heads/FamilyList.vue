<script setup lang="ts">
/** Which families of preparation suit this head today, how much each takes, and what is ruled out. */
import { computed } from "vue";
import type { Fit } from "@/api/types";
import { said, span } from "@/parts/ph";
import { percent, round } from "./words";
import { kindOf } from "@/parts/figures";

const { families } = defineProps<{ families: Fit[] }>();

const GROUPS = [
  { verdicts: ["suits"], name: "Suits" },
  { verdicts: ["adjust"], name: "Works if adjusted" },
  { verdicts: ["care"], name: "With care, if at all" },
  { verdicts: ["off"], name: "Too mild or too strong for today" },
  { verdicts: ["not_needed"], name: "Not asked for today" },
  { verdicts: ["ruled_out"], name: "Ruled out" },
] as const;
const groups = computed(() =>
  GROUPS.map((group) => ({
    ...group,
    fits: families.filter((fit) => (group.verdicts as readonly string[]).includes(fit.verdict)),
  })).filter((group) => group.fits.length),
);
const minutes = ([low = 0, high = 0, most = 0]: number[]) =>
  most === 0
    ? "left in"
    : `${said(low)}${high > low ? ` to ${said(high)}` : ""} min, ${most >= 240 ? `${said(most / 60)} h` : `${said(most)} min`} at most`;
const grams = (fit: Fit, zone: "scalp" | "lengths") => said(round(fit[zone].grams.value));
</script>

<template>
  <div v-for="group in groups" :key="group.name" class="group grid gap-0.5 mb-3">
    <h3 class="text-lg mb-0.5">{{ group.name }}</h3>
    <details v-for="fit in group.fits" :key="fit.family">
      <summary class="cursor-pointer">
        <span class="name font-bold mr-2">{{ fit.name }}</span>
        <span class="quiet">{{ fit.why[0] }}</span>
      </summary>
      <p>
        {{ fit.made_of }}<template v-if="fit.after">; after it {{ fit.after }}</template
        >.
      </p>
      <p v-for="why in fit.why.slice(1)" :key="why">{{ why }}</p>
      <template v-if="fit.verdict !== 'ruled_out'">
        <p v-if="fit.lift">
          {{ fit.recipe ? fit.recipe.name : "As usually made it" }} washes out about
          {{ percent(fit.lift.value) }} of the scalp's oil, likely
          {{ span(percent(fit.lift.low), percent(fit.lift.high)) }}
          <em class="quiet">{{ kindOf(fit.lift) }}</em><template v-if="fit.lengths_lift"
            >, and {{ percent(fit.lengths_lift.value) }} of the lengths', likely
            {{ span(percent(fit.lengths_lift.low), percent(fit.lengths_lift.high)) }}</template
          ><template v-if="fit.strength">
            · right would be {{ said(round(fit.strength.value)) }} times the usual strength, likely
            {{ span(said(round(fit.strength.low)), said(round(fit.strength.high))) }}</template
          >.
        </p>
        <p v-if="fit.lengths_says">{{ fit.lengths_says }}</p>
        <p>
          One wash takes <strong>{{ grams(fit, "scalp") }} g</strong> on the scalp, likely
          {{ span(said(round(fit.scalp.grams.low)), said(round(fit.scalp.grams.high))) }} ({{
            fit.scalp.vessel
          }})<template v-if="fit.lengths.grams.value > 0"
            >, and <strong>{{ grams(fit, "lengths") }} g</strong> on the lengths, likely
            {{ span(said(round(fit.lengths.grams.low)), said(round(fit.lengths.grams.high))) }} ({{
              fit.lengths.vessel
            }})</template
          >. <em class="quiet">{{ kindOf(fit.scalp.grams) }}</em>
        </p>
        <p>
          {{ minutes(fit.minutes) }} · {{ said(fit.apart) }}
          {{ fit.apart === 1 ? "day" : "days" }} apart<template v-if="fit.ready_in > 0">
            · next in {{ said(Math.ceil(fit.ready_in)) }} days</template
          >. <em class="quiet">rule of thumb</em>
        </p>
      </template>
    </details>
  </div>
</template>

<style scoped>
details {
  border-top: 1px solid var(--hairline);
  padding: 6px 0;
}

details p {
  margin: 4px 0 0 16px;
}
</style>
