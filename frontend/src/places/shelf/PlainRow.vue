<script setup lang="ts">
/** A short row of a board: what it is, and the way to change it or take it off. */
import { ref } from "vue";
import RowActs from "./RowActs.vue";

defineProps<{
  thing: { id: number; name: string };
  remove: (id: number) => Promise<unknown>;
  restore: (id: number) => Promise<unknown>;
}>();
const changing = ref(false);
</script>

<template>
  <li class="border-t border-hairline px-0 py-2.5 grid gap-2">
    <slot v-if="changing" name="form" :done="() => (changing = false)" />
    <template v-else>
      <div class="row">
        <strong>{{ thing.name }}</strong>
        <slot />
        <slot name="acts" />
        <RowActs :thing="thing" :remove="remove" :restore="restore" @change="changing = true" />
      </div>
      <slot name="more" />
    </template>
  </li>
</template>
