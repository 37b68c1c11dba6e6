<script setup lang="ts">
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import Textarea from "primevue/textarea";
import { computed, reactive, watch } from "vue";
import type { Library, Lot } from "@/api/client";
import { useSaveLot } from "@/api/queries";
import FieldRow from "@/parts/FieldRow.vue";
import { said } from "@/parts/ph";
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
    <FieldRow v-slot="field" label="What is it?" :error="errors['material']">
      <Select
        v-model="entered.material"
        :options="searchable"
        option-label="name"
        option-value="key"
        filter
        :filter-fields="['every']"
        filter-placeholder="By any of its names"
        placeholder="Choose from the library"
        :label-id="field.id"
        :aria-labelledby="field.labelled"
        :invalid="field.invalid"
      />
    </FieldRow>
    <FieldRow v-slot="field" label="Your name for it" :error="errors['name']">
      <InputText
        :id="field.id"
        v-model="entered.name"
        autocomplete="off"
        :invalid="field.invalid"
        :aria-describedby="field.described"
      />
    </FieldRow>
    <FieldRow v-slot="field" label="Strength on the label" :error="errors['strength']" :hint="hint">
      <InputText
        :id="field.id"
        v-model="entered.strength"
        inputmode="decimal"
        autocomplete="off"
        :invalid="field.invalid"
        :aria-describedby="field.described"
      />
    </FieldRow>
    <FieldRow v-slot="field" label="Note" :error="errors['note']">
      <Textarea :id="field.id" v-model="entered.note" rows="1" auto-resize />
    </FieldRow>
  </EntryForm>
</template>
