<script setup lang="ts">
/** The waters: what is known of each, and how to know it better. */
import { ref } from "vue";
import { useWaterKinds, useWaters } from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import WaterForm from "./WaterForm.vue";
import WaterRow from "./WaterRow.vue";
import ShelfBoard from "./ShelfBoard.vue";

const kinds = useWaterKinds();
const waters = useWaters();
const adding = ref(false);
const { failed, loaded, again } = useWaiting(kinds, waters);

useShortcuts([{ key: "n", does: "Add a water", run: () => (adding.value = true) }]);
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <ShelfBoard
    v-else
    id="waters"
    title="Waters"
    add="Add a water"
    empty="No water yet. Start with your tap: soft or hard is enough to know."
    :none="!waters.data.value?.length"
    :adding="adding"
    @add="adding = true"
  >
    <template #form><WaterForm :kinds="kinds.data.value!" @done="adding = false" /></template>
    <WaterRow
      v-for="water in waters.data.value"
      :key="water.id"
      :water="water"
      :kinds="kinds.data.value!"
    />
  </ShelfBoard>
</template>
