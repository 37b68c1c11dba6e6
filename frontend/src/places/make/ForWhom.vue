<script setup lang="ts">
/** For whom it is, and how thinned; what is said to each stands folded under the name. */
import type { ForHead } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { ph } from "@/parts/ph";

const { heads } = defineProps<{ heads: ForHead[] }>();
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const grave = (one: ForHead) => one.cautions.filter((caution) => caution.level !== "note");
</script>

<template>
  <ul>
    <li v-for="one in heads" :key="one.head" :class="{ not: one.parts === null }">
      <strong>{{ one.says ? capital(one.says) : one.name }}</strong>
      <template v-if="one.ph && one.parts !== null">, pH {{ ph(one.ph.value) }}</template>
      <details v-if="grave(one).length">
        <summary class="small">{{ grave(one).length }} to beware of</summary>
        <CautionList :cautions="grave(one)" />
      </details>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}

li {
  border-left: 4px solid var(--leaf);
  padding-left: 12px;
}

.not {
  border-color: var(--madder);
}
</style>
