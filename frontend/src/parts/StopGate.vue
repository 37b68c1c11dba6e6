<script setup lang="ts">
/** Before a stop is passed: an adult says that they have read it, where it can be passed at all. */
import { computed, ref, watch, watchEffect } from "vue";
import type { Caution } from "@/api/client";

const { cautions } = defineProps<{
  cautions: Caution[];
  /** The id by which the button behind the gate is described. */
  id: string;
}>();
/** The stops that have been passed, none where there are none; null while the way is barred. */
const passed = defineModel<string[] | null>({ required: true });

const stops = computed(() => cautions.filter((caution) => caution.level === "stop"));
const ids = computed(() => stops.value.map((stop) => stop.id));
const forbidden = computed(() => stops.value.some((stop) => !stop.overridable));
const read = ref(false);
/** Other stops, or the same ones come again, are read anew. */
watch(
  () => ids.value.join(),
  () => (read.value = false),
);

watchEffect(() => {
  const open = ids.value.length === 0 || (!forbidden.value && read.value);
  passed.value = open ? ids.value : null;
});
</script>

<template>
  <p v-if="forbidden" :id="id" class="forbidden">Not this one: see the stop above.</p>
  <label v-else-if="ids.length" :id="id">
    <input v-model="read" type="checkbox" />
    It is for my own scalp, I am an adult, and I have read why not.
  </label>
</template>

<style scoped>
label {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.forbidden {
  color: var(--madder);
}
</style>
