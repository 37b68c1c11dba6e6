<script setup lang="ts">
/** The journal: every rinse, newest first. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";
import { watchDebounced } from "@vueuse/core";
import { useRouter } from "vue-router";
import { useEntries } from "@/api/journal";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import EntryRow from "./EntryRow.vue";

const PAGE = 30;
const MOST = 200;
const TYPING_MS = 150;

const router = useRouter();
const typed = ref("");
const find = ref("");
const shown = ref(PAGE);
const { data: entries, error, refetch } = useEntries(find, shown);

watchDebounced(
  typed,
  (text) => {
    find.value = text.trim();
    shown.value = PAGE;
  },
  { debounce: TYPING_MS },
);

useShortcuts([{ key: "n", does: "Mix a rinse", run: () => void router.push("/mix") }]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Journal</h1>
      <InputText
        v-model="typed"
        maxlength="200"
        aria-label="Find in the journal"
        placeholder="Find a bottle, a water, a head, a note"
        class="finder"
      />
    </header>
    <LoadState v-if="error || !entries" :error="error" @again="refetch()" />
    <template v-else>
      <p v-if="entries.total === 0 && find" class="quiet">
        Nothing in the journal says “{{ find }}”.
      </p>
      <p v-else-if="entries.total === 0" class="quiet">
        Nothing yet. A rinse comes in here as soon as you press “I am mixing this”.
        <RouterLink to="/mix">Mix a rinse</RouterLink>
      </p>
      <p v-else class="quiet" role="status">
        {{ entries.total }} {{ entries.total === 1 ? "rinse" : "rinses" }}
      </p>
      <ul class="list-none mx-0 mt-2 mb-4 p-0">
        <EntryRow v-for="entry in entries.items" :key="entry.id" :entry="entry" />
      </ul>
      <Button
        v-if="entries.items.length < entries.total && shown < MOST"
        label="Show older ones"
        variant="outlined"
        @click="shown = Math.min(shown + PAGE, MOST)"
      />
      <p v-else-if="entries.items.length < entries.total" class="quiet">
        {{ entries.total - entries.items.length }} older ones: find them by a word.
      </p>
    </template>
  </main>
</template>

<style scoped>
.finder {
  width: 340px;
  max-width: 100%;
}
</style>
