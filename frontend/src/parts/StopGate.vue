<script setup lang="ts">
/** Before a stop is passed: an adult says that they have read it, where it can be passed at all. */
import { computed, ref, useId, watchEffect } from "vue";
import type { Caution } from "@/api/client";

const { cautions } = defineProps<{ cautions: Caution[] }>();
/** The stops that have been passed, none where there are none; null while the way is barred. */
const passed = defineModel<string[] | null>({ required: true });

const stops = computed(() => cautions.filter((caution) => caution.level === "stop"));
const ids = computed(() => stops.value.map((stop) => stop.id).join());
const forbidden = computed(() => stops.value.some((stop) => !stop.overridable));
const readFor = ref("");
const id = useId();

watchEffect(() => {
  const open = !ids.value || (!forbidden.value && readFor.value === ids.value);
  passed.value = open ? stops.value.map((stop) => stop.id) : null;
});
</script>

<template>
  <p v-if="forbidden" class="forbidden">Not this one: see the stop above.</p>
  <label v-else-if="ids" :for="id">
    <input :id="id" v-model="readFor" type="checkbox" :true-value="ids" false-value="" />
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
