<script setup lang="ts">
/** What is to be said of a draft: that it is back, or that another window was first. */
import { computed } from "vue";
import type { Edit } from "./edit";

const { edit } = defineProps<{ edit: Edit }>();
defineEmits<{ mine: [] }>();
const theirs = computed(() =>
  Object.entries(edit.theirs.value).map(([key, value]) => ({
    key: key.replaceAll("_", " "),
    value: said(value),
  })),
);

function said(value: unknown): string {
  if (value === null || value === "" || (Array.isArray(value) && !value.length)) return "nothing";
  if (Array.isArray(value)) return value.map(said).join(", ");
  if (typeof value === "object")
    return Object.entries(value as object)
      .map(([key, one]) => `${key.replaceAll("_", " ")}: ${said(one)}`)
      .join("; ");
  return value === true ? "yes" : value === false ? "no" : String(value);
}
</script>

<template>
  <div v-if="edit.clash.value" class="draft clash whole border-l-4 border-throat pl-3" role="alert">
    <p>
      <strong>This was changed in another window meanwhile.</strong> Nothing of yours is lost, and
      nothing was written over. There it says now:
    </p>
    <ul>
      <li v-for="one in theirs" :key="one.key">{{ one.key }}: {{ one.value }}</li>
    </ul>
    <p class="row">
      <button type="button" class="act" @click="$emit('mine')">Save mine over it</button>
      <button type="button" class="act" @click="edit.takeTheirs">Take what is there</button>
    </p>
  </div>
  <p
    v-else-if="edit.restored.value"
    class="draft whole border-l-4 border-throat pl-3"
    role="status"
  >
    What you typed before is back; it is not saved yet.
    <button type="button" class="act" @click="edit.startOver">Start over</button>
  </p>
</template>

<style scoped>
.draft ul {
  margin: 4px 0;
}
</style>
