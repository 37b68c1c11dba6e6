<script setup lang="ts">
/** Where this one formula holds otherwise than its household does. */
import { computed } from "vue";
import type { Bench, Formula } from "@/api/types";

const { bench } = defineProps<{ bench: Bench }>();
const formula = defineModel<Formula>({ required: true });
const own = computed(() => formula.value.schools ?? {});

function hold(school: string, option: string): void {
  formula.value.schools = Object.fromEntries(
    Object.entries({ ...own.value, [school]: option }).filter(([, held]) => held),
  );
}
const held = (school: Bench["schools"][number]) =>
  school.options.find((one) => one.key === bench.picked[school.key])?.name ?? "no preference";
</script>

<template>
  <details>
    <summary>
      House rules, for this formula alone
      <span v-if="Object.keys(own).length" class="quiet"
        >({{ Object.keys(own).length }} held otherwise)</span
      >
    </summary>
    <div class="schools">
      <label v-for="school in bench.schools" :key="school.key" class="grid text-md">
        <span class="quiet">{{ school.name }}</span>
        <select
          :aria-label="school.name"
          :value="own[school.key] ?? ''"
          @change="hold(school.key, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">as the household: {{ held(school) }}</option>
          <option v-for="one in school.options" :key="one.key" :value="one.key">
            {{ one.name }}
          </option>
        </select>
      </label>
    </div>
  </details>
</template>

<style scoped>
.schools {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(260px, 100%), 1fr));
  gap: 8px 16px;
  margin-top: 8px;
}
</style>
