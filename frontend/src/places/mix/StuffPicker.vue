<script setup lang="ts">
/** What goes in: found by typing any of its names, on the shelf first and then in the library. */
import AutoComplete from "primevue/autocomplete";
import { ref, useId, watch } from "vue";
import type { Stuff } from "@/api/client";
import { findStuff } from "@/api/shelf";

const {
  stuff = null,
  label,
  placeholder = "",
  invalid = false,
} = defineProps<{
  stuff?: Stuff | null;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  described?: string | undefined;
}>();
const emit = defineEmits<{ choose: [stuff: Stuff] }>();

const typed = ref<Stuff | string | null>(stuff);
const found = ref<Stuff[]>([]);
const trouble = ref("");
const id = useId();
watch(
  () => stuff,
  (now) => (typed.value = now),
);

async function look(event: { query: string }): Promise<void> {
  // With the name that already stands there, everything is offered.
  const words = event.query === stuff?.name ? "" : event.query;
  trouble.value = "";
  found.value = await findStuff(words).catch((error: Error) => {
    trouble.value = error.message;
    return [];
  });
}

function choose(event: { value: Stuff }): void {
  emit("choose", event.value);
  if (!stuff) typed.value = null;
}

/** Words that were not chosen from the list mean nothing: what stood there before stands again. */
function leave(): void {
  window.setTimeout(() => (typed.value = stuff), 150);
}
</script>

<template>
  <AutoComplete
    v-model="typed"
    :suggestions="found"
    option-label="name"
    data-key="key"
    dropdown
    :delay="120"
    :input-id="id"
    :pt="{
      pcInputText: { root: { 'aria-label': label, 'aria-describedby': described } },
      dropdown: { 'aria-label': `All there is for ${label.toLowerCase()}` },
    }"
    :placeholder="placeholder"
    :invalid="invalid"
    empty-search-message="Nothing goes by that name: add it to the shelf with what you know of it."
    @complete="look"
    @option-select="choose"
    @blur="leave"
  >
    <template #option="{ option }">
      <span class="option">
        {{ option.name }}
        <span class="quiet small">{{ option.at_hand ? option.kind : "not on the shelf" }}</span>
      </span>
    </template>
    <template v-if="trouble" #empty>{{ trouble }}</template>
  </AutoComplete>
</template>

<style scoped>
.option {
  display: flex;
  flex: 1;
  justify-content: space-between;
  gap: 16px;
}
</style>
