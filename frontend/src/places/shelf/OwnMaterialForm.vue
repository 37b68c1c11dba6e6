<script setup lang="ts">
/** A material that the library does not hold: what is known of it; the rest is estimated from its kind. */
import { computed, reactive, ref, watch } from "vue";
import type { Library } from "@/api/client";
import { useQuestions } from "@/api/heads";
import { useAddMaterial, useGuess } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import RefusedNote from "@/parts/RefusedNote.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { orNothing } from "@/parts/typed";
import EntryForm from "./EntryForm.vue";

const {
  kinds,
  hazards,
  called = "",
} = defineProps<{
  /** What it is called, where that was typed already. */
  called?: string;
  kinds: Library["kinds"];
  hazards: Library["hazards"];
}>();
const emit = defineEmits<{ done: []; made: [material: { key: string; name: string }] }>();
const save = useAddMaterial();
const { errors, trouble } = useTrouble(save.error);
const questions = useQuestions();

const entered = reactive({
  name: called,
  kind: "",
  spoonful: "",
  strength: "",
  ph: "",
  per: "",
  contains: [] as string[],
  cleared: false,
  note: "",
});
const guess = useGuess(() => entered.name);
watch(
  () => guess.data.value?.kind,
  (kind) => {
    if (kind && !entered.kind) entered.kind = kind;
  },
);
/** What it carries, as it was answered; until then as its name says. */
const answered = ref<string[] | null>(null);
const carries = computed({
  get: () => answered.value ?? guess.data.value?.hazards ?? [],
  set: (keys: string[]) => (answered.value = keys),
});
const asked = computed(() => hazards.map((one) => ({ value: one.key, label: one.ask })));
const kind = computed(() => kinds.find((one) => one.key === entered.kind));
const solid = computed(() => kind.value?.unit === "g");
const allergens = computed(
  () =>
    questions.data.value?.questions
      .find((one) => one.key === "allergies")
      ?.choices.map((one) => ({ value: one.key, label: one.name })) ?? [],
);

async function store(): Promise<void> {
  const made = await save
    .mutateAsync({
      ...entered,
      hazards: carries.value,
      spoonful: solid.value ? orNothing(entered.spoonful) : null,
      strength: orNothing(entered.strength),
      ph: orNothing(entered.ph),
      per: solid.value ? orNothing(entered.per) : null,
    })
    .catch(() => null);
  if (made) emit("made", made);
}
</script>

<template>
  <EntryForm
    title="A material of your own"
    label="Keep this material"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
    @cancel="emit('done')"
  >
    <TextField v-model="entered.name" label="What is it called?" :error="errors['name']" />
    <PickField
      v-model="entered.kind"
      label="It is most like"
      :options="kinds"
      by="key"
      :error="errors['kind']"
      hint="What you leave open is estimated from this, and wide."
    />
    <TextField
      v-if="solid"
      v-model="entered.spoonful"
      label="A level 5 mL teaspoon weighs, g"
      decimal
      takes="scale"
      :error="errors['spoonful']"
    />
    <TextField
      v-model="entered.strength"
      label="Strength, if it is an acid"
      decimal
      :error="errors['strength']"
      hint="g in 100 mL, or % of a powder"
    />
    <TextField
      v-model="entered.ph"
      :label="solid ? 'pH of a spoonful in water' : 'pH by itself'"
      decimal
      takes="meter"
      :error="errors['ph']"
    />
    <TextField
      v-if="solid"
      v-model="entered.per"
      label="with so many g in 100 mL"
      decimal
      :error="errors['per']"
    />
    <RefusedNote
      v-if="guess.data.value?.refused"
      v-model="entered.cleared"
      class="whole"
      :what="guess.data.value.refused"
      :why="guess.data.value.why"
    >
      It is kept on the shelf so that it can be stopped.
    </RefusedNote>
    <div class="whole">
      <p class="quiet">Press what is so of it</p>
      <ChoiceRow v-model="carries" :choices="asked" label="What it carries" many />
      <p v-if="errors['hazards']" class="error" role="alert">{{ errors["hazards"] }}</p>
    </div>
    <div class="whole">
      <p class="quiet">People are allergic to what it holds of</p>
      <ChoiceRow v-model="entered.contains" :choices="allergens" label="What it contains" many />
      <p v-if="errors['contains']" class="error" role="alert">{{ errors["contains"] }}</p>
    </div>
  </EntryForm>
</template>

<style scoped>
.whole {
  display: grid;
  gap: 4px;
}

.error {
  color: var(--madder);
}
</style>
