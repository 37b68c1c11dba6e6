<script setup lang="ts">
/** What is planned: washes in order of time, each with what must be made for it. */
import { computed } from "vue";
import { useRouter } from "vue-router";
import { usePlan } from "@/api/wash";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import { when } from "@/parts/when";
import JobList from "./JobList.vue";
import PlannedRow from "./PlannedRow.vue";

const plan = usePlan();
const router = useRouter();
const loose = computed(() => plan.data.value?.jobs ?? []);
useShortcuts([
  { key: "n", does: "Plan a wash", run: () => void router.push("/wash/plan/new") },
  { key: "b", does: "Begin a wash", run: () => void router.push("/wash/begin") },
  { key: "w", does: "Record a wash", run: () => void router.push("/wash/record") },
]);
</script>

<template>
  <LoadState
    v-if="plan.error.value || !plan.data.value"
    :error="plan.error.value"
    @again="plan.refetch()"
  />
  <template v-else>
    <p class="row mx-0 mt-3 mb-5">
      <RouterLink class="press inline-flex items-center no-underline" to="/wash/begin"
        >Begin a wash</RouterLink
      >
      <RouterLink class="press inline-flex items-center no-underline" to="/wash/plan/new"
        >Plan a wash</RouterLink
      >
      <RouterLink class="press inline-flex items-center no-underline" to="/wash/record"
        >Record a wash</RouterLink
      >
      <a v-if="plan.data.value.washes.length" class="act" href="/api/wash/plan.ics" download
        >All of it as a calendar file</a
      >
    </p>
    <p v-if="!plan.data.value.washes.length" class="quiet">
      Nothing is planned. Choose whose hair, which wash and when: what must be made for it is worked
      back from there, round the hours you sleep and are out.
    </p>
    <div
      v-else
      class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-10 gap-y-6 narrow:grid-cols-1"
    >
      <section class="grid gap-2 content-start" aria-label="Washes that are planned">
        <h2>Washes</h2>
        <ul>
          <PlannedRow v-for="one in plan.data.value.washes" :key="one.id" :wash="one" />
        </ul>
      </section>
      <section class="grid gap-2 content-start" aria-label="What must be made for them">
        <h2>To be made for them</h2>
        <p v-if="!loose.length" class="quiet">Everything they take is there.</p>
        <JobList :jobs="loose" :now="plan.data.value.now" />
        <p class="quiet small">By the clock of {{ when(plan.data.value.now) }}.</p>
      </section>
    </div>
  </template>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
</style>
