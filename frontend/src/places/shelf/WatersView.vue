<script setup lang="ts">
/** The waters: what is known of each, and how to know it better. */
import { computed, ref } from "vue";
import { useWaterKinds, useWaters } from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import BoardHead from "./BoardHead.vue";
import WaterForm from "./WaterForm.vue";
import WaterRow from "./WaterRow.vue";

const kinds = useWaterKinds();
const waters = useWaters();
const adding = ref(false);
const failed = computed(() => kinds.error.value ?? waters.error.value);

function retryAll(): void {
  void kinds.refetch();
  void waters.refetch();
}

useShortcuts([{ key: "n", does: "Put a water on the shelf", run: () => (adding.value = true) }]);
</script>

<template>
  <LoadState
    v-if="failed || !kinds.data.value || !waters.data.value"
    :error="failed"
    @again="retryAll"
  />
  <section v-else aria-labelledby="waters">
    <BoardHead
      id="waters"
      title="Waters"
      add="Put a water on the shelf"
      :adding="adding"
      @add="adding = true"
    />
    <WaterForm v-if="adding" :kinds="kinds.data.value" @done="adding = false" />
    <ul>
      <WaterRow
        v-for="water in waters.data.value"
        :key="water.id"
        :water="water"
        :kinds="kinds.data.value"
      />
    </ul>
    <p v-if="!waters.data.value.length" class="quiet">
      No water yet. Start with your tap: soft or hard is enough to know.
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
