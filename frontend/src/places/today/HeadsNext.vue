<script setup lang="ts">
/** Each head's next wash: the day, which, and why then. */
import type { NextHead } from "@/api/types";
import { clockOf, dayOf } from "@/parts/when";

defineProps<{ heads: NextHead[] }>();
</script>

<template>
  <ul>
    <li v-for="one in heads" :key="one.head">
      <h3>
        <RouterLink :to="`/heads/${one.head}`">{{ one.name }}</RouterLink>
      </h3>
      <p>
        <strong
          >{{ dayOf(one.day) }}<template v-if="one.at">, {{ clockOf(one.at) }}</template></strong
        ><template v-if="one.wash">: {{ one.wash }}</template>
      </p>
      <p v-for="why in one.why" :key="why" class="quiet small">{{ why }}</p>
      <RouterLink class="act" :to="one.to"
        >{{ one.act }}<span class="unseen">: {{ one.name }}</span></RouterLink
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  gap: 2px;
  justify-items: start;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
}

h3 {
  font-size: 1.0625rem;
}
</style>
