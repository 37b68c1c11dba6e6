<script setup lang="ts" generic="T extends string | number">
/** A few choices side by side, one or several of them taken: real radio buttons or tick boxes. */
import { useId } from "vue";

const {
  choices,
  label,
  many = false,
} = defineProps<{
  choices: { value: T; label: string; hint?: string }[];
  label: string;
  many?: boolean;
}>();
const taken = defineModel<T | T[]>({ required: true });
const name = useId();
</script>

<template>
  <fieldset class="border-0 p-0 m-0 flex flex-wrap gap-1.5 min-w-0">
    <legend class="unseen">{{ label }}</legend>
    <label v-for="choice in choices" :key="choice.value" class="relative" :title="choice.hint">
      <input
        v-model="taken"
        :type="many ? 'checkbox' : 'radio'"
        :name="name"
        :value="choice.value"
        class="unseen"
      />
      <span class="block px-3.5 py-1.75 border border-stem rounded-leaf-14 cursor-pointer">{{
        choice.label
      }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
input:checked + span {
  border-color: var(--vein);
  background: var(--vein);
  color: var(--on-vein);
}

input:focus-visible + span {
  outline: 3px solid var(--vein);
  outline-offset: 2px;
}
</style>
