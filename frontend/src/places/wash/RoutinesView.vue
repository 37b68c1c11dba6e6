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
const open = ref<number | null>(Number(route.query["head"]) || null); // the head whose routine is changed

const of = (head: number) => routines.data.value?.find((one) => one.head === head);
const people = computed(() =>
  (heads.data.value ?? []).map((head) => ({ head, routine: of(head.id) })),
);
const takeAway = (one: Routine) =>
  tellOf(
    `${one.head_name} has no routine now.`,
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
      <RoutineForm
        v-if="open === one.head.id"
        :head="one.head.id"
        :routine="one.routine"
        :chains="chains.data.value!"
        @done="open = null"
      />
      <template v-else-if="one.routine">
        <p>{{ one.routine.names.join(" → ") }}, every {{ one.routine.every }} days</p>
        <p v-if="one.routine.trouble" class="text-madder">{{ one.routine.trouble }}</p>
        <ol class="list-none m-0 p-0">
          <li
            v-for="(turn, i) in one.routine.turns"
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
          <button type="button" class="act" @click="open = one.head.id">
            Change it<span class="unseen">: {{ one.head.name }}</span>
          </button>
          <button type="button" class="act" @click="takeAway(one.routine)">
            Remove<span class="unseen">: routine of {{ one.head.name }}</span>
          </button>
        </p>
      </template>
      <template v-else>
        <p class="quiet">No routine yet.</p>
        <Button
          label="Make a routine"
          variant="outlined"
          :aria-label="`Make a routine for ${one.head.name}`"
          @click="open = one.head.id"
        />
      </template>
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
