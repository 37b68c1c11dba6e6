<script setup lang="ts">
/** The head of a board: what stands on it, and the button that puts one more there. */
import Button from "primevue/button";

defineProps<{ title: string; add: string; adding: boolean; id: string }>();
defineEmits<{ add: [] }>();
</script>

<template>
  <div class="head">
    <h2 :id="id">{{ title }}</h2>
    <slot />
    <Button v-if="!adding" :label="add" variant="outlined" @click="$emit('add')" />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px 16px;
  min-height: 48px;
  margin-bottom: 8px;
}
</style>
