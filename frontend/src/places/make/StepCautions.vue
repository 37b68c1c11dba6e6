<script setup lang="ts">
/** What to beware of at this step. A stop goes once what it asks for is so, and somebody says so. */
import type { StepCaution } from "@/api/types";

const { cautions } = defineProps<{ cautions: StepCaution[] }>();
const emit = defineEmits<{ confirm: [id: string] }>();
const WORD = { stop: "Stop", warning: "Take care", note: "Note" } as const;
</script>

<template>
  <ul v-if="cautions.length" class="list-none m-0 p-0 grid gap-2">
    <li
      v-for="one in cautions"
      :key="one.id"
      class="border-l-4 border-hairline px-3 py-1.5"
      :class="[one.level, { confirmed: one.confirmed }]"
    >
      <p>
        <strong>{{ WORD[one.level] }}.</strong> {{ one.what }} {{ one.why }}
      </p>
      <p>{{ one.instead }}</p>
      <label v-if="one.level === 'stop'" class="flex gap-3 items-center min-h-11 font-bold">
        <input
          class="w-6 h-6 flex-none"
          type="checkbox"
          :checked="one.confirmed"
          :disabled="one.confirmed"
          @change="emit('confirm', one.id)"
        />
        {{ one.asks }}
      </label>
    </li>
  </ul>
</template>

<style scoped>
.stop {
  border-color: var(--madder);
  background: var(--madder-wash);
}

.stop.confirmed {
  background: none;
}

.warning {
  border-color: var(--throat);
  background: var(--throat-wash);
}
</style>
