<script setup lang="ts" generic="Option extends { name: string }, Key extends keyof Option">
/** A field to choose from a list, found by typing where `searchIn` names what is searched. */
import Select from "primevue/select";
import FieldRow from "./FieldRow.vue";

const { placeholder = "Choose one" } = defineProps<{
  label: string;
  options: Option[];
  by: Key;
  error?: string | undefined;
  hint?: string | undefined;
  searchIn?: (keyof Option & string)[];
  /** What stands there while nothing is chosen. */
  placeholder?: string;
}>();
const chosen = defineModel<Option[Key] | null>({ required: true });
</script>

<template>
  <FieldRow :label="label" :error="error" :hint="hint">
    <template #aside><slot /></template>
    <template #default="field">
      <Select
        v-model="chosen"
        :options="options"
        option-label="name"
        :option-value="String(by)"
        :filter="Boolean(searchIn)"
        :filter-fields="searchIn"
        reset-filter-on-hide
        auto-filter-focus
        :auto-option-focus="Boolean(searchIn)"
        filter-placeholder="By any of its names"
        :placeholder="placeholder"
        :label-id="field.id"
        :aria-labelledby="field.labelled"
        :aria-describedby="field.described"
        :invalid="field.invalid"
      />
    </template>
  </FieldRow>
</template>
