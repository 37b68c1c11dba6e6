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
    class="entering"
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
.entering {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
  padding: 16px 20px;
  margin-bottom: 16px;
  background: var(--paper);
  border-radius: 20px 20px 20px 4px;
}

.entering > .row,
.entering > .trouble,
.entering > .whole,
.entering :slotted(.whole) {
  grid-column: 1 / -1;
}

@media (max-width: 760px) {
  .entering {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
