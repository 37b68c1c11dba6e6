<script setup lang="ts">
/** What the household measures with: whose spoons and cups, and spoons and vessels of its own. */
import { computed, reactive, ref, watch } from "vue";
import { useHousehold, useLibrary, useSaveHousehold, useSpoons, useVessels } from "@/api/shelf";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import SpoonForm from "./SpoonForm.vue";
import SpoonRow from "./SpoonRow.vue";
import VesselForm from "./VesselForm.vue";
import VesselRow from "./VesselRow.vue";
import ShelfBoard from "./ShelfBoard.vue";

const household = useHousehold();
const spoons = useSpoons();
const vessels = useVessels();
const library = useLibrary();
const save = useSaveHousehold();
const { errors, trouble } = useTrouble(save.error);
const adding = ref<"spoon" | "vessel" | null>(null);

const { failed, loaded, again } = useWaiting(household, spoons, vessels, library);
const entered = reactive({ system: "", currency: "" });
watch(
  household.data,
  (now) => now && Object.assign(entered, { system: now.system, currency: now.currency }),
  { immediate: true },
);
const says = computed(
  () => household.data.value?.systems.find((one) => one.key === entered.system)?.says,
);
const keep = () => save.mutateAsync({ ...entered }).catch(() => null);
const system = computed({
  get: () => entered.system,
  set: (key: string) => {
    entered.system = key;
    void keep();
  },
});
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <div v-else class="boards">
    <section class="whose">
      <PickField
        v-model="system"
        label="Whose spoons and cups these are"
        :options="household.data.value!.systems"
        by="key"
        :hint="says"
        :error="errors['system'] ?? trouble"
      />
      <TextField
        v-model="entered.currency"
        label="Prices are in"
        short
        :error="errors['currency']"
        @change="keep"
      />
    </section>
    <ShelfBoard
      id="spoons"
      title="Spoons and scoops of your own"
      add="Put a spoon on the shelf"
      empty="None yet. “My scoop of rhassoul is 11 g”: say it once, and every jug is poured in scoops."
      :none="!spoons.data.value?.length"
      :adding="adding === 'spoon'"
      @add="adding = 'spoon'"
    >
      <template #form>
        <SpoonForm :materials="library.data.value!.materials" @done="adding = null" />
      </template>
      <SpoonRow
        v-for="spoon in spoons.data.value"
        :key="spoon.id"
        :spoon="spoon"
        :materials="library.data.value!.materials"
      />
    </ShelfBoard>
    <ShelfBoard
      id="vessels"
      title="Vessels"
      add="Put a vessel on the shelf"
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

<style scoped>
.boards {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px 48px;
}

.whose {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: minmax(0, 420px) 120px;
  gap: 24px;
}

@media (max-width: 1000px) {
  .boards {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 760px) {
  .whose {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
