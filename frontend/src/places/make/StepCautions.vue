<script setup lang="ts">
/** What to beware of at this step. A stop goes once what it asks for is so, and somebody says so. */
import type { StepCaution } from "@/api/types";

const { cautions } = defineProps<{ cautions: StepCaution[] }>();
const emit = defineEmits<{ confirm: [id: string] }>();
const WORD = { stop: "Stop", warning: "Take care", note: "Note" } as const;
</script>

<template>
  <ul v-if="cautions.length">
    <li v-for="one in cautions" :key="one.id" :class="[one.level, { confirmed: one.confirmed }]">
      <p>
        <strong>{{ WORD[one.level] }}.</strong> {{ one.what }} {{ one.why }}
      </p>
      <p>{{ one.instead }}</p>
      <label v-if="one.level === 'stop'">
        <input
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
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}

li {
  border-left: 4px solid var(--hairline);
  padding: 6px 12px;
}

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

label {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  font-weight: 700;
}

input {
  width: 24px;
  height: 24px;
  flex: none;
}
</style>
