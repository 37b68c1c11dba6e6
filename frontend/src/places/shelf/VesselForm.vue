<script setup lang="ts">
import { reactive } from "vue";
import type { Vessel } from "@/api/client";
import { useSaveVessel } from "@/api/queries";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { vessel } = defineProps<{ vessel?: Vessel }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveVessel();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({
  name: vessel?.name ?? "",
  volume: vessel ? String(vessel.volume) : "",
});

async function store(): Promise<void> {
  const body = { ...entered };
  const done = await save
    .mutateAsync(vessel ? { id: vessel.id, body } : { body })
    .catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="vessel ? `Change ${vessel.name}` : 'A new vessel'"
    :label="vessel ? 'Keep the change' : 'Put it on the shelf'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <TextField
      v-model="entered.name"
      label="Your name for it"
      :error="errors['name']"
      hint="As in “half the squeeze bottle”."
    />
    <TextField
      v-model="entered.volume"
      label="Holds, in mL"
      decimal
      :error="errors['volume']"
      hint="To the brim, or to your mark."
    />
  </EntryForm>
</template>
