<script setup lang="ts">
import { computed } from "vue";
import type { Entry } from "@/api/types";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import { when } from "@/parts/when";

const { entry } = defineProps<{ entry: Entry }>();
const to = computed(() =>
  entry.finished_at ? `/journal/${entry.id}` : `/journal/${entry.id}/pour`,
);
</script>

<template>
  <li class="flex flex-wrap justify-between gap-x-8 gap-y-2 px-0 py-4 border-t border-hairline">
    <div class="what flex-[1_1_320px] min-w-0">
      <p class="quiet small">
        {{ when(entry.made_at) }}<template v-if="entry.who"> · {{ entry.who }}</template>
      </p>
      <h2>
        <RouterLink :to="to">{{ entry.rinse.name }}</RouterLink>
      </h2>
      <p>
        {{ entry.rinse.pours.map((p) => `${said(p.amount)} ${p.unit} ${p.name}`).join(", ") }} ·
        {{ entry.rinse.use === "left_in" ? "left in" : `${said(entry.rinse.minutes)} min` }}
      </p>
      <p v-if="entry.feel.length || entry.note" class="quiet">
        {{ entry.feel.join(", ") }}<template v-if="entry.feel.length && entry.note">. </template
        >{{ entry.note }}
      </p>
    </div>
    <div class="flex-[0_0_250px]">
      <PhStrip :predicted="entry.rinse.predicted" :reading="entry.reading" />
      <p v-if="!entry.finished_at" class="open text-vein font-bold">Still being mixed</p>
      <p class="small">
        predicted {{ ph(entry.rinse.predicted.value) }}
        <span class="quiet">({{ range(entry.rinse.predicted) }})</span>
        <template v-if="entry.reading">
          · read <strong>{{ ph(entry.reading.value) }}</strong></template
        >
      </p>
    </div>
  </li>
</template>

<style scoped>
h2 a {
  color: var(--ink);
  text-decoration-color: var(--vein);
  text-underline-offset: 4px;
}
</style>
