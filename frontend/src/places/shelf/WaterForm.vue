<script setup lang="ts">
import { computed, watch } from "vue";
import type { Water, WaterKind } from "@/api/types";
import { useSaveWater } from "@/api/shelf";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import { asTyped, orNothing } from "@/parts/typed";
import FormFrame from "@/parts/FormFrame.vue";

const { kinds, water } = defineProps<{ kinds: WaterKind[]; water?: Water }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveWater();

const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/shelf/waters",
    row: water,
    fields: (row?: Water) => ({
      kind: row?.kind ?? "",
      name: row?.name ?? "",
      alkalinity: asTyped(row?.own_alkalinity),
      hardness: asTyped(row?.own_hardness),
      note: row?.note ?? "",
    }),
    sent: (typed) => ({
      ...typed,
      alkalinity: orNothing(typed.alkalinity),
      hardness: orNothing(typed.hardness),
    }),
    name: (row) => row.name,
  },
  () => emit("done"),
);
const chosen = computed(() => kinds.find((one) => one.key === entered.kind));
const usual = (name: "alkalinity" | "hardness") =>
  chosen.value
    ? `mg/L as CaCO₃. Left empty: ${said(chosen.value[name].value)}, typical.`
    : undefined;

watch(chosen, (now, before) => {
  if (now && (!entered.name || entered.name === before?.name)) entered.name = now.name;
});
</script>

<template>
  <FormFrame
    :title="water ? `Change ${water.name}` : 'A new water'"
    :form="form"
    @cancel="emit('done')"
  >
    <PickField
      v-model="entered.kind"
      label="Nearest kind"
      :options="kinds"
      by="key"
      :error="errors['kind']"
      :hint="chosen?.about"
    />
    <TextField v-model="entered.name" label="Your name for it" :error="errors['name']" />
    <TextField
      v-model="entered.alkalinity"
      label="Alkalinity, if you know it"
      decimal
      :error="errors['alkalinity']"
      :hint="usual('alkalinity')"
    />
    <TextField
      v-model="entered.hardness"
      label="Hardness, if you know it"
      decimal
      :error="errors['hardness']"
      :hint="usual('hardness')"
    />
    <TextField
      v-model="entered.note"
      label="Note"
      :rows="1"
      :error="errors['note']"
      class="whole"
    />
  </FormFrame>
</template>
