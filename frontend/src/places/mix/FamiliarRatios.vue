<script setup lang="ts">
/** What the ratios that go round really give with this acid in this water. */
import type { Mix } from "@/api/types";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import { kindOf } from "@/parts/figures";

defineProps<{ familiar: Mix["familiar"] }>();
const WORD = { stop: "do not use", warning: "take care" } as const;
</script>

<template>
  <table class="w-full border-collapse">
    <thead class="unseen">
      <tr>
        <th>Ratio</th>
        <th>Amount</th>
        <th>pH it really gives</th>
        <th>Range</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in familiar" :key="row.name">
        <th scope="row">{{ row.name }}</th>
        <td class="quiet amount whitespace-nowrap">{{ said(row.amount) }} {{ row.unit }}</td>
        <td>
          <strong>pH {{ ph(row.ph.value) }}</strong>
          <span class="quiet"
            >, likely {{ range(row.ph) }} <em>{{ kindOf(row.ph) }}</em></span
          >
          <span v-if="row.gravest" :class="['word', row.gravest]"> · {{ WORD[row.gravest] }}</span>
          <span v-if="row.undissolved > 0" class="quiet">
            · {{ said(row.undissolved) }} g stays at the bottom
          </span>
        </td>
        <td class="w-42 pr-0 phone:hidden"><PhStrip :predicted="row.ph" /></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th,
td {
  text-align: left;
  padding: 8px 12px 8px 0;
  border-top: 1px solid var(--hairline);
  vertical-align: middle;
}

.word.stop {
  color: var(--madder);
  font-weight: 700;
}
</style>
