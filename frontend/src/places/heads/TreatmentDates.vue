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
    <ul class="list-none m-0 p-0 flex flex-wrap gap-x-5 gap-y-1">
      <li
        v-for="choice in question.choices"
        :key="choice.key"
        class="flex items-center gap-2 min-h-10.5"
      >
        <label class="flex gap-1.5 items-center">
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
