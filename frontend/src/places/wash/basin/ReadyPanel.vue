<script setup lang="ts">
/** Before the first thing goes on: what must be so, how warm the water is, how the head is held. */
import { ref } from "vue";
import type { BasinStep, Run } from "@/api/types";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { useBeside, type Pressing } from "./pressing";

const { pressing } = defineProps<{ run: Run; step: BasinStep; pressing: Pressing }>();
const { mark, error } = useBeside(pressing);
const { errors } = useTrouble(error);
const celsius = ref("");
const measured = () =>
  celsius.value && mark({ what: "celsius", value: celsius.value as never }, "the temperature");
const hold = (key: string) => mark({ what: "posture", key }, "how the head is held");
</script>

<template>
  <section class="grid gap-3" aria-label="Before you begin">
    <ul>
      <li v-for="one in step.checks" :key="one">{{ one }}</li>
    </ul>
    <div class="flex flex-wrap gap-x-4 gap-y-2 items-end">
      <TextField
        v-model="celsius"
        label="The thermometer shows, °C"
        decimal
        short
        takes="thermometer"
        :error="errors['value']"
        @change="measured"
      />
      <p v-if="run.celsius && run.celsius !== run.barred" role="status">{{ run.celsius }}</p>
    </div>
    <ChoiceRow
      :model-value="run.posture"
      label="How the head is held"
      :choices="run.postures.map((one) => ({ value: one.key, label: one.name }))"
      @update:model-value="hold(String($event))"
    />
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 1.2em;
  display: grid;
  gap: 4px;
  font-size: 1.0625rem;
}
</style>
