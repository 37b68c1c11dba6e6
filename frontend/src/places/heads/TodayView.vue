<script setup lang="ts">
/** A head today: look at it, say what for, and read what it asks for. */
import { computed, useTemplateRef } from "vue";
import type { Head, Questions } from "@/api/types";
import { useAsks } from "@/api/heads";
import GlanceLink from "@/parts/GlanceLink.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, span } from "@/parts/ph";
import AsksPanel from "./AsksPanel.vue";
import CheckInForm from "./CheckInForm.vue";
import FamilyList from "./FamilyList.vue";
import OccasionForm from "./OccasionForm.vue";
import SchoolList from "./SchoolList.vue";
import { useToday } from "./today";
import { kindOf } from "@/parts/figures";

const { head } = defineProps<{ head: Head; questions: Questions }>();
const today = useToday();
const asks = useAsks(() => head.id, today);
const side = useTemplateRef("side");
/** Over a red flag nothing is proposed. */
const stopped = computed(() =>
  asks.data.value?.cautions.some((caution) => caution.level === "stop"),
);
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-x-12 gap-y-6 narrow:grid-cols-1">
    <GlanceLink v-if="asks.data.value" id="reading" :target="side">
      <strong>{{ asks.data.value.scalp.grade }}</strong>
      {{
        asks.data.value.rinse.kind === "acid" ? `pH ${ph(asks.data.value.rinse.ph.value)}` : "water"
      }}
    </GlanceLink>
    <div id="reading" ref="side" class="side">
      <LoadState
        v-if="asks.error.value || !asks.data.value"
        :error="asks.error.value"
        @again="asks.refetch()"
      />
      <AsksPanel v-if="asks.data.value" :asks="asks.data.value" :head="head" />
    </div>
    <div class="worktop grid gap-6 content-start">
      <CheckInForm :head="head" :questions="questions" />
      <OccasionForm v-model="today" :questions="questions" />
    </div>
    <template v-if="asks.data.value && !stopped">
      <section class="grid gap-2 content-start pt-4 border-t border-hairline" aria-label="Families">
        <h2>What would wash it, and how much it takes</h2>
        <p class="quiet small">
          Hair weighs about {{ Math.round(asks.data.value.mass.value) }} g, likely
          {{ span(Math.round(asks.data.value.mass.low), Math.round(asks.data.value.mass.high)) }}
          <em>{{ kindOf(asks.data.value.mass) }}</em>.
          <RouterLink :to="`/heads/${head.id}/tests`">Quick hair tests narrow it.</RouterLink>
        </p>
        <p>
          <RouterLink :to="{ path: '/formulas', query: { head: String(head.id) } }"
            >Which of your formulas suit today</RouterLink
          >
        </p>
        <FamilyList :families="asks.data.value.families" />
      </section>
      <section
        class="grid gap-2 content-start pt-4 border-t border-hairline"
        aria-label="Where opinions differ"
      >
        <h2>Where opinions differ</h2>
        <SchoolList :asks="asks.data.value" :head="head.id" />
      </section>
    </template>
  </div>
</template>

<style scoped>
@media (min-width: 1001px) {
  .side {
    grid-area: 1 / 2 / span 3;
  }

  .side > * {
    position: sticky;
    top: 20px;
    max-height: calc(100vh - 32px);
    overflow-y: auto;
    padding: 2px;
  }
}
</style>
