<script setup lang="ts">
/** Recently removed: all of it, of every kind, and each put back by one press. */
import { computed, ref } from "vue";
import type { Removed } from "@/api/types";
import { usePutBackRemoved, useRemoved } from "@/api/safekeeping";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";

const SHOWN = 12;
const removed = useRemoved();
const back = usePutBackRemoved();
const { trouble } = useTrouble(back.error);
const all = ref(false);
const every = computed(() => removed.data.value ?? []);
const shown = computed(() => (all.value ? every.value : every.value.slice(0, SHOWN)));

async function putBack(one: Removed): Promise<void> {
  const done = await back.mutateAsync(one).catch(() => null);
  if (done) tell(`${one.name} is back.`);
}
</script>

<template>
  <section aria-labelledby="removed" class="grid gap-2 justify-items-start mx-0 my-6">
    <h2 id="removed">Recently removed</h2>
    <LoadState
      v-if="removed.error.value || !removed.data.value"
      :error="removed.error.value"
      @again="removed.refetch()"
    />
    <template v-else>
      <p class="quiet">
        <template v-if="every.length"
          >What was removed stands here for thirty days, and comes back by one press. An archived
          head stays until it is deleted for ever.</template
        >
        <template v-else>Nothing was removed in the last thirty days.</template>
      </p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <ul class="list-none m-0 p-0 w-full">
        <li
          v-for="one in shown"
          :key="`${one.kind} ${one.id}`"
          class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 gap-y-1 items-baseline border-t border-hairline px-0 py-1.5"
        >
          <span>
            {{ one.name }}
            <span class="quiet"
              >{{ one.called }}, {{ when(one.removed_at)
              }}<template v-if="one.days_left !== null">
                · {{ one.days_left }} {{ one.days_left === 1 ? "day" : "days" }} left</template
              ></span
            >
          </span>
          <button
            type="button"
            class="act"
            :aria-label="`Put ${one.name} back (${one.called})`"
            :disabled="back.isPending.value"
            @click="putBack(one)"
          >
            Put it back
          </button>
        </li>
      </ul>
      <button v-if="every.length > shown.length" type="button" class="act" @click="all = true">
        Show all {{ every.length }}
      </button>
    </template>
  </section>
</template>
