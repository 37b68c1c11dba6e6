<script setup lang="ts">
import { ref } from "vue";
import type { Vessel } from "@/api/client";
import { useRemoveVessel, useRestoreVessel } from "@/api/queries";
import { tellOf } from "@/app/undo";
import { said } from "@/parts/ph";
import VesselForm from "./VesselForm.vue";

const { vessel } = defineProps<{ vessel: Vessel }>();
const remove = useRemoveVessel();
const restore = useRestoreVessel();
const changing = ref(false);

function takeOff(): void {
  const { id, name } = vessel;
  void tellOf(
    `${name} is off the shelf.`,
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
}
</script>

<template>
  <li>
    <VesselForm v-if="changing" :vessel="vessel" @done="changing = false" />
    <p v-else class="row">
      <strong>{{ vessel.name }}</strong>
      <span>{{ said(vessel.volume) }} mL <em class="quiet">measured</em></span>
      <button
        type="button"
        class="act"
        :aria-label="`Change ${vessel.name}`"
        @click="changing = true"
      >
        Change
      </button>
      <button
        type="button"
        class="act"
        :aria-label="`Take off the shelf: ${vessel.name}`"
        @click="takeOff"
      >
        Take off the shelf
      </button>
    </p>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--hairline);
  padding: 10px 0;
}
</style>
