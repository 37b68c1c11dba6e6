<script setup lang="ts">
/** A short row of a board: what it is, and the way to change it or take it off. */
import { ref } from "vue";
import { tellOf } from "@/app/undo";

const { thing, remove, restore } = defineProps<{
  thing: { id: number; name: string };
  remove: (id: number) => Promise<unknown>;
  restore: (id: number) => Promise<unknown>;
}>();
const changing = ref(false);

function takeOff(): void {
  const { id, name } = thing;
  void tellOf(
    `${name} is off the shelf.`,
    () => remove(id),
    () => restore(id),
  );
}
</script>

<template>
  <li>
    <slot v-if="changing" name="form" :done="() => (changing = false)" />
    <template v-else>
      <div class="row">
        <strong>{{ thing.name }}</strong>
        <slot />
        <slot name="acts" />
        <button
          type="button"
          class="act"
          :aria-label="`Change ${thing.name}`"
          @click="changing = true"
        >
          Change
        </button>
        <button
          type="button"
          class="act"
          :aria-label="`Take off the shelf: ${thing.name}`"
          @click="takeOff"
        >
          Take off the shelf
        </button>
      </div>
      <slot name="more" />
    </template>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--hairline);
  padding: 10px 0;
  display: grid;
  gap: 8px;
}
</style>
