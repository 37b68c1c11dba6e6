<script setup lang="ts">
import type { StripSet } from "@/api/types";
import { useSaveStrips } from "@/api/shelf";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";

const { strips } = defineProps<{ strips?: StripSet }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveStrips();
const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/shelf/strips",
    row: strips,
    fields: (row?: StripSet) => ({
      name: row?.name ?? "",
      steps: row?.steps.join(" ") ?? "",
    }),
    sent: (typed) => ({ ...typed }),
    name: (row) => row.name,
  },
  () => emit("done"),
);
</script>

<template>
  <FormFrame
    :title="strips ? `Change ${strips.name}` : 'A new pack of strips'"
    :form="form"
    @cancel="emit('done')"
  >
    <TextField v-model="entered.name" label="Your name for them" :error="errors['name']" />
    <TextField
      v-model="entered.steps"
      label="The numbers beside its blocks"
      :error="errors['steps']"
      hint="Lowest first: 2.5 3 3.5 4 4.5"
    />
  </FormFrame>
</template>
