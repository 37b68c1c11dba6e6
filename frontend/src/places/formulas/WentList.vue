<script setup lang="ts">
/** How its washes went, version by version, the newest first. */
import { useFormulaWent } from "@/api/wash";
import LoadState from "@/parts/LoadState.vue";
import { when } from "@/parts/when";

const { id } = defineProps<{ id: number }>();
const found = useFormulaWent(() => id);
</script>

<template>
  <section aria-labelledby="went" class="grid gap-1.5">
    <h2 id="went">How its washes went</h2>
    <LoadState
      v-if="found.error.value || !found.data.value"
      :error="found.error.value"
      @again="found.refetch()"
    />
    <p v-else-if="!found.data.value.length" class="quiet">
      Nothing was washed with it yet. What is told after a wash stands here, version by version.
    </p>
    <ul v-else class="list-none m-0 p-0">
      <li
        v-for="one in found.data.value"
        :key="one.number ?? 0"
        class="py-2 border-t border-hairline"
      >
        <strong>{{ one.name }}</strong>
        <span class="quiet">
          · {{ one.washes }} {{ one.washes === 1 ? "wash" : "washes" }}, the last
          {{ when(one.last) }}</span
        >
        <p v-for="says in one.says" :key="says">{{ says }}</p>
        <p v-if="!one.says.length" class="quiet small">Nobody told how it went.</p>
      </li>
    </ul>
  </section>
</template>
