<script setup lang="ts" generic="Option extends { key: string; name: string }">
/**
 * Something found by typing any of its names. Enter takes the first match, also one that is still on its way;
 * what is not found can be added by the words that stand there.
 */
import AutoComplete from "primevue/autocomplete";
import { computed, ref, useTemplateRef, watch } from "vue";
import { useTimeoutFn } from "@vueuse/core";

const {
  chosen = null,
  label,
  find,
  aside = () => "",
  placeholder = "",
  invalid = false,
  lone = false,
} = defineProps<{
  chosen?: Option | null;
  label: string;
  find: (text: string) => Promise<Option[]>;
  /** What stands beside a name in the list. */
  aside?: (option: Option) => string;
  placeholder?: string;
  invalid?: boolean;
  described?: string | undefined;
  inputId?: string | undefined;
  /** Nothing can be added here. */
  lone?: boolean;
}>();
const emit = defineEmits<{ choose: [option: Option]; add: [name: string] }>();

const typed = ref<Option | string | null>(chosen);
const found = ref<Option[]>([]);
const trouble = ref("");
const list = useTemplateRef<{
  hide: () => void;
  overlayVisible: boolean;
  focusedOptionIndex: number;
}>("list");
watch(
  () => chosen,
  (now) => (typed.value = now),
);

/** What stands in the field while it is typed, and what of that the list was found for. */
const words = computed(() => (typeof typed.value === "string" ? typed.value.trim() : ""));
const foundFor = ref("");
const late = computed(() => words.value !== "" && words.value !== foundFor.value);
/** A list that lags behind the typing offers only what still goes by the words, so that no key picks another. */
const offered = computed(() => {
  const asked = words.value.toLowerCase();
  return late.value
    ? found.value.filter((one) => one.name.toLowerCase().includes(asked))
    : found.value;
});

let looks = 0;
let entered = "";
async function look(event: { query: string }): Promise<void> {
  const mine = ++looks;
  const asked = words.value;
  let problem = "";
  // With the name that already stands there, everything is offered.
  const answer = await find(event.query === chosen?.name ? "" : event.query).catch(
    (error: Error) => {
      problem = error.message;
      return [];
    },
  );
  if (mine !== looks) return; // the answer to older words
  [found.value, foundFor.value, trouble.value] = [answer, asked, problem];
  if (entered && entered === asked && answer[0]) take(answer[0]);
  // An answer to what stood there before leaves the Enter standing for the words that are still asked for.
  if (entered === asked || entered !== words.value) entered = "";
}

function take(option: Option): void {
  list.value?.hide();
  emit("choose", option);
  typed.value = chosen;
  found.value = [];
}

/** Enter: what is marked is the list's own affair; before the list has come, its first; with none, add it. */
function enter(event: KeyboardEvent): void {
  const marked = list.value?.overlayVisible && list.value.focusedOptionIndex >= 0;
  if (!words.value || (!late.value && marked)) return;
  event.preventDefault();
  event.stopPropagation();
  const [first] = offered.value;
  if (late.value) entered = words.value;
  else if (first) take(first as Option);
  else if (!lone && !trouble.value) add();
}

function add(): void {
  const name = words.value;
  list.value?.hide();
  emit("add", name);
}

/** Words that were not chosen from the list mean nothing: what stood there before stands again. */
const { start: leave, stop: stay } = useTimeoutFn(
  () => {
    typed.value = chosen;
    entered = "";
  },
  150,
  { immediate: false },
);
</script>

<template>
  <AutoComplete
    ref="list"
    v-model="typed"
    :suggestions="offered"
    option-label="name"
    data-key="key"
    dropdown
    :delay="120"
    :auto-option-focus="!late"
    :input-id="inputId"
    :pt="{
      pcInputText: {
        root: { 'aria-label': inputId ? undefined : label, 'aria-describedby': described },
      },
      dropdown: { 'aria-label': `All there is for ${label.toLowerCase()}` },
    }"
    :placeholder="placeholder"
    :invalid="invalid"
    empty-search-message="Nothing here goes by that name."
    :aria-busy="late"
    @complete="look"
    @option-select="take($event.value)"
    @keydown.enter.capture="enter"
    @focus="stay"
    @blur="leave"
  >
    <template #option="{ option }">
      <span class="flex flex-1 justify-between gap-4">
        {{ option.name }}
        <span class="quiet small">{{ aside(option) }}</span>
      </span>
    </template>
    <template v-if="trouble || late" #empty>{{ trouble || "Looking…" }}</template>
    <template v-if="!lone && words.length > 1 && !late && !trouble" #footer>
      <button type="button" class="act add" @mousedown.prevent @click="add">
        Add “{{ words }}” as a material of your own
      </button>
    </template>
  </AutoComplete>
</template>

<style scoped>
.add {
  padding: 8px 12px;
  text-align: left;
}
</style>
