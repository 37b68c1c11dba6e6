<script setup lang="ts">
/** Which material: found by any of its names. */
import { computed, ref } from "vue";
import type { Material } from "@/api/types";
import { findMaterials, useMaterialShort } from "@/api/shelf";
import FieldRow from "./FieldRow.vue";
import FindPicker from "./FindPicker.vue";

const { any = "" } = defineProps<{
  label: string;
  error?: string | undefined;
  /** What stands for no material in particular, where that can be chosen. */
  any?: string;
}>();
const key = defineModel<string>({ required: true });
const emit = defineEmits<{ add: [name: string] }>();

const met = ref<Material | null>(null);
const short = useMaterialShort(key);
const chosen = computed(
  () =>
    (met.value?.key === key.value ? met.value : null) ??
    (short.data.value?.key === key.value ? short.data.value : null) ??
    (any && !key.value ? nobody.value : null),
);
const nobody = computed<Material>(() => ({
  key: "",
  name: any,
  also: [],
  latin: "",
  kind: "",
  unit: "mL",
  label: false,
  ready: "",
  strength: null,
  source: "",
}));
const find = async (text: string): Promise<Material[]> => {
  const found = await findMaterials(text);
  return any && (!text || any.startsWith(text.toLowerCase())) ? [nobody.value, ...found] : found;
};

function choose(one: Material): void {
  met.value = one;
  key.value = one.key;
}
</script>

<template>
  <FieldRow :label="label" :error="error">
    <template #aside><slot /></template>
    <template #default="field">
      <FindPicker
        :chosen="chosen"
        :label="label"
        :find="find"
        :aside="(one) => one.kind"
        placeholder="By any of its names"
        :invalid="field.invalid"
        :input-id="field.id"
        :described="field.described"
        :lone="Boolean(any)"
        @choose="choose"
        @add="emit('add', $event)"
      />
    </template>
  </FieldRow>
</template>
