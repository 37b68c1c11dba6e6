<script setup lang="ts">
/** Everything to hand: what goes in, from where, and for whom it is. */
import type { Batch } from "@/api/types";
import StripLink from "./StripLink.vue";
import ForWhom from "./ForWhom.vue";
import { grams } from "./words";

const { batch } = defineProps<{ batch: Batch }>();
</script>

<template>
  <div class="grid gap-4">
    <p v-if="batch.overfull" class="trouble" role="alert">{{ batch.overfull }}</p>
    <ul>
      <li v-for="line in batch.lines" :key="line.id">
        <label class="flex gap-3 items-center min-h-11 text-xl">
          <input class="w-6 h-6 flex-none" type="checkbox" />
          <span>
            <strong>{{ line.says }}</strong> {{ line.name }}
            <span class="quiet small">{{ grams(line.grams) }}</span>
          </span>
        </label>
      </li>
    </ul>
    <StripLink v-if="batch.lines.length" :batch="batch.id" />
    <ForWhom v-if="batch.heads.length" :heads="batch.heads" />
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
