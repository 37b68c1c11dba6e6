<script setup lang="ts">
/** Anything, found by any of its names: what is at hand, materials, formulas, heads, washes, entries, settings. */
import { computed, nextTick, ref, useId, useTemplateRef, watch } from "vue";
import { useRouter } from "vue-router";
import type { Hit } from "@/api/types";
import { useSearch } from "@/api/search";
import { useShortcuts } from "./shortcuts";

const WHAT: Record<Hit["what"], string> = {
  "at hand": "on the shelf",
  material: "not on the shelf yet",
  formula: "formula",
  batch: "batch",
  container: "in stock",
  head: "head",
  wash: "wash",
  entry: "in the journal",
  page: "",
};

const router = useRouter();
const dialog = useTemplateRef<HTMLDialogElement>("dialog");
const words = ref("");
const at = ref(0);
const list = useId();
const search = useSearch(words);
const asked = computed(() => words.value.trim());
const hits = computed(() => (asked.value ? (search.data.value ?? []) : []));
const late = computed(() => search.isFetching.value || search.isPlaceholderData.value);
watch(hits, () => (at.value = 0));

let eager = false;
watch(late, (now) => {
  if (!now && eager && hits.value[0]) go(hits.value[0]);
  if (!now) eager = false;
});

async function show(): Promise<void> {
  words.value = "";
  at.value = 0;
  dialog.value?.showModal();
  await nextTick();
  dialog.value?.querySelector("input")?.focus();
}

function go(hit: Hit): void {
  dialog.value?.close();
  void router.push(hit.path);
}

function key(event: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by) {
    event.preventDefault();
    at.value = Math.min(Math.max(at.value + by, 0), Math.max(hits.value.length - 1, 0));
  } else if (event.key === "Enter") {
    event.preventDefault();
    const hit = hits.value[at.value];
    if (late.value) eager = true;
    else if (hit) go(hit);
  }
}

useShortcuts([{ key: "/", does: "Find anything", run: () => void show() }]);
defineExpose({ show });
</script>

<template>
  <dialog ref="dialog" aria-label="Find anything" @click.self="dialog?.close()">
    <div class="px-5.5 py-5 grid gap-3">
      <input
        v-model="words"
        type="text"
        role="combobox"
        autocomplete="off"
        aria-label="What to find"
        placeholder="soap nuts, Wren, Towpath rinse, limits…"
        :aria-expanded="hits.length > 0"
        :aria-controls="list"
        :aria-activedescendant="hits.length ? `${list}-${at}` : undefined"
        @keydown="key"
      />
      <ul
        v-if="hits.length"
        :id="list"
        class="list-none m-0 p-0 max-h-[50vh] overflow-y-auto"
        role="listbox"
        aria-label="Found"
      >
        <li
          v-for="(hit, i) in hits"
          :id="`${list}-${i}`"
          :key="hit.path + hit.name"
          class="flex justify-between gap-4 p-2 min-h-6 border-t border-hairline cursor-pointer"
          role="option"
          :aria-selected="i === at"
          @click="go(hit)"
          @pointermove="at = i"
        >
          <span>{{ hit.name }}</span>
          <span class="quiet small">
            {{ [WHAT[hit.what], hit.about].filter(Boolean).join(" · ") }}
          </span>
        </li>
      </ul>
      <p v-else-if="search.error.value" class="error" role="alert">
        {{ search.error.value.message }}
      </p>
      <p v-else-if="asked && late" class="quiet">Looking…</p>
      <p v-else-if="asked" class="quiet" role="status">
        Nothing goes by “{{ asked }}”.
        <RouterLink :to="{ path: '/shelf', query: { new: '' } }" @click="dialog?.close()"
          >Put it on the shelf</RouterLink
        >
      </p>
      <p v-else class="quiet small">
        Materials in any tongue, what is on the shelf, formulas, heads, washes, journal, settings.
      </p>
    </div>
  </dialog>
</template>

<style scoped>
dialog {
  margin: 12vh auto auto;
  max-width: 560px;
  width: calc(100vw - 32px);
}

input {
  border: 0;
  border-bottom: 2px solid var(--vein);
  background: transparent;
  color: inherit;
  font: 400 1.25rem/1.6 var(--sans);
  padding: 4px 2px;
  outline-offset: 4px;
}

li[aria-selected="true"] {
  background: var(--petal);
  box-shadow: inset 3px 0 var(--throat);
}
</style>
