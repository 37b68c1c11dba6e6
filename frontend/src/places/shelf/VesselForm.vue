<script setup lang="ts">
import type { Vessel } from "@/api/types";
import { useSaveVessel } from "@/api/shelf";
import TextField from "@/parts/TextField.vue";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";
import { asTyped, plain } from "@/parts/typed";

const { vessel } = defineProps<{ vessel?: Vessel }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveVessel();
const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/shelf/vessels",
    row: vessel,
    fields: (row?: Vessel) => ({
      name: row?.name ?? "",
      volume: asTyped(row?.volume),
      marks: (row?.marks ?? []).map((mark) => ({
        name: mark.name,
        volume: plain(mark.volume),
        height: asTyped(mark.height),
      })),
    }),
    sent: (typed) => ({
      ...typed,
      marks: typed.marks
        .filter((mark) => mark.name || mark.volume)
        .map((mark) => ({ ...mark, height: mark.height || null })),
    }),
    name: (row) => row.name,
  },
  () => emit("done"),
);
</script>

<template>
  <FormFrame
    :title="vessel ? `Change ${vessel.name}` : 'A new vessel'"
    :form="form"
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
      hint="To the brim, as filled from a measuring jug."
    />
    <template v-for="(mark, i) in entered.marks" :key="i">
      <TextField
        v-model="mark.name"
        :label="`Mark ${i + 1}`"
        :error="errors[`marks.${i}.name`]"
        hint="As in “the blue line”."
      />
      <TextField
        v-model="mark.volume"
        :label="`stands at, mL (mark ${i + 1})`"
        decimal
        :error="errors[`marks.${i}.volume`]"
      />
      <TextField
        v-model="mark.height"
        :label="`height in mm (mark ${i + 1})`"
        decimal
        :error="errors[`marks.${i}.height`]"
        hint="From the inside bottom: then a strip can be printed that makes it a measuring jug."
      />
    </template>
    <p class="whole">
      <span v-if="errors['marks']" class="error" role="alert">{{ errors["marks"] }} </span>
      <button
        type="button"
        class="act"
        @click="entered.marks.push({ name: '', volume: '', height: '' })"
      >
        It has a fill mark
      </button>
    </p>
  </FormFrame>
</template>
