<script setup lang="ts">
/** Two months: washes, turns of routines, what must be begun, use-by dates and patch tests. */
import { computed, ref } from "vue";
import type { CalendarDay } from "@/api/types";
import { useCalendar } from "@/api/wash";
import LoadState from "@/parts/LoadState.vue";
import { clockOf, dayOf } from "@/parts/when";

const since = ref("");
const calendar = useCalendar(since);
const LETTERS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const MANY = 4;
const more = ref<string | null>(null);

const months = computed(() => {
  const found = new Map<string, CalendarDay[]>();
  for (const one of calendar.data.value?.days ?? []) {
    const month = one.day.slice(0, 7);
    found.set(month, [...(found.get(month) ?? []), one]);
  }
  return [...found.entries()].map(([month, days]) => ({
    month,
    name: new Intl.DateTimeFormat(navigator.language, {
      month: "long",
      year: "numeric",
      timeZone: "UTC",
    }).format(new Date(`${month}-01T00:00Z`)),
    before: (new Date(`${month}-01T00:00Z`).getUTCDay() + 6) % 7,
    days,
  }));
});
function turn(by: number): void {
  const [year, month] = (calendar.data.value?.since ?? "").split("-").map(Number);
  if (!year || !month) return;
  since.value = new Date(Date.UTC(year, month - 1 + by, 1)).toISOString().slice(0, 10);
}
const KINDS = [
  { key: "wash", name: "a wash that is planned" },
  { key: "washed", name: "washed" },
  { key: "turn", name: "a routine’s turn" },
  { key: "make", name: "begin to make" },
  { key: "use_by", name: "use by" },
  { key: "patch", name: "look at a patch test" },
  { key: "taken", name: "taken" },
] as const;
</script>

<template>
  <LoadState
    v-if="calendar.error.value || !calendar.data.value"
    :error="calendar.error.value"
    @again="calendar.refetch()"
  />
  <template v-else>
    <p class="row">
      <button type="button" class="act" @click="turn(-1)">A month back</button>
      <button type="button" class="act" @click="since = ''">This month</button>
      <button type="button" class="act" @click="turn(1)">A month on</button>
      <RouterLink class="act" to="/settings#calendar">Subscribe to it</RouterLink>
    </p>
    <ul class="key" aria-label="What the marks mean">
      <li v-for="kind in KINDS" :key="kind.key" :class="kind.key">{{ kind.name }}</li>
    </ul>
    <div class="months">
      <section v-for="month in months" :key="month.month" :aria-label="month.name">
        <h2>{{ month.name }}</h2>
        <div class="month" aria-hidden="true">
          <span v-for="letter in LETTERS" :key="letter" class="quiet small">{{ letter }}</span>
        </div>
        <ol class="month">
          <li
            v-for="(one, i) in month.days"
            :key="one.day"
            :style="i === 0 ? { gridColumnStart: month.before + 1 } : {}"
            :class="{ today: one.day === calendar.data.value.today, empty: !one.entries.length }"
            :aria-label="dayOf(one.day)"
          >
            <span class="nr">{{ Number(one.day.slice(8)) }}</span>
            <RouterLink
              v-for="(entry, j) in more === one.day ? one.entries : one.entries.slice(0, MANY)"
              :key="j"
              :to="entry.to"
              :class="entry.kind"
              :title="entry.title"
            >
              {{ entry.at ? `${clockOf(entry.at)} ${entry.title}` : entry.title }}
            </RouterLink>
            <button
              v-if="one.entries.length > MANY && more !== one.day"
              type="button"
              class="act small"
              @click="more = one.day"
            >
              {{ one.entries.length - MANY }} more<span class="unseen">, {{ dayOf(one.day) }}</span>
            </button>
          </li>
        </ol>
      </section>
    </div>
  </template>
</template>

<style scoped>
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  list-style: none;
  padding: 0;
  margin: 8px 0;
  font-size: 0.875rem;
}

.months {
  display: grid;
  gap: 28px;
}

.month {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 0 6px;
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}

.month > li {
  min-height: 76px;
  border-top: 1px solid var(--hairline);
  padding: 2px 0 6px;
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}

.nr {
  font: 560 1rem var(--serif);
  color: var(--stem);
}

.today {
  border-top: 3px solid var(--throat) !important;
}

.today .nr {
  color: var(--ink);
  font-weight: 700;
}

.month a {
  font-size: 0.8125rem;
  line-height: 1.25;
  color: var(--ink);
  text-decoration: none;
  overflow: hidden;
  text-overflow: ellipsis;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
}

.month a:hover {
  text-decoration: underline;
}

.wash,
.washed,
.turn,
.make,
.use_by,
.patch,
.taken {
  border-left: 4px solid var(--stem);
  padding-left: 5px;
}

.wash {
  border-color: var(--vein);
  background: var(--vein-wash);
}

.washed {
  border-color: var(--leaf);
}

.turn {
  border-left-style: dashed;
  border-color: var(--vein);
}

.make {
  border-color: var(--throat);
}

.use_by {
  border-color: var(--madder);
}

.patch {
  border-left-style: double;
  border-color: var(--ink);
}

@media (max-width: 760px) {
  .month[aria-hidden] {
    display: none;
  }

  ol.month {
    grid-template-columns: minmax(0, 1fr);
  }

  .month > li {
    grid-column-start: 1 !important;
    min-height: 0;
  }

  .empty {
    display: none !important;
  }

  .month a {
    font-size: 0.9375rem;
    padding-block: 6px;
  }
}
</style>
