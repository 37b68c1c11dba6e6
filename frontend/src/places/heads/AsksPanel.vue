<script setup lang="ts">
/** The reading of a head: what it asks for today in its two zones, the rinse, and what comes next. */
import Button from "primevue/button";
import { computed } from "vue";
import { useRouter } from "vue-router";
import type { Asks, Head } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { ph, said, span } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import { dayOf } from "@/parts/when";
import { rinseFor } from "./rinseFor";
import { round, spanOf } from "./words";
import ZonePanel from "./ZonePanel.vue";
import { kindOf } from "@/parts/figures";

const { asks, head } = defineProps<{ asks: Asks; head: Head }>();
const router = useRouter();
const grave = computed(() => asks.cautions.filter((caution) => caution.level !== "note"));
const notes = computed(() => asks.cautions.filter((caution) => caution.level === "note"));
const stopped = computed(() => grave.value.some((caution) => caution.level === "stop"));

const AFTER = {
  lengths: "Condition the lengths after.",
  none: "No conditioner after: the rinse smooths enough.",
  "as you like": "Conditioner after, or none: as you like.",
} as const;
</script>

<template>
  <section aria-label="Reading" aria-live="polite" class="grid gap-4 content-start">
    <CautionList v-if="grave.length" :cautions="grave" />
    <p v-if="stopped" class="quiet">What would suit if nothing stood against it:</p>
    <div :class="['zones', { waits: stopped }]">
      <ZonePanel :zone="asks.scalp" />
      <ZonePanel :zone="asks.lengths" />
    </div>
    <section v-if="!stopped" class="rinse" aria-label="The rinse">
      <template v-if="asks.rinse.kind === 'acid'">
        <h3>
          A rinse at pH {{ ph(asks.rinse.ph.value) }},
          {{
            asks.rinse.use === "left_in"
              ? "left in"
              : `rinsed out after ${spanOf(asks.rinse.minutes)}`
          }}
        </h3>
        <PhStrip :predicted="asks.rinse.ph" />
        <p>
          Safe from {{ span(ph(asks.rinse.ph.low), ph(asks.rinse.ph.high))
          }}<template v-if="asks.rinse.use === 'rinsed_out'"
            >, {{ said(asks.rinse.at_most) }} minutes at the most</template
          >. About {{ said(round(asks.rinse.volume.value)) }} mL
          {{ asks.rinse.use === "left_in" ? "is sprayed on" : "is enough for one pass" }}, likely
          {{ span(said(round(asks.rinse.volume.low)), said(round(asks.rinse.volume.high)))
          }}<template v-if="asks.rinse.vessel"> · {{ asks.rinse.vessel }}</template
          >.
        </p>
        <Button
          class="now"
          :label="`Mix this rinse for ${head.name}`"
          @click="router.push(rinseFor(head.id, asks))"
        />
      </template>
      <template v-else>
        <h3>Plain lukewarm water, nothing in it</h3>
        <p>Until that changes, no acid and no herb.</p>
      </template>
    </section>
    <p v-if="!stopped">{{ AFTER[asks.condition] }}</p>
    <p v-if="!stopped">
      <strong>{{ asks.next.says }}</strong>
      <template v-if="asks.next.due_in.value > 0"> Around {{ dayOf(asks.next.date) }}.</template>
      Then {{ spanOf(asks.next.apart) }} between washes.
      <em class="quiet">{{ kindOf(asks.next.apart) }}</em>
    </p>
    <details v-if="asks.stricter.length" class="stricter">
      <summary>Limits that are stricter for {{ head.name }}</summary>
      <ul>
        <li v-for="row in asks.stricter" :key="row.id">
          {{ row.why }} <span class="quiet small">From: {{ row.source }}.</span>
        </li>
      </ul>
    </details>
    <CautionList v-if="notes.length" :cautions="notes" />
  </section>
</template>

<style scoped>
.zones {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 24px;
}

.waits {
  padding-left: 16px;
  border-left: 4px solid var(--hairline);
}

.rinse {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-top: 16px;
  border-top: 1px solid var(--hairline);
}

ul {
  margin: 6px 0;
  padding-left: 18px;
}

@media (max-width: 560px) {
  .zones {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
