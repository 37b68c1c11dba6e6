<script setup lang="ts">
import type { Spoon } from "@/api/types";
import { useSaveSpoon } from "@/api/shelf";
import MaterialField from "@/parts/MaterialField.vue";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import { asTyped, orNothing } from "@/parts/typed";
import FormFrame from "@/parts/FormFrame.vue";

const { spoon } = defineProps<{ spoon?: Spoon }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveSpoon();
const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/shelf/spoons",
    row: spoon,
    fields: (row?: Spoon) => ({
      name: row?.name ?? "",
      volume: asTyped(row?.volume),
      grams: asTyped(row?.grams),
      material: row?.material ?? "",
    }),
    sent: (typed) => ({
      ...typed,
      volume: orNothing(typed.volume),
      grams: orNothing(typed.grams),
    }),
    name: (row) => row.name,
  },
  () => emit("done"),
);
</script>

<template>
  <FormFrame
    :title="spoon ? `Change ${spoon.name}` : 'A new spoon or scoop'"
    :form="form"
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
  </FormFrame>
</template>
