<script setup lang="ts">
import { reactive } from "vue";
import type { Spoon } from "@/api/client";
import { useSaveSpoon } from "@/api/shelf";
import MaterialField from "@/parts/MaterialField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { orNothing, typed } from "@/parts/typed";
import EntryForm from "./EntryForm.vue";

const { spoon } = defineProps<{ spoon?: Spoon }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveSpoon();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({
  name: spoon?.name ?? "",
  volume: typed(spoon?.volume),
  grams: typed(spoon?.grams),
  material: spoon?.material ?? "",
});

async function store(): Promise<void> {
  const body = { ...entered, volume: orNothing(entered.volume), grams: orNothing(entered.grams) };
  const done = await save.mutateAsync(spoon ? { id: spoon.id, body } : { body }).catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="spoon ? `Change ${spoon.name}` : 'A new spoon or scoop'"
    :label="spoon ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <TextField
      v-model="entered.name"
      label="Your name for it"
      :error="errors['name']"
      hint="As in “2 clay scoops”."
    />
    <TextField
      v-model="entered.volume"
      label="Holds, in mL"
      decimal
      :error="errors['volume']"
      hint="For anything that is poured or spooned."
    />
    <TextField
      v-model="entered.grams"
      label="or: one of it weighs, g"
      decimal
      takes="scale"
      :error="errors['grams']"
      hint="Weigh ten and divide: that is nearer."
    />
    <MaterialField
      v-model="entered.material"
      label="of which material"
      any="anything"
      :error="errors['material']"
    />
  </EntryForm>
</template>
