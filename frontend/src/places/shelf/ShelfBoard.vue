<script setup lang="ts">
/** A board: its name, the button that puts one more there, the form for that, and what stands on it. */
import Button from "primevue/button";

defineProps<{
  id: string;
  title: string;
  add: string;
  adding: boolean;
  /** What is said while nothing stands there. */
  empty?: string;
  none?: boolean;
}>();
defineEmits<{ add: [] }>();
</script>

<template>
  <section :aria-labelledby="id">
    <div class="head flex flex-wrap justify-between items-center gap-x-4 gap-y-2 min-h-12 mb-2">
      <h2 :id="id">{{ title }}</h2>
      <slot name="find" />
      <Button v-if="!adding" :label="add" variant="outlined" @click="$emit('add')" />
    </div>
    <slot v-if="adding" name="form" />
    <slot name="notice" />
    <ul class="list-none m-0 p-0">
      <slot />
    </ul>
    <p v-if="none && empty" class="quiet">{{ empty }}</p>
    <slot name="more" />
  </section>
</template>
