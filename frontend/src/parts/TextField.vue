<script setup lang="ts">
/** A field to type into: a few words, a number, or as many lines as it takes. */
import InputText from "primevue/inputtext";
import Textarea from "primevue/textarea";
import { useTakesReading } from "@/app/tray";
import type { Live } from "@/api/types";
import FieldRow from "./FieldRow.vue";

const { takes } = defineProps<{
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  decimal?: boolean;
  short?: boolean;
  rows?: number;
  /** The instrument that can give it: `r` takes the reading. */
  takes?: Live["kind"] | undefined;
}>();
const emit = defineEmits<{ change: [] }>();
const typed = defineModel<string>({ required: true });
const reading = useTakesReading(
  () => takes,
  (value) => {
    typed.value = String(value);
    emit("change");
  },
);
</script>

<template>
  <FieldRow v-slot="field" :label="label" :error="error" :hint="hint">
    <Textarea
      v-if="rows"
      :id="field.id"
      v-model="typed"
      :rows="rows"
      auto-resize
      :invalid="field.invalid"
      :aria-describedby="field.described"
      @change="$emit('change')"
    />
    <div v-else :class="{ pair: $slots['default'], short }">
      <InputText
        :id="field.id"
        v-model="typed"
        :inputmode="decimal ? 'decimal' : undefined"
        autocomplete="off"
        :invalid="field.invalid"
        :aria-describedby="field.described"
        v-bind="reading"
        @change="$emit('change')"
      />
      <slot />
    </div>
  </FieldRow>
</template>

<style scoped>
div {
  display: grid;
}

.pair {
  grid-template-columns: minmax(64px, 1fr) 104px;
  gap: 8px;
}

.short {
  grid-template-columns: 96px;
}

@media (max-width: 760px) {
  .pair {
    grid-template-columns: minmax(64px, 1fr) 92px;
  }
}
</style>
