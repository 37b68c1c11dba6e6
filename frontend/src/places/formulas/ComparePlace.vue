<script setup lang="ts">
/** Two or three formulas side by side, difference by difference. */
import { span } from "@/parts/ph";
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import { useCompare } from "@/api/formulas";
import LoadState from "@/parts/LoadState.vue";

const route = useRoute();
const which = computed(() => String(route.query["which"] ?? ""));
const compare = useCompare(which);
const all = ref(false);
const rows = computed(() =>
  (compare.data.value?.rows ?? []).filter((row) => all.value || row.differs),
);
/** A number with as many decimals as the one that it stands beside. */
const alike = (value: number, cell: string) => value.toFixed((cell.split(".")[1] ?? "").length);
const times = (what: string) => (what.endsWith("%") && what.includes("lifted") ? 100 : 1);
</script>

<template>
  <main class="place">
    <header>
      <h1>Side by side</h1>
    </header>
    <p v-if="!which.includes(',')" class="quiet">
      Choose two or three <RouterLink to="/formulas">formulas</RouterLink> to put here.
    </p>
    <LoadState
      v-else-if="compare.error.value || !compare.data.value"
      :error="compare.error.value"
      @again="compare.refetch()"
    />
    <template v-else>
      <div class="row">
        <label><input v-model="all" type="checkbox" /> also what is the same</label>
        <span class="quiet small">every figure is <em>computed</em></span>
      </div>
      <p v-if="!rows.length" class="quiet">They do not differ.</p>
      <div
        v-else
        class="overflow-x-auto mt-3"
        tabindex="0"
        role="region"
        aria-label="The comparison"
      >
        <table class="border-collapse min-w-140">
          <thead>
            <tr>
              <th></th>
              <th v-for="(name, i) in compare.data.value.names" :key="i" scope="col">
                {{ name }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.what" :class="{ same: !row.differs }">
              <th scope="row">{{ row.what }}</th>
              <td v-for="(cell, i) in row.cells" :key="i">
                {{ cell }}
                <span v-if="row.figures[i]" class="quiet small">
                  likely
                  {{
                    span(
                      alike(row.figures[i]!.low * times(row.what), cell),
                      alike(row.figures[i]!.high * times(row.what), cell),
                    )
                  }}
                </span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </main>
</template>

<style scoped>
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 8px 24px 8px 0;
  border-top: 1px solid var(--hairline);
}

thead th {
  font: 560 1.125rem var(--serif);
  border: 0;
}

tbody th {
  font-weight: 400;
  color: var(--stem);
}

.same td {
  color: var(--stem);
}

td .small {
  display: block;
}
</style>
