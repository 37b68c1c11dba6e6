<script setup lang="ts">
import { computed } from "vue";
import type { Library, Water } from "@/api/client";
import { useRemoveWater, useRestoreWater } from "@/api/queries";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import ShelfRow from "./ShelfRow.vue";
import WaterForm from "./WaterForm.vue";

const { water } = defineProps<{ water: Water; library: Library }>();
const remove = useRemoveWater();
const restore = useRestoreWater();
const figures = computed(
  () =>
    [
      ["Alkalinity", water.alkalinity],
      ["Hardness", water.hardness],
    ] as const,
);
</script>

<template>
  <ShelfRow
    board="water"
    :thing="water"
    :kind="water.kind_name"
    :remove="remove.mutateAsync"
    :restore="restore.mutateAsync"
  >
    <template #form="{ done }">
      <WaterForm :library="library" :water="water" @done="done" />
    </template>
    <p class="row">
      <span>
        pH {{ ph(water.ph.value) }} by itself
        <span class="quiet">
          · likely {{ range(water.ph) }} <em>{{ water.ph.kind }}</em>
        </span>
      </span>
      <PhStrip :predicted="water.ph" />
    </p>
    <template v-for="[name, figure] in figures" :key="name">
      <p v-if="figure.high > 0">
        {{ name }} {{ said(figure.value) }} {{ figure.unit }}
        <span class="quiet">
          · likely {{ said(figure.low) }} to {{ said(figure.high) }} <em>{{ figure.kind }}</em>
        </span>
      </p>
    </template>
  </ShelfRow>
</template>
