<script setup lang="ts">
/** Cautions in three steps: what, why, and what to do instead. The gravest come open; what always holds is folded. */
import { computed } from "vue";
import type { Caution } from "@/api/types";

const { cautions, unfolded = false } = defineProps<{ cautions: Caution[]; unfolded?: boolean }>();
const always = computed(() => (unfolded ? [] : cautions.filter((caution) => caution.always)));
const shown = computed(() => (unfolded ? cautions : cautions.filter((caution) => !caution.always)));
const WORD = { stop: "Stop", warning: "Warning", note: "Note" } as const;
</script>

<template>
  <ul class="list-none m-0 p-0 grid gap-2">
    <li
      v-for="caution in shown"
      :key="caution.id + caution.what"
      class="border-l-4 border-hairline pr-0 pl-3 py-0.5"
      :class="caution.level"
    >
      <details :open="caution.level !== 'note'">
        <summary class="cursor-pointer">
          <span class="level">{{ WORD[caution.level] }}</span>
          {{ caution.what }}
        </summary>
        <p>{{ caution.why }}</p>
        <p>
          <strong>{{ caution.instead }}</strong>
        </p>
        <p class="quiet small">From: {{ caution.source }}.</p>
      </details>
    </li>
    <li v-if="always.length" class="note border-l-4 border-hairline pr-0 pl-3 py-0.5">
      <details>
        <summary class="cursor-pointer">
          What always holds: {{ always.length }} {{ always.length === 1 ? "note" : "notes" }}
        </summary>
        <CautionList class="mt-2" :cautions="always" unfolded />
      </details>
    </li>
  </ul>
</template>

<style scoped>
.stop {
  border-color: var(--madder);
  background: var(--madder-wash);
  padding-block: 8px;
}

.warning {
  border-color: var(--throat);
  background: var(--throat-wash);
  padding-block: 8px;
}

.level {
  font-weight: 700;
  margin-right: 4px;
}

.stop .level {
  color: var(--madder);
}

details p {
  margin-top: 4px;
}
</style>
