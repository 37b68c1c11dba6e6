<script setup lang="ts">
/** A material that nobody here knows yet, added where it was missed: what it is most like, and what that carries. */
import Button from "primevue/button";
import { computed, onMounted, reactive, toRef, useTemplateRef } from "vue";
import type { Material, Supply } from "@/api/types";
import { supplyOf, useLibrary, useSaveMaterial } from "@/api/shelf";
import ChoiceRow from "./ChoiceRow.vue";
import KnownAlready from "./KnownAlready.vue";
import { sentOf, typedOf } from "./materialFigures";
import { useMaterialGuess } from "./materialGuess";
import PickField from "./PickField.vue";
import RefusedNote from "./RefusedNote.vue";
import TextField from "./TextField.vue";
import { useTrouble } from "./trouble";
import { orNothing } from "./typed";

const { name } = defineProps<{ name: string }>();
const emit = defineEmits<{ made: [supply: Supply]; close: [] }>();

const library = useLibrary();
const save = useSaveMaterial();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({ name, kind: "", ph: "", cleared: false });
const { guess, carries } = useMaterialGuess(() => entered.name, toRef(entered, "kind"));
const hazards = computed(() =>
  (library.data.value?.hazards ?? []).map((one) => ({ value: one.key, label: one.ask })),
);
const asksPh = computed(() => entered.kind === "alkali powder" || errors.value["ph"] !== undefined);

const form = useTemplateRef<HTMLFormElement>("form");
onMounted(() => form.value?.querySelector<HTMLElement>("input")?.focus());

async function store(): Promise<void> {
  const said = { ...sentOf(typedOf(null)), ph: orNothing(entered.ph) };
  const { name: called, kind, cleared } = entered;
  const body = { ...said, name: called, kind, cleared, hazards: carries.value };
  const kept = await save.mutateAsync({ body }).catch(() => null);
  if (kept) await take(kept);
}
async function take(one: Material): Promise<void> {
  const supply = await supplyOf(`lib-${one.key}`).catch(() => null);
  if (supply) emit("made", supply);
}
</script>

<template>
  <form
    ref="form"
    class="grid gap-2.5 px-3.5 py-3 bg-paper border-l-3 border-throat"
    :aria-label="`A new material: ${name}`"
    @submit.prevent.stop="store"
    @keydown.esc.stop="emit('close')"
    @keydown.enter.stop
  >
    <TextField v-model="entered.name" label="What is it called?" :error="errors['name']" />
    <KnownAlready v-if="guess" :guess="guess" @take="take" />
    <PickField
      v-model="entered.kind"
      label="It is most like"
      :options="library.data.value?.kinds ?? []"
      by="key"
      :error="errors['kind']"
      hint="Its figures are estimated from this, and wide."
    />
    <TextField
      v-if="asksPh"
      v-model="entered.ph"
      label="pH of a gram in 100 mL of water"
      decimal
      takes="meter"
      :error="errors['ph']"
    />
    <RefusedNote
      v-if="guess?.refused"
      v-model="entered.cleared"
      :what="guess.refused"
      :why="guess.why"
    />
    <details :open="carries.length > 0">
      <summary class="quiet">{{ guess?.asks || "Press what is so of it" }}</summary>
      <ChoiceRow v-model="carries" :choices="hazards" label="What it carries" many />
    </details>
    <p v-if="errors['hazards'] || trouble" class="error" role="alert">
      {{ errors["hazards"] ?? trouble }}
    </p>
    <div class="row">
      <Button type="submit" label="Add and put in" :disabled="save.isPending.value" />
      <button type="button" class="act" @click="emit('close')">Cancel</button>
    </div>
    <p class="quiet small">More can be said of it on its own page: what it weighs, allergens.</p>
  </form>
</template>
