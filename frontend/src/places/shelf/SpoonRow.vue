<script setup lang="ts">
import type { Spoon } from "@/api/types";
import { useRemoveSpoon, useRestoreSpoon } from "@/api/shelf";
import { said } from "@/parts/ph";
import PlainRow from "./PlainRow.vue";
import SpoonForm from "./SpoonForm.vue";

defineProps<{ spoon: Spoon }>();
const remove = useRemoveSpoon();
const restore = useRestoreSpoon();
</script>

<template>
  <PlainRow :thing="spoon" :remove="remove.mutateAsync" :restore="restore.mutateAsync">
    <template #form="{ done }">
      <SpoonForm :spoon="spoon" @done="done" />
    </template>
    <span>
      <template v-if="spoon.grams !== null"
        >{{ said(spoon.grams) }} g of {{ spoon.material_name }}</template
      >
      <template v-else-if="spoon.volume !== null">
        {{ said(spoon.volume) }} mL
        <template v-if="spoon.material_name">of {{ spoon.material_name }}</template>
      </template>
      <em class="quiet"> measured</em>
    </span>
  </PlainRow>
</template>
