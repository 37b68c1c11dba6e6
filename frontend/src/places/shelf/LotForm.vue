<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import type { Library, Lot } from "@/api/client";
import { useMaterialShort, useSaveLot } from "@/api/shelf";
import { said } from "@/parts/ph";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import MaterialField from "@/parts/MaterialField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { orNothing, typed } from "@/parts/typed";
import DayField from "./DayField.vue";
import EntryForm from "./EntryForm.vue";
import { plainOf, sentLabel } from "./label";
import LabelFields from "./LabelFields.vue";
import OwnMaterialForm from "./OwnMaterialForm.vue";

const {
  library,
  lot,
  currency,
  of = "",
} = defineProps<{
  library: Library;
  lot?: Lot;
  currency: string;
  /** The material that a new one is of, where it is known already. */
  of?: string;
}>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveLot();
const { errors, trouble } = useTrouble(save.error);
/** The name of a material that is being added; nothing while none is. */
const own = ref<string | null>(null);

const entered = reactive({
  material: lot?.material ?? of,
  name: lot?.name ?? "",
  strength: typed(lot?.own_strength),
  size: typed(lot?.size),
  left: typed(lot?.left),
  left_share: "" as number | "",
  price: typed(lot?.price),
  opened_on: lot?.opened_on ?? "",
  use_by: lot?.use_by ?? "",
  note: lot?.note ?? "",
});
const label = ref(plainOf(lot?.label));
const material = useMaterialShort(() => entered.material);
const chosen = computed(() =>
  material.data.value?.key === entered.material ? material.data.value : undefined,
);
const SHARES = [
  { value: "" as const, label: "so much, or by eye" },
  { value: 0.75, label: "¾" },
  { value: 0.5, label: "½" },
  { value: 0.25, label: "¼" },
];
/** Bought ready, or with washing agents of its own: its label narrows what it does. */
const labelled = computed(
  () =>
    Boolean(chosen.value?.ready) ||
    ["bought", "surfactant", "soap"].includes(chosen.value?.kind ?? "") ||
    Boolean(lot?.label),
);
const unit = computed(() => chosen.value?.unit ?? lot?.unit ?? "mL or g");
const strength = computed(() =>
  chosen.value?.strength
    ? `${chosen.value.strength.unit}. Left empty: ${said(chosen.value.strength.value)}, from the library.`
    : "",
);

watch(
  chosen,
  (now, before) => {
    if (now && (!entered.name || entered.name === before?.name)) entered.name = now.name;
  },
  { immediate: true },
);

async function store(): Promise<void> {
  const body = {
    ...entered,
    strength: strength.value ? orNothing(entered.strength) : null,
    size: orNothing(entered.size),
    left: entered.left_share === "" ? orNothing(entered.left) : null,
    left_share: entered.left_share === "" ? null : entered.left_share,
    price: orNothing(entered.price),
    opened_on: orNothing(entered.opened_on),
    use_by: orNothing(entered.use_by),
    label: labelled.value ? sentLabel(label.value) : null,
  };
  const done = await save.mutateAsync(lot ? { id: lot.id, body } : { body }).catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <OwnMaterialForm
    v-if="own !== null"
    :called="own"
    :library="library"
    @done="own = null"
    @made="((entered.material = $event.key), (entered.name = $event.name), (own = null))"
  />
  <EntryForm
    v-else
    :title="lot ? `Change ${lot.name}` : 'A new bottle or bag'"
    :label="lot ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <MaterialField
      v-model="entered.material"
      label="What is it?"
      :error="errors['material']"
      @add="own = $event"
    >
      <button type="button" class="act" @click="own = ''">It is not in the list</button>
    </MaterialField>
    <TextField v-model="entered.name" label="Your name for it" :error="errors['name']" />
    <LabelFields
      v-if="labelled && chosen"
      v-model="label"
      :material="chosen.key"
      :unit="chosen.unit"
      :errors="errors"
    />
    <TextField
      v-if="strength || errors['strength']"
      v-model="entered.strength"
      label="Strength on the label"
      decimal
      :error="errors['strength']"
      :hint="strength"
    />
    <TextField
      v-model="entered.size"
      :label="`Bottle size, ${unit}`"
      decimal
      :error="errors['size']"
    />
    <div class="left">
      <TextField
        v-model="entered.left"
        :label="`What is left, ${unit}`"
        decimal
        takes="scale"
        hint="Empty: all of it. What you pour comes off."
        :error="errors['left']"
      />
      <ChoiceRow v-model="entered.left_share" :choices="SHARES" label="What is left, by eye" />
    </div>
    <TextField
      v-model="entered.price"
      :label="`What it cost, ${currency}`"
      decimal
      :error="errors['price']"
    />
    <DayField v-model="entered.opened_on" label="Opened on" :error="errors['opened_on']" />
    <DayField v-model="entered.use_by" label="Use by" :error="errors['use_by']" />
    <TextField v-model="entered.note" label="Note" :rows="1" :error="errors['note']" />
  </EntryForm>
</template>

<style scoped>
.left {
  display: grid;
  gap: 4px;
  align-content: start;
}
</style>
