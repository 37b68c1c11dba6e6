<script setup lang="ts">
/** The links of a wash in order, and what can be added. */
import Select from "primevue/select";
import { computed } from "vue";
import type { LinkResult, Supply, WashChoices, WashLink } from "@/api/types";
import { move } from "@/parts/order";
import LinkRow from "./LinkRow.vue";
import { groupsOf, linkOf } from "./links";

const { formulas, bought, choices, errors } = defineProps<{
  formulas: { id: number; name: string }[];
  /** What was made, poured or bought, and is used as it comes. */
  bought: Supply[];
  choices: WashChoices | undefined;
  results: LinkResult[] | undefined;
  /** Messages of each call about them. */
  errors: Record<string, string>[];
}>();
const links = defineModel<WashLink[]>({ required: true });
/** Those that are shown here. */
const own = computed(() =>
  Object.fromEntries(
    errors.flatMap((each) =>
      Object.keys(each)
        .filter((field) => /^links(\.|$)/.test(field))
        .map((field) => [field, each[field] ?? ""]),
    ),
  ),
);
const groups = computed(() => groupsOf(formulas, bought, choices));
const add = (what: string) => links.value.push(linkOf(what));
</script>

<template>
  <div class="links">
    <ol class="list-none m-0 p-0">
      <LinkRow
        v-for="(_, i) in links"
        :key="i"
        v-model="links[i]!"
        :place="i"
        :many="links.length"
        :groups="groups"
        :choices="choices"
        :result="results?.[i]"
        :errors="own"
        @move="move(links, i, $event)"
        @remove="links.splice(i, 1)"
      />
    </ol>
    <div class="row mt-2">
      <Select
        :key="links.length"
        :model-value="undefined"
        :options="groups"
        option-group-label="title"
        option-group-children="items"
        option-label="name"
        option-value="what"
        placeholder="Add what comes next"
        aria-label="Add what comes next"
        filter
        auto-filter-focus
        reset-filter-on-hide
        @update:model-value="add"
      />
      <button type="button" class="act" @click="add('')">Plain water</button>
    </div>
    <p v-if="!links.length" class="quiet">Begin with what goes on first.</p>
    <p v-if="own['links']" class="error" role="alert">{{ own["links"] }}</p>
  </div>
</template>
