<script setup lang="ts">
import type { StripSet } from "@/api/types";
import { useSaveStrips } from "@/api/shelf";
import TextField from "@/parts/TextField.vue";
import { useEdit } from "@/parts/edit";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { strips } = defineProps<{ strips?: StripSet }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveStrips();
const { errors, trouble } = useTrouble(save.error);
const edit = useEdit({
  path: "/api/shelf/strips",
  row: strips,
  fields: (row?: StripSet) => ({
    name: row?.name ?? "",
    steps: row?.steps.join(" ") ?? "",
  }),
  sent: (typed) => ({ ...typed }),
  name: (row) => row.name,
});
const entered = edit.entered;

async function store(keep = edit.keep): Promise<void> {
  if (await keep(save.mutateAsync)) emit("done");
}
</script>

<template>
  <EntryForm
    :title="strips ? `Change ${strips.name}` : 'A new pack of strips'"
    label="Save"
    :saving="save.isPending.value"
    :trouble="trouble"
    :edit="edit"
    @save="store()"
    @mine="store(edit.keepMine)"
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
