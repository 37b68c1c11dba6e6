<script setup lang="ts">
/** While something loads, and when it could not: what happened, and the way on. */
import { computed } from "vue";
import { Problem } from "@/api/client";

const { error = null } = defineProps<{ error?: Error | null }>();
defineEmits<{ again: [] }>();
const detail = computed(() => (error instanceof Problem ? error.detail : ""));
</script>

<template>
  <div v-if="error" class="trouble" role="alert">
    <p>
      <strong>{{ error.message }}</strong>
    </p>
    <p v-if="detail">{{ detail }}</p>
    <button type="button" @click="$emit('again')">Try again</button>
  </div>
  <p v-else class="quiet" role="status">One moment…</p>
</template>

<style scoped>
.trouble {
  border-left: 4px solid var(--madder);
  padding: 4px 0 4px 16px;
  display: grid;
  gap: 8px;
  justify-items: start;
}

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
