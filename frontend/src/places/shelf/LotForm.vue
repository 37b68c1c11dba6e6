<script setup lang="ts">
import { computed, ref, watch } from "vue";
import type { Library, Lot } from "@/api/types";
import { useMaterialShort, useSaveLot } from "@/api/shelf";
import { said } from "@/parts/ph";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import MaterialField from "@/parts/MaterialField.vue";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import { asTyped, orNothing } from "@/parts/typed";
import DayField from "./DayField.vue";
import FormFrame from "@/parts/FormFrame.vue";
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
/** The name of a material that is being added; nothing while none is. */
const own = ref<string | null>(null);

const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/shelf/lots",
    row: lot,
    fields: (row?: Lot) => ({
      material: row?.material ?? of,
      name: row?.name ?? "",
      strength: asTyped(row?.own_strength),
      size: asTyped(row?.size),
      left: asTyped(row?.left),
      left_share: "" as number | "",
      price: asTyped(row?.price),
      opened_on: row?.opened_on ?? "",
      use_by: row?.use_by ?? "",
      note: row?.note ?? "",
      label: plainOf(row?.label),
      set_aside: false,
    }),
    sent: (typed): Record<string, unknown> => ({
      ...typed,
      strength: strong.value ? orNothing(typed.strength) : null,
      size: orNothing(typed.size),
      left: typed.left_share === "" ? orNothing(typed.left) : null,
      left_share: typed.left_share === "" ? null : typed.left_share,
      price: orNothing(typed.price),
      opened_on: orNothing(typed.opened_on),
      use_by: orNothing(typed.use_by),
      label: labelled.value ? sentLabel(typed.label) : null,
    }),
    name: (row) => row.name,
    holds: (found) => !of || found.material === of,
  },
  () => emit("done"),
);
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
const strong = computed(() => chosen.value === undefined || Boolean(chosen.value.strength));
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
</script>

<template>
  <OwnMaterialForm
    v-if="own !== null"
    :called="own"
    :library="library"
    @done="own = null"
    @made="((entered.material = $event.key), (entered.name = $event.name), (own = null))"
  />
  <FormFrame
    v-else
    :title="lot ? `Change ${lot.name}` : 'A new bottle or bag'"
    :form="form"
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
    <p v-if="lot?.unknown" class="whole trouble" role="status">
      It is not known here any more what this is: choose it anew, and the rest stays as it is.
    </p>
    <div v-if="errors['set_aside']" class="whole">
      <p class="trouble" role="alert">{{ errors["set_aside"] }}</p>
      <label><input v-model="entered.set_aside" type="checkbox" /> Set its readings aside</label>
    </div>
    <TextField v-model="entered.name" label="Your name for it" :error="errors['name']" />
    <LabelFields
      v-if="labelled && chosen"
      v-model="entered.label"
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
    <div class="left grid gap-1 content-start">
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
  </FormFrame>
</template>
