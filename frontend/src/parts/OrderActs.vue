<script setup lang="ts">
/** What can be done to one of several in order: earlier, later, out. */
defineProps<{
  /** Counted from 0. */
  place: number;
  many: number;
  earlier: string;
  later: string;
  out: string;
}>();
defineEmits<{ move: [by: number]; remove: [] }>();
</script>

<template>
  <span class="order">
    <slot />
    <button type="button" :disabled="place === 0" :aria-label="earlier" @click="$emit('move', -1)">
      ↑
    </button>
    <button
      type="button"
      :disabled="place === many - 1"
      :aria-label="later"
      @click="$emit('move', 1)"
    >
      ↓
    </button>
    <button type="button" :aria-label="out" @click="$emit('remove')">×</button>
  </span>
</template>
