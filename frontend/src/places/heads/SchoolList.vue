<script setup lang="ts">
/** Where opinions differ: what each school would do for this head. */
import type { Asks } from "@/api/types";
import { rinseFor } from "./rinseFor";

defineProps<{ asks: Asks; head: number }>();
</script>

<template>
  <dl v-for="school in asks.schools" :key="school.key">
    <dt class="font-serif font-title text-lg leading-auto">{{ school.name }}</dt>
    <dd v-for="option in school.options" :key="option.key" :class="{ fits: option.fits }">
      <strong>{{ option.name }}</strong>
      <span v-if="option.fits" class="text-leaf"> · fits today</span>
      <span class="quiet"> · {{ option.holds }}</span>
      <br />
      {{ option.gives }}
      <RouterLink v-if="option.ph" :to="rinseFor(head, asks, option.ph)"
        >Mix at {{ option.ph }}</RouterLink
      >
    </dd>
  </dl>
</template>

<style scoped>
dl {
  margin: 0 0 12px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
}

dd {
  margin: 4px 0 0;
  padding-left: 12px;
  border-left: 3px solid var(--hairline);
}

.fits {
  border-color: var(--leaf);
}
</style>
