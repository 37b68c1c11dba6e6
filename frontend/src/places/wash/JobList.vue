<script setup lang="ts">
/** What must be made: by when it is begun, and each of its steps in its place, drawn along the hours. */
import type { Job } from "@/api/types";
import { when } from "@/parts/when";
import JobDrawing from "./JobDrawing.vue";

defineProps<{ jobs: Job[]; now: string }>();
const WORD = { make: "Make", carry_on: "Go on with", thaw: "Thaw", put_on: "Put on" } as const;
const much = (job: Job): string => (job.amount >= 1 ? `, about ${job.amount} ${job.unit}` : "");
</script>

<template>
  <ul>
    <li v-for="job in jobs" :key="job.key">
      <h3 class="text-lg">{{ WORD[job.what] }} {{ job.name }}{{ much(job) }}</h3>
      <p class="quiet">
        for {{ job.who }}, {{ when(job.needed)
        }}<template v-if="job.washes.length > 1"
          >; enough for {{ job.washes.length }} washes</template
        >
      </p>
      <p v-if="job.late" class="text-madder font-bold">{{ job.says }}</p>
      <p v-else-if="job.steps.length">
        <strong v-if="job.what !== 'carry_on'">Begin by {{ when(job.begin) }}.</strong>
        {{ job.says }}
      </p>
      <JobDrawing v-if="job.steps.length" :job="job" :now="now" />
      <details v-if="job.steps.length">
        <summary>Step by step</summary>
        <ol>
          <li v-for="(step, i) in job.steps" :key="i">
            {{ step.name }}: {{ when(step.begin) }}
            <span class="quiet">{{ step.says }}</span>
          </li>
        </ol>
      </details>
      <p v-if="job.what === 'make' || job.batch">
        <RouterLink class="act" :to="job.to"
          >{{ job.what === "make" ? "Begin it now" : "Go to it"
          }}<span class="unseen">: {{ job.name }}</span></RouterLink
        >
      </p>
    </li>
  </ul>
</template>

<style scoped>
ul,
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}

ul > li {
  display: grid;
  gap: 4px;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
}

ol li {
  padding: 2px 0;
}
</style>
