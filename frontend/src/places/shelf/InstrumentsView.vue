<script setup lang="ts">
/** What things are read with: packs of strips, and instruments. */
import { computed, ref } from "vue";
import { useInstruments } from "@/api/instruments";
import { useStrips } from "@/api/shelf";
import LoadState from "@/parts/LoadState.vue";
import BoardHead from "./BoardHead.vue";
import InstrumentForm from "./InstrumentForm.vue";
import InstrumentRow from "./InstrumentRow.vue";
import StripsForm from "./StripsForm.vue";
import StripsRow from "./StripsRow.vue";

const strips = useStrips();
const instruments = useInstruments();
const adding = ref<"strips" | "instrument" | null>(null);
const failed = computed(() => strips.error.value ?? instruments.error.value);

function retryAll(): void {
  void strips.refetch();
  void instruments.refetch();
}
</script>

<template>
  <LoadState
    v-if="failed || !strips.data.value || !instruments.data.value"
    :error="failed"
    @again="retryAll"
  />
  <div v-else class="boards">
    <section aria-labelledby="strips">
      <BoardHead
        id="strips"
        title="Packs of strips"
        add="Put strips on the shelf"
        :adding="adding === 'strips'"
        @add="adding = 'strips'"
      />
      <StripsForm v-if="adding === 'strips'" @done="adding = null" />
      <ul>
        <StripsRow v-for="one in strips.data.value" :key="one.id" :strips="one" />
      </ul>
      <p v-if="!strips.data.value.length" class="quiet">
        None yet. With the blocks of your own pack a reading is picked off a drawn scale.
      </p>
    </section>
    <section aria-labelledby="instruments">
      <BoardHead
        id="instruments"
        title="Scale, pH meter, thermometer"
        add="Put an instrument in the tray"
        :adding="adding === 'instrument'"
        @add="adding = 'instrument'"
      />
      <InstrumentForm v-if="adding === 'instrument'" @done="adding = null" />
      <ul>
        <InstrumentRow v-for="one in instruments.data.value" :key="one.id" :instrument="one" />
      </ul>
      <p v-if="!instruments.data.value.length" class="quiet">
        None yet, and none is needed: spoons and an honest range do. With one the range is narrower.
      </p>
    </section>
  </div>
</template>

<style scoped>
.boards {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 32px 48px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

@media (max-width: 1000px) {
  .boards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
