<script setup lang="ts">
import type { Library, Water } from "@/api/client";
import { useRemoveWater, useRestoreWater } from "@/api/queries";
import { tell } from "@/app/undo";
import { said } from "@/parts/ph";
import ShelfRow from "./ShelfRow.vue";
import WaterForm from "./WaterForm.vue";

const { water } = defineProps<{ water: Water; library: Library }>();
const remove = useRemoveWater();
const restore = useRestoreWater();

async function takeOff(): Promise<void> {
  const { id, name } = water;
  await remove.mutateAsync(id).catch(() => undefined);
  tell(`${name} is off the shelf.`, () => restore.mutateAsync(id));
}
</script>

<template>
  <ShelfRow :name="water.name" :kind="water.kind_name" :note="water.note" @remove="takeOff">
    <template #form="{ done }">
      <WaterForm :library="library" :water="water" @done="done" />
    </template>
    <p>
      Alkalinity {{ said(water.alkalinity.value) }} mg/L
      <span class="quiet">
        , likely {{ said(water.alkalinity.low) }} to {{ said(water.alkalinity.high) }} ·
        {{ water.own_alkalinity === null ? "library" : "supplier's figure" }}
      </span>
    </p>
    <p>
      Hardness {{ said(water.hardness.value) }} mg/L
      <span class="quiet">
        , likely {{ said(water.hardness.low) }} to {{ said(water.hardness.high) }} ·
        {{ water.own_hardness === null ? "library" : "supplier's figure" }}
      </span>
    </p>
    <template #acts>
      <RouterLink :to="{ path: '/mix', query: { water: water.id } }">
        Mix with it<span class="unseen">: {{ water.name }}</span>
      </RouterLink>
    </template>
  </ShelfRow>
</template>
