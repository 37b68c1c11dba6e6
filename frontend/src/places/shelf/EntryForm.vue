<script setup lang="ts">
/** The frame of a form on the shelf: its fields, its trouble, and its two buttons. */
import Button from "primevue/button";
import { onMounted, useTemplateRef } from "vue";
import DraftNote from "@/parts/DraftNote.vue";
import type { Edit } from "@/parts/edit";

defineProps<{ label: string; saving: boolean; trouble: string; title: string; edit?: Edit }>();
defineEmits<{ save: []; mine: []; cancel: [] }>();
const form = useTemplateRef<HTMLFormElement>("form");
onMounted(() => form.value?.querySelector<HTMLElement>("input, [role=combobox]")?.focus());
</script>

<template>
  <form
    ref="form"
    class="entering grid grid-cols-[1fr_1fr] gap-x-4 gap-y-3 px-5 py-4 mb-4 bg-paper rounded-drop-20 phone:grid-cols-1"
    :aria-label="title"
    @submit.prevent="$emit('save')"
    @keydown.esc="$emit('cancel')"
  >
    <DraftNote v-if="edit" class="whole" :edit="edit" @mine="$emit('mine')" />
    <slot />
    <p v-if="trouble && !edit?.clash.value" class="trouble" role="alert">{{ trouble }}</p>
    <div class="row">
      <Button type="submit" :label="label" :disabled="saving" />
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
