<script setup lang="ts">
import type { Library, Lot } from "@/api/client";
import { useRemoveLot, useRestoreLot } from "@/api/queries";
import { tellOf } from "@/app/undo";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import LotForm from "./LotForm.vue";
import ShelfRow from "./ShelfRow.vue";

const { lot } = defineProps<{ lot: Lot; library: Library }>();
const remove = useRemoveLot();
const restore = useRestoreLot();

function takeOff(): void {
  const { id, name } = lot;
  void tellOf(
    `${name} is off the shelf.`,
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
}
</script>

<template>
  <ShelfRow
    :id="`lot-${lot.id}`"
    :name="lot.name"
    :kind="lot.material_name"
    :note="lot.note"
    :source="lot.source"
    @remove="takeOff"
  >
    <template #form="{ done }">
      <LotForm :library="library" :lot="lot" @done="done" />
    </template>
    <p>
      {{ said(lot.strength.value) }} {{ lot.strength.unit }}
      <span class="quiet">
        · likely {{ said(lot.strength.low) }} to {{ said(lot.strength.high) }}
        <em>{{ lot.strength.kind }}</em>
      </span>
    </p>
    <p v-if="lot.neat_ph" class="row">
      <span>
        pH {{ ph(lot.neat_ph.value) }} by itself
        <span class="quiet">
          · likely {{ range(lot.neat_ph) }} <em>{{ lot.neat_ph.kind }}</em>
        </span>
      </span>
      <PhStrip :predicted="lot.neat_ph" />
    </p>
    <template #acts>
      <RouterLink
        :to="{ path: '/mix', query: { acid: lot.id } }"
        :aria-label="`Mix with it: ${lot.name}`"
      >
        Mix with it
      </RouterLink>
    </template>
  </ShelfRow>
</template>
