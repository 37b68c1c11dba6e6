<script setup lang="ts">
/** What may go amiss, one press each; and what is thought of the pH of what goes on. */
import { ref } from "vue";
import type { BasinStep, Run } from "@/api/types";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { useBeside, type Pressing } from "./pressing";

const { step, pressing, about } = defineProps<{
  run: Run;
  step: BasinStep;
  pressing: Pressing;
  /** What is on: which link it is about. */
  about: number | null;
}>();
const emit = defineEmits<{ pressed: [] }>();
const { mark, error } = useBeside(pressing);
const { errors } = useTrouble(error);
const belief = ref("");
function amiss({ key, name }: { key: string; name: string }): void {
  void mark({ what: "trouble", key, link: about }, `“${name}”`);
  emit("pressed");
}
const believe = () =>
  belief.value &&
  mark({ what: "belief", link: step.link, value: belief.value as never }, "what you think");
</script>

<template>
  <section class="flex flex-wrap gap-2" aria-label="If something is amiss">
    <button
      v-for="one in run.troubles"
      :key="one.key"
      type="button"
      class="chip"
      @click="amiss(one)"
    >
      {{ one.name }}
    </button>
  </section>
  <TextField
    v-if="step.kind === 'put_on' && step.section === 0"
    v-model="belief"
    label="What pH do you think it has?"
    decimal
    short
    :error="errors['value']"
    @change="believe"
  />
</template>

<style scoped>
.chip {
  flex: 1 1 100px;
  min-height: 52px;
  padding: 4px 10px;
  border: 1px solid var(--madder);
  border-radius: 4px 14px 14px 14px;
  background: none;
  color: var(--ink);
  font: 400 1rem/1.2 var(--sans);
  cursor: pointer;
}
</style>
