<script setup lang="ts">
/** What the household measures with: spoons and vessels of its own. */
import { ref } from "vue";
import { useSpoons, useVessels } from "@/api/shelf";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import SpoonForm from "./SpoonForm.vue";
import SpoonRow from "./SpoonRow.vue";
import VesselForm from "./VesselForm.vue";
import VesselRow from "./VesselRow.vue";
import ShelfBoard from "./ShelfBoard.vue";

const spoons = useSpoons();
const vessels = useVessels();
const adding = ref<"spoon" | "vessel" | null>(null);
const { failed, loaded, again } = useWaiting(spoons, vessels);
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <div
    v-else
    class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-12 gap-y-6 narrow:grid-cols-1"
  >
    <p class="quiet col-span-full m-0">
      Cups and spoons without a name are the household’s: see
      <RouterLink to="/settings">Settings</RouterLink>.
    </p>
    <ShelfBoard
      id="spoons"
      title="Spoons and scoops of your own"
      add="Add a spoon"
      empty="None yet. “My scoop of rhassoul is 11 g”: say it once, and every jug is poured in scoops."
      :none="!spoons.data.value?.length"
      :adding="adding === 'spoon'"
      @add="adding = 'spoon'"
    >
      <template #form>
        <SpoonForm @done="adding = null" />
      </template>
      <SpoonRow v-for="spoon in spoons.data.value" :key="spoon.id" :spoon="spoon" />
    </ShelfBoard>
    <ShelfBoard
      id="vessels"
      title="Vessels"
      add="Add a vessel"
      empty="No vessel yet. Doses are said in yours once they stand here: “half the squeeze bottle”."
      :none="!vessels.data.value?.length"
      :adding="adding === 'vessel'"
      @add="adding = 'vessel'"
    >
      <template #form><VesselForm @done="adding = null" /></template>
      <VesselRow v-for="vessel in vessels.data.value" :key="vessel.id" :vessel="vessel" />
    </ShelfBoard>
  </div>
</template>
