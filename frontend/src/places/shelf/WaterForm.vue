<script setup lang="ts">
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import Textarea from "primevue/textarea";
import { computed, reactive, watch } from "vue";
import type { Library, Water } from "@/api/client";
import { useSaveWater } from "@/api/queries";
import FieldRow from "@/parts/FieldRow.vue";
import { said } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";

const { library, water } = defineProps<{ library: Library; water?: Water }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveWater();
const { errors, trouble } = useTrouble(save.error);

const own = (value: number | null | undefined) => (typeof value === "number" ? String(value) : "");
const entered = reactive({
  kind: water?.kind ?? "",
  name: water?.name ?? "",
  alkalinity: own(water?.own_alkalinity),
  hardness: own(water?.own_hardness),
  note: water?.note ?? "",
});
const chosen = computed(() => library.waters.find((one) => one.key === entered.kind));
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
    alkalinity: entered.alkalinity || null,
    hardness: entered.hardness || null,
  };
  const done = await save.mutateAsync(water ? { id: water.id, body } : { body }).catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="water ? `Change ${water.name}` : 'A new water'"
    :label="water ? 'Keep the change' : 'Put it on the shelf'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <FieldRow v-slot="field" label="Nearest kind" :error="errors['kind']" :hint="chosen?.about">
      <Select
        v-model="entered.kind"
        :options="library.waters"
        option-label="name"
        option-value="key"
        placeholder="Choose one"
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
    <FieldRow
      v-slot="field"
      label="Alkalinity, if you know it"
      :error="errors['alkalinity']"
      :hint="usual('alkalinity')"
    >
      <InputText
        :id="field.id"
        v-model="entered.alkalinity"
        inputmode="decimal"
        autocomplete="off"
        :invalid="field.invalid"
        :aria-describedby="field.described"
      />
    </FieldRow>
    <FieldRow
      v-slot="field"
      label="Hardness, if you know it"
      :error="errors['hardness']"
      :hint="usual('hardness')"
    >
      <InputText
        :id="field.id"
        v-model="entered.hardness"
        inputmode="decimal"
        autocomplete="off"
        :invalid="field.invalid"
        :aria-describedby="field.described"
      />
    </FieldRow>
    <FieldRow v-slot="field" label="Note" :error="errors['note']" class="whole">
      <Textarea :id="field.id" v-model="entered.note" rows="1" auto-resize />
    </FieldRow>
  </EntryForm>
</template>
