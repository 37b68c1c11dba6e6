<script setup lang="ts">
/** Before a stop is passed: an adult says that the head is theirs, that they have read it, and why. */
import { computed, ref, watch, watchEffect } from "vue";
import type { Caution } from "@/api/types";
import TextField from "./TextField.vue";
import type { Passed } from "./passed";

const { cautions, head } = defineProps<{
  cautions: Caution[];
  /** The id by which the button behind the gate is described. */
  id: string;
  /** Whose head it is for, null for nobody in particular. */
  head: number | null;
}>();
/** The stops that have been passed, none where there are none; null while the way is barred. */
const passed = defineModel<Passed | null>({ required: true });

const stops = computed(() => cautions.filter((caution) => caution.level === "stop"));
const ids = computed(() => stops.value.map((stop) => stop.id));
const forbidden = computed(() => stops.value.some((stop) => !stop.overridable));
const read = ref(false);
const why = ref("");
/** Other stops, or the same ones come again, are read anew. */
watch(
  () => ids.value.join(),
  () => (read.value = false),
);

watchEffect(() => {
  if (!ids.value.length) passed.value = { stops_passed: [], why: "", own: false };
  else if (forbidden.value || head === null || !read.value || !why.value.trim())
    passed.value = null;
  else passed.value = { stops_passed: ids.value, why: why.value, own: true };
});
</script>

<template>
  <p v-if="forbidden" :id="id" class="text-madder">Not this one: see the stop above.</p>
  <p v-else-if="ids.length && head === null" :id="id">
    Choose whose head it is for: an adult passes a stop for their own head, and for nobody else.
  </p>
  <div v-else-if="ids.length" :id="id" class="grid gap-2">
    <label class="flex gap-2 items-baseline">
      <input v-model="read" type="checkbox" />
      It is for my own scalp, I am an adult, and I have read why not.
    </label>
    <TextField v-if="read" v-model="why" label="Why I pass it (it goes on record)" />
  </div>
</template>
