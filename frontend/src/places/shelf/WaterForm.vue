<script setup lang="ts">
import { computed, reactive, watch } from "vue";
import type { Water, WaterKind } from "@/api/client";
import { useSaveWater } from "@/api/shelf";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { orNothing, typed } from "@/parts/typed";
import EntryForm from "./EntryForm.vue";

const { kinds, water } = defineProps<{ kinds: WaterKind[]; water?: Water }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveWater();
const { errors, trouble } = useTrouble(save.error);

const entered = reactive({
  kind: water?.kind ?? "",
  name: water?.name ?? "",
  alkalinity: typed(water?.own_alkalinity),
  hardness: typed(water?.own_hardness),
  note: water?.note ?? "",
});
const chosen = computed(() => kinds.find((one) => one.key === entered.kind));
const usual = (name: "alkalinity" | "hardness") =>
  chosen.value
    ? `mg/L as CaCO₃. Left empty: ${said(chosen.value[name].value)}, typical.`
    : undefined;

watch(chosen, (now, before) => {
  if (now && (!entered.name || entered.name === before?.name)) entered.name = now.name;
});

async function store(): Promise<void> {
  const body = {
    ...entered,
    alkalinity: orNothing(entered.alkalinity),
    hardness: orNothing(entered.hardness),
  };
  const done = await save.mutateAsync(water ? { id: water.id, body } : { body }).catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="water ? `Change ${water.name}` : 'A new water'"
    :label="water ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
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
  </EntryForm>
</template>
