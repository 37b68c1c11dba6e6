<script setup lang="ts">
/** What goes in: found by typing any of its names, on the shelf first and then in the library. */
import AutoComplete from "primevue/autocomplete";
import { computed, ref, useId, watch } from "vue";
import type { Supply } from "@/api/client";
import { findSupplies } from "@/api/shelf";

const {
  stuff = null,
  label,
  placeholder = "",
  invalid = false,
} = defineProps<{
  stuff?: Supply | null;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  described?: string | undefined;
}>();
const emit = defineEmits<{ choose: [stuff: Supply] }>();

const typed = ref<Supply | string | null>(stuff);
const found = ref<Supply[]>([]);
const trouble = ref("");
const id = useId();
watch(
  () => stuff,
  (now) => (typed.value = now),
);

/** What stands in the field while it is typed, and what of that the list was found for. */
const words = computed(() => (typeof typed.value === "string" ? typed.value : ""));
const foundFor = ref("");
const late = computed(() => words.value !== "" && words.value !== foundFor.value);
/** A list that lags behind the typing offers only what still goes by the words, so that no key picks another. */
const offered = computed(() => {
  const asked = words.value.trim().toLowerCase();
  return late.value
    ? found.value.filter((one) => one.name.toLowerCase().includes(asked))
    : found.value;
});

let looks = 0;
async function look(event: { query: string }): Promise<void> {
  const mine = ++looks;
  const asked = words.value;
  let problem = "";
  // With the name that already stands there, everything is offered.
  const answer = await findSupplies(event.query === stuff?.name ? "" : event.query).catch(
    (error: Error) => {
      problem = error.message;
      return [];
    },
  );
  if (mine !== looks) return; // the answer to older words
  [found.value, foundFor.value, trouble.value] = [answer, asked, problem];
}

function choose(event: { value: Supply }): void {
  emit("choose", event.value);
  if (!stuff) typed.value = null;
}

let leaving = 0;
/** Words that were not chosen from the list mean nothing: what stood there before stands again. */
function leave(): void {
  leaving = window.setTimeout(() => (typed.value = stuff), 150);
}
/** Back before that: what is typed from here on stays. */
function stay(): void {
  window.clearTimeout(leaving);
}
</script>

<template>
  <AutoComplete
    v-model="typed"
    :suggestions="offered"
    option-label="name"
    data-key="key"
    dropdown
    :delay="120"
    :auto-option-focus="!late"
    :input-id="id"
    :pt="{
      pcInputText: { root: { 'aria-label': label, 'aria-describedby': described } },
      dropdown: { 'aria-label': `All there is for ${label.toLowerCase()}` },
    }"
    :placeholder="placeholder"
    :invalid="invalid"
    empty-search-message="Nothing goes by that name: add it to the shelf with what you know of it."
    :aria-busy="late"
    @complete="look"
    @option-select="choose"
    @focus="stay"
    @blur="leave"
  >
    <template #option="{ option }">
      <span class="option">
        {{ option.name }}
        <span class="quiet small">{{ option.at_hand ? option.kind : "not on the shelf" }}</span>
      </span>
    </template>
    <template v-if="trouble || late" #empty>{{ trouble || "Looking…" }}</template>
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
