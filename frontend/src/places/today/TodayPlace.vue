<script setup lang="ts">
/** Today: what to do now and next, in order of time, one press to each; and when each head is next. */
import { computed } from "vue";
import { useRouter } from "vue-router";
import { useTakeTime, useFreeTime } from "@/api/household";
import { useToday } from "@/api/today";
import { useShortcuts } from "@/app/shortcuts";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { dayOf, localField } from "@/parts/when";
import FirstSteps from "./FirstSteps.vue";
import HeadsNext from "./HeadsNext.vue";
import TodoList from "./TodoList.vue";

const today = useToday();
const router = useRouter();
const take = useTakeTime();
const free = useFreeTime();
const EVENING = "17:00";
const NIGHT = "23:00";
const timed = computed(() => (today.data.value?.items ?? []).filter((one) => one.at));
const sometime = computed(() => (today.data.value?.items ?? []).filter((one) => !one.at));

/** Nobody has time tonight, by the household's clock: what is to be made goes round it. */
async function notTonight(): Promise<void> {
  const now = localField(today.data.value?.now ?? new Date().toISOString());
  const day = now.slice(0, 10);
  const begin = now > `${day}T${EVENING}` ? now : `${day}T${EVENING}`;
  const end = begin < `${day}T${NIGHT}` ? `${day}T${NIGHT}` : `${day}T23:59`;
  const kept = await take.mutateAsync({ begin, end, note: "not tonight" }).catch(() => null);
  if (kept) tell("Tonight is left free: the plan goes round it.", () => free.mutateAsync(kept.id));
}
useShortcuts([
  { key: "n", does: "Plan a wash", run: () => void router.push("/wash/plan/new") },
  { key: "w", does: "Record a wash", run: () => void router.push("/wash/record") },
]);
</script>

<template>
  <main class="place">
    <header>
      <div>
        <h1>Today</h1>
        <p v-if="today.data.value" class="quiet">{{ dayOf(today.data.value.now) }}</p>
      </div>
      <p v-if="today.data.value && !today.data.value.leading" class="row">
        <RouterLink class="act" to="/wash/begin">Begin a wash</RouterLink>
        <RouterLink class="act" to="/wash/plan/new">Plan a wash</RouterLink>
        <RouterLink class="act" to="/wash/record">Record a wash</RouterLink>
        <button type="button" class="act" @click="notTonight">Busy tonight: move the plan</button>
      </p>
    </header>
    <LoadState v-if="!today.data.value" :error="today.error.value" @again="today.refetch()" />
    <template v-else>
      <p v-if="today.error.value" class="stale border-l-4 border-throat pl-3" role="status">
        Eyebright does not answer just now: this is how it stood a moment ago.
      </p>
      <FirstSteps
        v-if="today.data.value.leading || today.data.value.first.some((one) => one.answer)"
        :steps="today.data.value.first"
        :leading="today.data.value.leading"
      />
      <div
        class="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-x-12 gap-y-6 items-start mt-2 narrow:grid-cols-1"
      >
        <section v-if="!today.data.value.leading || timed.length" aria-label="What to do">
          <h2>Now and next</h2>
          <TodoList :items="timed" :now="today.data.value.now" />
          <p v-if="!timed.length" class="quiet">
            Nothing waits. Plan a wash, and what it takes stands here in time.
          </p>
          <template v-if="sometime.length">
            <h2>When there is a minute</h2>
            <TodoList :items="sometime" :now="today.data.value.now" />
          </template>
        </section>
        <section v-if="today.data.value.heads.length" aria-label="Who is next">
          <h2>Who is next</h2>
          <HeadsNext :heads="today.data.value.heads" />
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}

h2:not(:first-child) {
  margin-top: 16px;
}
</style>
