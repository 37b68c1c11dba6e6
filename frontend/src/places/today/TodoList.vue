<script setup lang="ts">
/** Things to do: when, what, why, and one press to each. */
import type { TodayItem } from "@/api/types";
import { clockOf, dayOf, isoDay } from "@/parts/when";

const { items, now } = defineProps<{ items: TodayItem[]; now: string }>();
const DAY_MS = 86_400_000;
/** "now", "20:40", "tomorrow 10:00", "Monday 30 November 10:00". */
function said(iso: string): string {
  const day = isoDay(new Date(iso));
  const clock = clockOf(iso);
  if (day === isoDay(new Date(now))) return clock;
  if (day === isoDay(new Date(new Date(now).getTime() + DAY_MS))) return `tomorrow ${clock}`;
  if (day === isoDay(new Date(new Date(now).getTime() - DAY_MS))) return `yesterday ${clock}`;
  return `${dayOf(iso)} ${clock}`;
}
const gone = (iso: string): boolean => new Date(iso).getTime() < new Date(now).getTime();
</script>

<template>
  <ol class="list-none m-0 p-0">
    <li
      v-for="(one, i) in items"
      :key="one.key"
      class="grid grid-cols-[116px_minmax(0,1fr)_auto] gap-x-4 gap-y-1 items-center px-0 py-2.5 border-t border-hairline phone:grid-cols-[minmax(0,1fr)_auto]"
      :class="{ late: one.late, first: i === 0 && one.at }"
    >
      <p v-if="one.at" class="at" :class="{ gone: gone(one.at) }">{{ said(one.at) }}</p>
      <div>
        <h3>{{ one.title }}</h3>
        <p class="quiet says">{{ one.says }}</p>
      </div>
      <RouterLink class="do" :to="one.to"
        >{{ one.act }}<span class="unseen">: {{ one.title }}</span></RouterLink
      >
    </li>
  </ol>
</template>

<style scoped>
li > div:first-child {
  grid-column: 1 / 3;
}

h3 {
  font: 700 1.0625rem/1.3 var(--sans);
  letter-spacing: 0;
}

.at {
  font: 560 1.125rem/1.2 var(--serif);
  color: var(--vein);
}

.gone {
  color: var(--ink);
}

.late .says {
  color: var(--madder);
}

.do {
  border: 1px solid var(--vein);
  border-radius: 4px 14px 14px 14px;
  padding: 6px 14px;
  color: var(--vein);
  text-decoration: none;
  font-weight: 700;
  min-height: 40px;
  display: inline-flex;
  align-items: center;
}

.do:hover {
  background: var(--vein-wash);
}

.first .do {
  background: var(--throat);
  border-color: var(--throat);
  color: var(--on-throat);
}

.first .do:hover {
  background: var(--throat-strong);
}

@media (max-width: 760px) {
  .at {
    grid-column: 1 / -1;
  }

  li > div:first-child {
    grid-column: 1;
  }

  .do {
    min-height: 44px;
  }
}
</style>
