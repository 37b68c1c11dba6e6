<script setup lang="ts">
/** The frame of a form: what another window changed, its fields, its trouble, and its two buttons. */
import Button from "primevue/button";
import { onMounted, useTemplateRef } from "vue";
import DraftNote from "./DraftNote.vue";
import type { Form } from "./form";

const { label = "Save" } = defineProps<{ form: Form; title: string; label?: string }>();
defineEmits<{ cancel: [] }>();
const frame = useTemplateRef<HTMLFormElement>("frame");
onMounted(() => frame.value?.querySelector<HTMLElement>("input, [role=combobox]")?.focus());
</script>

<template>
  <form
    ref="frame"
    class="entering grid grid-cols-[1fr_1fr] gap-x-4 gap-y-3 px-5 py-4 mb-4 bg-paper rounded-drop-20 phone:grid-cols-1"
    :aria-label="title"
    @submit.prevent="form.store(false)"
    @keydown.esc="$emit('cancel')"
  >
    <DraftNote class="whole" :edit="form.edit" @mine="form.store(true)" />
    <slot />
    <p v-if="form.trouble.value && !form.edit.clash.value" class="trouble" role="alert">
      {{ form.trouble.value }}
    </p>
    <div class="row">
      <Button type="submit" :label="label" :disabled="form.saving.value" />
      <Button type="button" label="Cancel" variant="text" @click="$emit('cancel')" />
    </div>
  </form>
</template>

<style scoped>
.entering > .row,
.entering > .trouble,
.entering > .whole,
.entering :slotted(.whole) {
  grid-column: 1 / -1;
}
</style>
