<script setup lang="ts">
/** For whom: one of the household's heads, or nobody in particular. */
import Select from "primevue/select";
import { computed } from "vue";
import type { HeadRow } from "@/api/types";

const {
  heads,
  nobody = "an ordinary head",
  label = "For whom",
} = defineProps<{ heads: HeadRow[]; nobody?: string; label?: string }>();
const head = defineModel<number | null>({ required: true });
const people = computed(() => [
  { id: null as number | null, name: nobody },
  ...heads.map((one) => ({ id: one.id as number | null, name: one.name })),
]);
</script>

<template>
  <Select
    v-model="head"
    :options="people"
    option-label="name"
    option-value="id"
    :placeholder="nobody"
    :aria-label="label"
  />
</template>
