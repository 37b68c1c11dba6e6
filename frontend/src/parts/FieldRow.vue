<script setup lang="ts">
/** A labelled field, with its hint and its error beside it. */
import { useId } from "vue";

const {
  label,
  error = "",
  hint = "",
} = defineProps<{
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
}>();
const id = useId();
</script>

<template>
  <div class="field grid gap-1 content-start min-w-0">
    <div class="over flex justify-between gap-2 text-md">
      <label :id="`${id}-label`" class="text-stem" :for="id">{{ label }}</label>
      <slot name="aside" />
    </div>
    <slot
      :id="id"
      :labelled="`${id}-label`"
      :described="error || hint ? `${id}-more` : undefined"
      :invalid="Boolean(error)"
    />
    <p v-if="error" :id="`${id}-more`" class="error text-madder text-md" role="alert">
      {{ error }}
    </p>
    <p v-else-if="hint" :id="`${id}-more`" class="text-stem text-sm">{{ hint }}</p>
  </div>
</template>

<style scoped>
.over :slotted(.act) {
  padding-block: 0;
}
</style>
