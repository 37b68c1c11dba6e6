<script setup lang="ts">
/** What the strip read, and how far apart its steps are. */
import Button from "primevue/button";
import { computed, reactive, watch } from "vue";
import type { Entry } from "@/api/client";
import { useChangeEntry } from "@/api/queries";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const { entry } = defineProps<{ entry: Entry }>();
const change = useChangeEntry();
const { errors, trouble } = useTrouble(change.error);

const START = 0.5;
const STEPS = [
  { value: 0.2, label: "0.2 apart" },
  { value: 0.5, label: "0.5 apart" },
  { value: 1, label: "1 apart" },
];
const typed = reactive({ reading: "", step: START });
watch(
  () => entry,
  (now) => {
    typed.reading = now.reading ? String(now.reading.value) : "";
    typed.step = now.reading_step ?? START;
  },
  { immediate: true },
);
const said = computed(() => (entry.reading ? "Change the reading" : "Keep the reading"));

/** Keep what was typed, if it is new; false when it could not be taken. */
async function keep(): Promise<boolean> {
  const kept = entry.reading ? String(entry.reading.value) : "";
  if (typed.reading.trim() === kept && typed.step === (entry.reading_step ?? START)) return true;
  const body = { reading: typed.reading || null, reading_step: typed.step };
  return change.mutateAsync({ id: entry.id, body }).then(
    () => true,
    () => false,
  );
}

defineExpose({ keep });
</script>

<template>
  <form class="reading" @submit.prevent="keep">
    <TextField
      v-model="typed.reading"
      label="The strip read pH"
      decimal
      short
      :error="errors['reading'] ?? errors['reading_step'] ?? trouble"
    />
    <ChoiceRow v-model="typed.step" :choices="STEPS" label="How far apart the strip's steps are" />
    <Button type="submit" :label="said" :disabled="change.isPending.value" />
  </form>
</template>

<style scoped>
.reading {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
  align-items: end;
}
</style>
