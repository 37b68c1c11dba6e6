<script setup lang="ts">
/** A change before it is taken: what changes, and what comes of it beside what is now. */
import Button from "primevue/button";
import { computed } from "vue";
import type { Figure, Proposal } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { percents, withRange } from "@/parts/figures";
import { ph, range } from "@/parts/ph";

const { proposal } = defineProps<{ proposal: Proposal }>();
defineEmits<{ take: []; leave: []; instead: [key: string] }>();

function shown(figure: Figure | null, says: string): string {
  if (!figure) return says || "–";
  if (figure.unit === "share") return `${percents(figure)}${says ? `, ${says}` : ""}`;
  if (figure.unit === "pH") return `${ph(figure.value)}, likely ${range(figure)}`;
  return withRange(figure);
}
const rows = computed(() =>
  proposal.beside.map((one) => ({
    what: one.what,
    before: shown(one.before, one.before_says),
    after: shown(one.after, one.after_says),
  })),
);
</script>

<template>
  <div class="proposal" role="status">
    <p :class="proposal.met ? 'met' : 'unmet'">{{ proposal.says }}</p>
    <template v-if="proposal.changes.length">
      <ul>
        <li v-for="one in proposal.changes" :key="one">{{ one }}</li>
      </ul>
      <table>
        <thead>
          <tr>
            <th></th>
            <th scope="col">now</th>
            <th scope="col">then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.what">
            <th scope="row">{{ row.what }}</th>
            <td>{{ row.before }}</td>
            <td :class="{ moved: row.before !== row.after }">{{ row.after }}</td>
          </tr>
        </tbody>
      </table>
      <CautionList v-if="proposal.cautions.length" :cautions="proposal.cautions" />
      <label v-if="proposal.others.length" class="row"
        >Or take
        <select
          aria-label="Something else in its place"
          @change="$emit('instead', ($event.target as HTMLSelectElement).value)"
        >
          <option value="">something else…</option>
          <option v-for="one in proposal.others" :key="one.key" :value="one.key">
            {{ one.name }}
          </option>
        </select></label
      >
      <div class="row">
        <Button class="now" label="Take this change" @click="$emit('take')" />
        <button type="button" class="act" @click="$emit('leave')">Leave it as it is</button>
      </div>
    </template>
    <button v-else type="button" class="act" @click="$emit('leave')">Good</button>
  </div>
</template>

<style scoped>
.proposal {
  display: grid;
  gap: 8px;
  justify-items: start;
  border-left: 4px solid var(--vein);
  padding: 4px 0 4px 16px;
}

.met {
  font: 560 1.15rem/1.3 var(--serif);
  color: var(--leaf);
}

.unmet {
  font: 560 1.15rem/1.3 var(--serif);
  color: var(--madder);
}

ul {
  margin: 0;
  padding-left: 20px;
}

th {
  text-align: left;
  font-weight: 400;
  color: var(--stem);
  padding-right: 20px;
}

td {
  padding-right: 20px;
}

.moved {
  font-weight: 700;
}
</style>
