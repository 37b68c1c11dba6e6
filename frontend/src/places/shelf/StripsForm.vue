<script setup lang="ts">
import { reactive } from "vue";
import type { StripSet } from "@/api/client";
import { useSaveStrips } from "@/api/shelf";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { strips } = defineProps<{ strips?: StripSet }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveStrips();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({
  name: strips?.name ?? "",
  steps: strips?.steps.join(" ") ?? "",
});

async function store(): Promise<void> {
  const body = { ...entered };
  const done = await save
    .mutateAsync(strips ? { id: strips.id, body } : { body })
    .catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="strips ? `Change ${strips.name}` : 'A new pack of strips'"
    :label="strips ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <TextField v-model="entered.name" label="Your name for them" :error="errors['name']" />
    <TextField
      v-model="entered.steps"
      label="The numbers beside its blocks"
      :error="errors['steps']"
      hint="Lowest first: 2.5 3 3.5 4 4.5"
    />
  </EntryForm>
</template>
