<script setup lang="ts">
/** Each head's next wash: the day, which, and why then. */
import type { NextHead } from "@/api/types";
import { clockOf, dayOf } from "@/parts/when";

defineProps<{ heads: NextHead[] }>();
</script>

<template>
  <ul class="list-none m-0 p-0">
    <li
      v-for="one in heads"
      :key="`${one.head} ${one.wash}`"
      class="grid gap-0.5 justify-items-start px-0 py-2.5 border-t border-hairline"
    >
      <h3 class="text-lg">
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
