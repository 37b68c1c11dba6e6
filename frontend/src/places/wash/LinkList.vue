<script setup lang="ts">
/** The links of a wash in order, and what can be added. */
import Select from "primevue/select";
import { computed } from "vue";
import type { LinkResult, Supply, WashChoices, WashLink } from "@/api/types";
import { move } from "@/parts/order";
import LinkRow from "./LinkRow.vue";
import { groupsOf, linkOf } from "./links";

const { formulas, bought, choices } = defineProps<{
  formulas: { id: number; name: string }[];
  /** What was made, poured or bought, and is used as it comes. */
  bought: Supply[];
  choices: WashChoices | undefined;
  results: LinkResult[] | undefined;
  errors: Record<string, string>;
}>();
const links = defineModel<WashLink[]>({ required: true });
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
        :errors="errors"
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
    <p v-if="errors['links']" class="error" role="alert">{{ errors["links"] }}</p>
  </div>
</template>
