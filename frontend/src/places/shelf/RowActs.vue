<script setup lang="ts">
/** What is done to a thing on the shelf: changed, or taken off, with a way back. */
import { tellOf } from "@/app/undo";

const { thing, remove, restore } = defineProps<{
  thing: { id: number; name: string };
  remove: (id: number) => Promise<unknown>;
  restore: (id: number) => Promise<unknown>;
}>();
defineEmits<{ change: [] }>();

function takeOff(): void {
  const { id, name } = thing;
  void tellOf(
    `${name} is removed.`,
    () => remove(id),
    () => restore(id),
  );
}
</script>

<template>
  <button type="button" class="act" :aria-label="`Change ${thing.name}`" @click="$emit('change')">
    Change
  </button>
  <button type="button" class="act" :aria-label="`Remove ${thing.name}`" @click="takeOff">
    Remove
  </button>
</template>
