<script setup lang="ts">
/** Wash: what is planned, washes by name, routines, and two months of it. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import SideNav from "@/parts/SideNav.vue";
import CalendarView from "./CalendarView.vue";
import NamesView from "./NamesView.vue";
import PlanView from "./PlanView.vue";
import RoutinesView from "./RoutinesView.vue";

const route = useRoute();
const SIDES = [
  { key: "", name: "Planned", view: PlanView },
  { key: "names", name: "Washes by name", view: NamesView },
  { key: "routines", name: "Routines", view: RoutinesView },
  { key: "calendar", name: "Calendar", view: CalendarView },
] as const;
const side = computed(
  () => SIDES.find((one) => one.key === String(route.params["side"] ?? "")) ?? SIDES[0],
);
</script>

<template>
  <main class="place">
    <header>
      <h1>Wash</h1>
      <SideNav :sides="SIDES" :at="side.key" base="/wash" label="Sides of Wash" />
    </header>
    <component :is="side.view" :key="side.key" />
  </main>
</template>
