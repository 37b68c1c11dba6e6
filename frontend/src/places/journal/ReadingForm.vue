<script setup lang="ts">
/** What the strip or the meter read in the jug. */
import Button from "primevue/button";
import { computed, reactive, watch } from "vue";
import type { Entry } from "@/api/types";
import { useChangeEntry } from "@/api/journal";
import { blank, readOf } from "@/parts/reading";
import ReadingPicker from "@/parts/ReadingPicker.vue";
import { useTrouble } from "@/parts/trouble";
import { plain } from "@/parts/typed";

const { entry } = defineProps<{ entry: Entry }>();
const change = useChangeEntry();
const { errors, trouble } = useTrouble(change.error);

const typed = reactive(blank());
const kept = computed(() => (entry.reading ? plain(entry.reading.value) : ""));
watch(
  () => entry,
  (now) => {
    typed.value = kept.value;
    if (now.read_with === "strip" && now.reading_step) typed.step = now.reading_step;
  },
  { immediate: true },
);
const said = computed(() => (entry.reading ? "Change the reading" : "Keep the reading"));

/** Keep what was typed, if it is new; false when it could not be taken. */
async function keep(): Promise<boolean> {
  return typed.value.trim() === kept.value || store();
}

async function store(): Promise<boolean> {
  return change
    .mutateAsync({ id: entry.id, body: { version: entry.version, read: readOf(typed) } })
    .then(
      () => true,
      () => false,
    );
}

defineExpose({ keep });
</script>

<template>
  <form class="reading flex flex-wrap gap-x-5 gap-y-3 items-end" @submit.prevent="store">
    <ReadingPicker
      v-model="typed"
      what="The jug read pH"
      :error="errors['value'] ?? errors['step'] ?? errors['meter'] ?? trouble"
    />
    <Button type="submit" :label="said" :disabled="change.isPending.value" />
  </form>
</template>
