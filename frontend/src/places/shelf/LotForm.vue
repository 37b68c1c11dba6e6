<script setup lang="ts">
import { computed, reactive, watch } from "vue";
import type { Library, Lot } from "@/api/client";
import { useSaveLot } from "@/api/queries";
import { said } from "@/parts/ph";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { library, lot } = defineProps<{ library: Library; lot?: Lot }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveLot();
const { errors, trouble } = useTrouble(save.error);

const entered = reactive({
  material: lot?.material ?? "",
  name: lot?.name ?? "",
  strength: typeof lot?.own_strength === "number" ? String(lot.own_strength) : "",
  note: lot?.note ?? "",
});
const chosen = computed(() => library.materials.find((one) => one.key === entered.material));
const searchable = computed(() =>
  library.materials.map((one) => ({ ...one, every: [one.name, ...one.also].join(" · ") })),
);
const hint = computed(() =>
  chosen.value
    ? `${chosen.value.strength.unit}. Left empty: ${said(chosen.value.strength.value)}, from the library.`
    : undefined,
);

watch(chosen, (now, before) => {
  if (now && (!entered.name || entered.name === before?.name)) entered.name = now.name;
});

async function store(): Promise<void> {
  const body = { ...entered, strength: entered.strength || null };
  const done = await save.mutateAsync(lot ? { id: lot.id, body } : { body }).catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="lot ? `Change ${lot.name}` : 'A new acid'"
    :label="lot ? 'Keep the change' : 'Put it on the shelf'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <PickField
      v-model="entered.material"
      label="What is it?"
      :options="searchable"
      by="key"
      :search-in="['every']"
      :error="errors['material']"
    />
    <TextField v-model="entered.name" label="Your name for it" :error="errors['name']" />
    <TextField
      v-model="entered.strength"
      label="Strength on the label"
      decimal
      :error="errors['strength']"
      :hint="hint"
    />
    <TextField v-model="entered.note" label="Note" :rows="1" :error="errors['note']" />
  </EntryForm>
</template>
