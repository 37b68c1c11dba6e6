<script setup lang="ts">
import { computed } from "vue";
import type { Library, Lot } from "@/api/client";
import { useBlocked } from "@/api/heads";
import { useRemoveLot, useRestoreLot } from "@/api/queries";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import LotForm from "./LotForm.vue";
import ShelfRow from "./ShelfRow.vue";

const blocked = useBlocked();
const barred = computed(
  () => blocked.data.value?.filter((one) => one.material === lot.material) ?? [],
);
const { lot } = defineProps<{ lot: Lot; library: Library }>();
const remove = useRemoveLot();
const restore = useRestoreLot();
</script>

<template>
  <ShelfRow
    board="acid"
    :thing="lot"
    :kind="lot.material_name"
    :remove="remove.mutateAsync"
    :restore="restore.mutateAsync"
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
    <p v-for="one in barred" :key="one.head" class="barred">
      Not for <RouterLink :to="`/heads/${one.head}`">{{ one.head_name }}</RouterLink>, who
      {{ one.why }}.
    </p>
  </ShelfRow>
</template>

<style scoped>
.barred {
  color: var(--madder);
}
</style>
