<script setup lang="ts">
/** Routines: a cycle of washes for each head, with its next turns and why they move. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { Routine } from "@/api/types";
import { useHeads } from "@/api/heads";
import { useRemoveRoutine, useRestoreRoutine, useRoutines, useWashChains } from "@/api/wash";
import { tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import { dayOf } from "@/parts/when";
import RoutineForm from "./RoutineForm.vue";

const route = useRoute();
const routines = useRoutines();
const heads = useHeads();
const chains = useWashChains();
const { failed, loaded, again } = useWaiting(routines, heads, chains);
const remove = useRemoveRoutine();
const restore = useRestoreRoutine();
/** The routine that is changed, or the head that gets another one. */
const open = ref<{ head: number; routine?: number } | null>(
  Number(route.query["head"]) ? { head: Number(route.query["head"]) } : null,
);

const of = (head: number) => (routines.data.value ?? []).filter((one) => one.head === head);
const people = computed(() =>
  (heads.data.value ?? []).map((head) => ({ head, routines: of(head.id) })),
);
const takeAway = (one: Routine) =>
  tellOf(
    `A routine of ${one.head_name} is removed.`,
    () => remove.mutateAsync(one.id),
    () => restore.mutateAsync(one.id),
  );
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <template v-else>
    <p class="quiet">
      A routine repeats your washes in turn. It moves one when it would be too soon, or when the
      scalp or your days ask for it, and says why.
    </p>
    <p v-if="!people.length">
      Nobody is here yet: <RouterLink to="/heads?new=head">add someone</RouterLink>.
    </p>
    <section v-for="one in people" :key="one.head.id" :aria-label="`Routine of ${one.head.name}`">
      <h2>{{ one.head.name }}</h2>
      <div v-for="routine in one.routines" :key="routine.id" class="grid gap-1.5 w-full">
        <RoutineForm
          v-if="open?.routine === routine.id"
          :head="one.head.id"
          :routine="routine"
          :chains="chains.data.value!"
          @done="open = null"
        />
        <template v-else>
          <p>{{ routine.names.join(" → ") }}, every {{ routine.every }} days</p>
          <p v-if="routine.trouble" class="text-madder">{{ routine.trouble }}</p>
          <ol class="list-none m-0 p-0">
            <li
              v-for="(turn, i) in routine.turns"
              :key="i"
              class="flex flex-wrap gap-x-3 gap-y-0 px-0 py-0.75"
            >
              <strong>{{ dayOf(turn.day) }}</strong> {{ turn.name }}
              <span v-if="turn.wished !== turn.day" class="quiet"
                >(was due {{ dayOf(turn.wished) }})</span
              >
              <span v-for="why in turn.why" :key="why" class="border-l-3 border-throat pl-2">{{
                why
              }}</span>
              <RouterLink
                v-if="i === 0"
                class="act"
                :to="{ path: '/wash/plan/new', query: { head: one.head.id, chain: turn.chain } }"
                >Plan it<span class="unseen"> for {{ one.head.name }}</span></RouterLink
              >
            </li>
          </ol>
          <p class="row">
            <button
              type="button"
              class="act"
              @click="open = { head: one.head.id, routine: routine.id }"
            >
              Change it<span class="unseen">: {{ one.head.name }}</span>
            </button>
            <button type="button" class="act" @click="takeAway(routine)">
              Remove<span class="unseen">: routine of {{ one.head.name }}</span>
            </button>
          </p>
        </template>
      </div>
      <p v-if="!one.routines.length" class="quiet">No routine yet.</p>
      <RoutineForm
        v-if="open?.head === one.head.id && !open.routine"
        :head="one.head.id"
        :routine="undefined"
        :chains="chains.data.value!"
        @done="open = null"
      />
      <Button
        v-else
        :label="one.routines.length ? 'Add another routine' : 'Make a routine'"
        variant="outlined"
        :aria-label="`${one.routines.length ? 'Add another routine' : 'Make a routine'} for ${one.head.name}`"
        @click="open = { head: one.head.id }"
      />
    </section>
  </template>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  padding: 16px 0;
  border-top: 1px solid var(--hairline);
  justify-items: start;
}
</style>
