<script setup lang="ts">
/** A day, or none. */
import FieldRow from "@/parts/FieldRow.vue";

defineProps<{ label: string; error?: string | undefined; hint?: string | undefined }>();
const day = defineModel<string>({ required: true });
</script>

<template>
  <FieldRow v-slot="field" :label="label" :error="error" :hint="hint">
    <input
      :id="field.id"
      v-model="day"
      type="date"
      :aria-describedby="field.described"
      :aria-invalid="field.invalid"
    />
  </FieldRow>
</template>
