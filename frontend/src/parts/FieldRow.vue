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
  <div class="field">
    <div class="over">
      <label :id="`${id}-label`" :for="id">{{ label }}</label>
      <slot name="aside" />
    </div>
    <slot
      :id="id"
      :labelled="`${id}-label`"
      :described="error || hint ? `${id}-more` : undefined"
      :invalid="Boolean(error)"
    />
    <p v-if="error" :id="`${id}-more`" class="error" role="alert">{{ error }}</p>
    <p v-else-if="hint" :id="`${id}-more`" class="hint">{{ hint }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 4px;
  align-content: start;
  min-width: 0;
}

.over {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-size: 0.9375rem;
}

label {
  color: var(--stem);
}

.over :slotted(.act) {
  padding-block: 0;
}

.error {
  color: var(--madder);
  font-size: 0.9375rem;
}

.hint {
  color: var(--stem);
  font-size: 0.875rem;
}
</style>
