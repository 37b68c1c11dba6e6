<script setup lang="ts">
/** What things are read with: packs of strips, and instruments. */
import { ref } from "vue";
import { useInstruments } from "@/api/instruments";
import { useStrips } from "@/api/shelf";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import InstrumentForm from "./InstrumentForm.vue";
import InstrumentRow from "./InstrumentRow.vue";
import StripsForm from "./StripsForm.vue";
import StripsRow from "./StripsRow.vue";
import ShelfBoard from "./ShelfBoard.vue";

const strips = useStrips();
const instruments = useInstruments();
const adding = ref<"strips" | "instrument" | null>(null);
const { failed, loaded, again } = useWaiting(strips, instruments);
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <div
    v-else
    class="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-x-12 gap-y-8 narrow:grid-cols-1"
  >
    <ShelfBoard
      id="strips"
      title="Packs of strips"
      add="Add strips"
      empty="None yet. With the blocks of your own pack a reading is picked off a drawn scale."
      :none="!strips.data.value?.length"
      :adding="adding === 'strips'"
      @add="adding = 'strips'"
    >
      <template #form><StripsForm @done="adding = null" /></template>
      <StripsRow v-for="one in strips.data.value" :key="one.id" :strips="one" />
    </ShelfBoard>
    <ShelfBoard
      id="instruments"
      title="Scale, pH meter, thermometer"
      add="Add an instrument"
      empty="None yet, and none is needed: spoons and an honest range do. With one the range is narrower."
      :none="!instruments.data.value?.length"
      :adding="adding === 'instrument'"
      @add="adding = 'instrument'"
    >
      <template #form><InstrumentForm @done="adding = null" /></template>
      <InstrumentRow v-for="one in instruments.data.value" :key="one.id" :instrument="one" />
    </ShelfBoard>
  </div>
</template>
