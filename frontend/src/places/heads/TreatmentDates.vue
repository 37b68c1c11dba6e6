<script setup lang="ts">
/** What was done to the hair, each with its date; about right will do. */
import { computed } from "vue";
import type { RecordQuestion } from "@/api/types";
import { isoDay } from "@/parts/when";

const { question } = defineProps<{ question: RecordQuestion }>();
const dates = defineModel<Record<string, string>>({ required: true });
const today = computed(() => isoDay());

function tick(key: string, on: boolean): void {
  const others = Object.entries(dates.value).filter(([other]) => other !== key);
  dates.value = Object.fromEntries(on ? [...others, [key, today.value]] : others);
}
function set(key: string, event: Event): void {
  dates.value = { ...dates.value, [key]: (event.target as HTMLInputElement).value };
}
</script>

<template>
  <div>
    <ul>
      <li v-for="choice in question.choices" :key="choice.key">
        <label>
          <input
            type="checkbox"
            :checked="choice.key in dates"
            @change="tick(choice.key, ($event.target as HTMLInputElement).checked)"
          />
          {{ choice.name }}
        </label>
        <input
          v-if="choice.key in dates"
          type="date"
          :max="today"
          :aria-label="`When it was ${choice.name}`"
          :value="dates[choice.key]"
          @change="set(choice.key, $event)"
        />
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}

li {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 42px;
}

label {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
