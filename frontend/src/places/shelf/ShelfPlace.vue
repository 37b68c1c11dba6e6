<script setup lang="ts">
/** The shelf: what is at hand, the waters, what is measured with, and what is read with. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import SideNav from "@/parts/SideNav.vue";
import InstrumentsView from "./InstrumentsView.vue";
import LotsView from "./LotsView.vue";
import MeasuresView from "./MeasuresView.vue";
import WatersView from "./WatersView.vue";

const route = useRoute();
const SIDES = [
  { key: "", name: "At hand", view: LotsView },
  { key: "waters", name: "Waters", view: WatersView },
  { key: "measures", name: "Spoons and vessels", view: MeasuresView },
  { key: "instruments", name: "Strips and instruments", view: InstrumentsView },
] as const;
const side = computed(
  () => SIDES.find((one) => one.key === String(route.params["side"] ?? "")) ?? SIDES[0],
);
</script>

<template>
  <main class="place">
    <header>
      <h1>Shelf</h1>
      <SideNav :sides="SIDES" :at="side.key" base="/shelf" label="Boards of the shelf" />
    </header>
    <component :is="side.view" :key="side.key" />
  </main>
</template>
