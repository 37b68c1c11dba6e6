<script setup lang="ts">
import type { StripSet } from "@/api/types";
import { useRemoveStrips, useRestoreStrips } from "@/api/shelf";
import PlainRow from "./PlainRow.vue";
import StripsForm from "./StripsForm.vue";

defineProps<{ strips: StripSet }>();
const remove = useRemoveStrips();
const restore = useRestoreStrips();
</script>

<template>
  <PlainRow :thing="strips" :remove="remove.mutateAsync" :restore="restore.mutateAsync">
    <template #form="{ done }"><StripsForm :strips="strips" @done="done" /></template>
    <span class="quiet">{{ strips.steps.length }} blocks: {{ strips.steps.join(", ") }}</span>
  </PlainRow>
</template>
