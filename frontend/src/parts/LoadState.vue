<script setup lang="ts">
/** While something loads, and when it could not: what happened, and the way on. */
import { computed } from "vue";
import { Problem } from "@/api/client";

const { error = null } = defineProps<{ error?: Error | null }>();
defineEmits<{ again: [] }>();
const detail = computed(() => (error instanceof Problem ? error.detail : ""));
</script>

<template>
  <div
    v-if="error"
    class="trouble border-l-4 border-madder pr-0 pl-4 py-1 grid gap-2 justify-items-start"
    role="alert"
  >
    <p>
      <strong>{{ error.message }}</strong>
    </p>
    <p v-if="detail">{{ detail }}</p>
    <button type="button" @click="$emit('again')">Try again</button>
  </div>
  <p v-else class="quiet" role="status">One moment…</p>
</template>

<style scoped>
button {
  border: 1px solid var(--vein);
  border-radius: 999px;
  background: transparent;
  color: var(--vein);
  font: 700 1rem var(--sans);
  padding: 8px 18px;
  cursor: pointer;
}
</style>
