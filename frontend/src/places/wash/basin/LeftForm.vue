<script setup lang="ts">
/** A wash that was left in the middle: when did the last of it come off? */
import { ref } from "vue";
import { when } from "@/parts/when";

defineProps<{ since: string; error: string | undefined }>();
defineEmits<{ end: [off: string] }>();
const off = ref("");
</script>

<template>
  <form
    class="border-l-4 border-madder pl-3 grid gap-2 justify-items-start"
    @submit.prevent="$emit('end', off)"
  >
    <p>
      <strong>Nobody pressed since {{ when(since) }}.</strong> Say when the last of it came off, and
      this wash is kept as it was; or cancel this wash.
    </p>
    <label>
      It came off
      <input v-model="off" type="datetime-local" />
    </label>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
    <button type="submit" class="act">End it so</button>
  </form>
</template>

<style scoped>
input {
  min-height: 44px;
  font: inherit;
  color: inherit;
  background: var(--paper);
  border: 1px solid var(--stem);
  border-radius: 4px;
  padding: 4px 8px;
}
</style>
