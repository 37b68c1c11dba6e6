<script setup lang="ts">
/** What goes in: found by any of its names, on the shelf first and then in the library; or added there and then. */
import { ref } from "vue";
import type { Supply } from "@/api/types";
import { findSupplies } from "@/api/shelf";
import FindPicker from "./FindPicker.vue";
import NewMaterial from "./NewMaterial.vue";

const { supply = null } = defineProps<{
  supply?: Supply | null;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  described?: string | undefined;
}>();
const emit = defineEmits<{ choose: [supply: Supply] }>();

const adding = ref<string | null>(null);
const aside = (one: Supply) => (one.at_hand ? one.kind : "not on the shelf");

function made(one: Supply): void {
  adding.value = null;
  emit("choose", one);
}
</script>

<template>
  <div class="grid gap-2 min-w-0">
    <FindPicker
      :chosen="supply"
      :label="label"
      :find="findSupplies"
      :aside="aside"
      :placeholder="placeholder"
      :invalid="invalid"
      :described="described"
      @choose="emit('choose', $event)"
      @add="adding = $event"
    />
    <NewMaterial v-if="adding !== null" :name="adding" @made="made" @close="adding = null" />
  </div>
</template>
