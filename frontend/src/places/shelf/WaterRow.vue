<script setup lang="ts">
import { computed } from "vue";
import type { Library, Water } from "@/api/client";
import { useRemoveWater, useRestoreWater } from "@/api/queries";
import { tellOf } from "@/app/undo";
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

function takeOff(): void {
  const { id, name } = water;
  void tellOf(
    `${name} is off the shelf.`,
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
}
</script>

<template>
  <ShelfRow
    :id="`water-${water.id}`"
    :name="water.name"
    :kind="water.kind_name"
    :note="water.note"
    :source="water.source"
    @remove="takeOff"
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
    <template #acts>
      <RouterLink
        :to="{ path: '/mix', query: { water: water.id } }"
        :aria-label="`Mix with it: ${water.name}`"
      >
        Mix with it
      </RouterLink>
    </template>
  </ShelfRow>
</template>
