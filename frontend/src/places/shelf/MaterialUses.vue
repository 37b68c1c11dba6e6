<script setup lang="ts">
/** Where this household uses a material, and what could stand in for it. */
import { computed } from "vue";
import type { MaterialPage } from "@/api/types";
import { useUses } from "@/api/shelf";
import { roughly } from "@/parts/figures";

const { name } = defineProps<{ name: string; standIns: MaterialPage["stand_ins"] }>();
const found = useUses(() => name);
const SHOWN = 12;
const TITLES = [
  { what: "at hand", title: "On the shelf" },
  { what: "formula", title: "In formulas" },
  { what: "wash", title: "In washes" },
  { what: "entry", title: "In jugs that were poured" },
  { what: "patch test", title: "Patch tests" },
] as const;
const groups = computed(() =>
  TITLES.map((one) => ({
    ...one,
    uses: (found.data.value ?? []).filter((use) => use.what === one.what),
  })).filter((one) => one.uses.length),
);
</script>

<template>
  <section class="uses grid gap-1.5 content-start" aria-labelledby="uses">
    <h2 id="uses">Where you use it</h2>
    <p v-if="found.error.value" role="alert">{{ found.error.value.message }}</p>
    <p v-else-if="!groups.length" class="quiet">Nowhere yet.</p>
    <div v-for="group in groups" :key="group.what">
      <h3 class="text-md text-stem">{{ group.title }}</h3>
      <ul class="m-0 pl-4.5">
        <li v-for="use in group.uses.slice(0, SHOWN)" :key="use.path + use.name">
          <RouterLink :to="use.path">{{ use.name }}</RouterLink>
        </li>
      </ul>
      <p v-if="group.uses.length > SHOWN" class="quiet">and {{ group.uses.length - SHOWN }} more</p>
    </div>
    <template v-if="standIns.length">
      <h2>What could stand in</h2>
      <ul class="m-0 pl-4.5">
        <li v-for="one in standIns" :key="one.key">
          <RouterLink :to="`/shelf/materials/${one.key}`">{{ one.name }}</RouterLink>{{ " " }}
          <span class="quiet">
            {{ one.does }}; {{ roughly(one.times) }} g for a gram <em>computed</em></span
          >
        </li>
      </ul>
    </template>
  </section>
</template>
