<script setup lang="ts">
import type { Vessel } from "@/api/types";
import { useRemoveVessel, useRestoreVessel } from "@/api/shelf";
import { said } from "@/parts/ph";
import PlainRow from "./PlainRow.vue";
import VesselForm from "./VesselForm.vue";

defineProps<{ vessel: Vessel }>();
const remove = useRemoveVessel();
const restore = useRestoreVessel();
</script>

<template>
  <PlainRow :thing="vessel" :remove="remove.mutateAsync" :restore="restore.mutateAsync">
    <template #form="{ done }"><VesselForm :vessel="vessel" @done="done" /></template>
    <span>
      {{ said(vessel.volume) }} mL <em class="quiet">measured</em>
      <span v-for="mark in vessel.marks" :key="mark.name" class="quiet">
        · {{ mark.name }} at {{ said(mark.volume) }} mL
      </span>
    </span>
  </PlainRow>
</template>
