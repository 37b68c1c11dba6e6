<script setup lang="ts">
/** The sides of Mix: a jug, formulas, washes made of them, and the schools of the household. */
import SideNav from "@/parts/SideNav.vue";

defineProps<{ at: string }>();
const SIDES = [
  { key: "", name: "A jug" },
  { key: "formulas", name: "Formulas" },
  { key: "washes", name: "Washes" },
  { key: "schools", name: "Schools" },
] as const;
</script>

<template>
  <SideNav :sides="SIDES" :at="at" base="/mix" label="Sides of Mix" />
</template>
