<script setup lang="ts">
/** A batch under way: where it stands, its clock, and the way on. */
import { computed } from "vue";
import { useLeft } from "@/api/counting";
import type { BatchRow } from "@/api/types";
import { when } from "@/parts/when";
import { clock, long } from "@/parts/clocks";

const { batch } = defineProps<{ batch: BatchRow }>();
const leftOf = useLeft();
const left = computed(() => leftOf(batch.until_steady));
</script>

<template>
  <article class="flex flex-wrap gap-x-6 gap-y-2 items-center px-0 py-3 border-b border-hairline">
    <div>
      <h3 class="m-0">
        <RouterLink :to="`/make/${batch.id}`">{{ batch.name }}</RouterLink>
      </h3>
      <p class="quiet">
        Step {{ Math.min(batch.step + 1, batch.steps) }} of {{ batch.steps }}: {{ batch.now }} Begun
        {{ when(batch.made_at) }}.
      </p>
    </div>
    <p v-if="left !== null" :class="['clock', { over: left <= 0 }]">
      <template v-if="left > 0">{{ clock(left) }}</template>
      <template v-else>time’s up, {{ long(-left) }} ago</template>
    </p>
    <RouterLink class="go" :to="`/make/${batch.id}/run`">Go on</RouterLink>
  </article>
</template>

<style scoped>
article > div {
  flex: 1 1 280px;
}

.clock {
  font: 560 1.5rem/1 var(--serif);
  color: var(--vein);
}

.over {
  color: var(--madder);
  font-size: 1.125rem;
}

.go {
  border-radius: 999px;
  background: var(--throat);
  color: var(--on-throat);
  font-weight: 700;
  padding: 12px 24px;
  text-decoration: none;
}
</style>
