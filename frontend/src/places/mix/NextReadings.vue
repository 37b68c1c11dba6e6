<script setup lang="ts">
/** What to measure next: the one reading that would narrow the range most comes first. */
import type { components } from "@/api/generated/schema";

defineProps<{ next: components["schemas"]["NextReading"][]; now: number }>();

/** Where that is done; the jug's own readings are taken while it is mixed. */
function where(act: string, of: string): string | undefined {
  if (act === "titrate") return `/shelf/waters?titrate=${of}`;
  if (act === "strip in the bottle") return `/shelf?read=${of}`;
  if (act === "label") return `/shelf?change=${of}`;
  return undefined;
}
</script>

<template>
  <ol v-if="next.length" class="m-0 pl-5">
    <li v-for="one in next" :key="one.says">
      <RouterLink v-if="where(one.act, one.of)" :to="where(one.act, one.of)!">{{
        one.says
      }}</RouterLink>
      <template v-else>{{ one.says }}</template>
      <span class="quiet">
        · from ± {{ (now / 2).toFixed(2) }} to about ± {{ (one.width / 2).toFixed(2) }}
      </span>
    </li>
  </ol>
  <p v-else class="quiet">Nothing that you could measure would narrow it much.</p>
</template>
