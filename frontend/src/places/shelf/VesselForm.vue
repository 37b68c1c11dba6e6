<script setup lang="ts">
import { reactive } from "vue";
import type { Vessel } from "@/api/client";
import { useSaveVessel } from "@/api/shelf";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";
import { plain, typed } from "@/parts/typed";

const { vessel } = defineProps<{ vessel?: Vessel }>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveVessel();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({
  name: vessel?.name ?? "",
  volume: typed(vessel?.volume),
  marks: (vessel?.marks ?? []).map((mark) => ({ name: mark.name, volume: plain(mark.volume) })),
});

async function store(): Promise<void> {
  const marks = entered.marks.filter((mark) => mark.name || mark.volume);
  const body = { ...entered, marks };
  const done = await save
    .mutateAsync(vessel ? { id: vessel.id, body } : { body })
    .catch(() => null);
  if (done) emit("done");
}
</script>

<template>
  <EntryForm
    :title="vessel ? `Change ${vessel.name}` : 'A new vessel'"
    :label="vessel ? 'Save' : 'Save'"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
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
    </template>
    <p class="whole">
      <span v-if="errors['marks']" class="error" role="alert">{{ errors["marks"] }} </span>
      <button type="button" class="act" @click="entered.marks.push({ name: '', volume: '' })">
        It has a fill mark
      </button>
    </p>
  </EntryForm>
</template>

<style scoped>
.error {
  color: var(--madder);
}
</style>
