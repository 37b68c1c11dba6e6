<script setup lang="ts">
/** Everything that can be said of a material: first what changes an answer of its kind, then the rest, folded away. */
import { computed } from "vue";
import type { Library } from "@/api/types";
import { useQuestions } from "@/api/heads";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FoldedChoices from "@/parts/FoldedChoices.vue";
import TextField from "@/parts/TextField.vue";
import type { Typed } from "@/parts/materialFigures";

const { library, kind, errors } = defineProps<{
  library: Library;
  /** The key of its kind; nothing while none is chosen. */
  kind: string;
  errors: Record<string, string>;
}>();
const entered = defineModel<Typed>({ required: true });

const questions = useQuestions();
const allergens = computed(
  () =>
    questions.data.value?.questions
      .find((one) => one.key === "allergies")
      ?.choices.map((one) => ({ value: one.key, label: one.name, hint: one.hint })) ?? [],
);
const found = computed(() => library.kinds.find((one) => one.key === kind));
const solid = computed(() => found.value?.unit === "g");
const asked = computed(() => library.properties.filter((one) => one.kinds.includes(kind)));
const first = computed(() => asked.value.filter((one) => one.first.includes(kind)));
const rest = computed(() => asked.value.filter((one) => !one.first.includes(kind)));
const said = computed(
  () =>
    rest.value.some((one) => entered.value.figures[one.key]) ||
    entered.value.pieces.length > 0 ||
    Object.keys(errors).some((name) => /^(figures|pieces|stain|smell|latin|also)/.test(name)),
);
const changes = (what: string): string => `Changes ${what[0]?.toLowerCase()}${what.slice(1)}`;
const STAINS = [
  { value: "" as const, label: "no, or not known" },
  { value: "tints" as const, label: "tints it" },
  { value: "darkens" as const, label: "darkens it" },
  { value: "reddens" as const, label: "reddens it" },
];
</script>

<template>
  <TextField
    v-if="found?.strong"
    v-model="entered.strength"
    label="Strength"
    decimal
    :error="errors['strength']"
    hint="g of acid in 100 mL, or % of a powder. Changes every pH with it."
  />
  <TextField
    v-for="one in first"
    :key="one.key"
    v-model="entered.figures[one.key]!"
    :label="`${one.ask}, ${one.unit}`"
    decimal
    :takes="one.unit === 'g' ? 'scale' : undefined"
    :error="errors[`figures.${one.key}`]"
    :hint="changes(one.changes)"
  />
  <TextField
    v-model="entered.ph"
    :label="solid ? 'pH of a spoonful in water' : 'pH by itself'"
    decimal
    takes="meter"
    :error="errors['ph']"
    hint="Changes the pH of everything it is in."
  />
  <TextField
    v-if="solid"
    v-model="entered.per"
    label="with so many g in 100 mL"
    decimal
    :error="errors['per']"
  />
  <div class="whole">
    <FoldedChoices
      v-model="entered.contains"
      :choices="allergens"
      label="What it contains"
      summary="It holds something that people are allergic to: a head with that allergy is stopped"
    />
    <p v-if="errors['contains']" class="error" role="alert">{{ errors["contains"] }}</p>
  </div>
  <details class="whole" :open="said">
    <summary>Everything else that can be said of it</summary>
    <div class="grid grid-cols-[1fr_1fr] gap-x-4 gap-y-3 phone:grid-cols-1">
      <TextField
        v-for="one in rest"
        :key="one.key"
        v-model="entered.figures[one.key]!"
        :label="`${one.ask}, ${one.unit}`"
        decimal
        :error="errors[`figures.${one.key}`]"
        :hint="changes(one.changes)"
      />
      <TextField
        v-model="entered.smell"
        label="It smells of"
        :error="errors['smell']"
        hint="Said where it stays in the hair."
      />
      <TextField v-model="entered.latin" label="Botanical or INCI name" :error="errors['latin']" />
      <TextField
        v-model="entered.also"
        label="Other names, with ; between"
        :error="errors['also'] ?? errors['also.0']"
      />
      <div>
        <p class="quiet">Light, grey or bleached hair</p>
        <ChoiceRow v-model="entered.stain" :choices="STAINS" label="What it does to light hair" />
      </div>
    </div>
    <div class="pieces grid gap-2 justify-items-start">
      <p class="quiet">What one piece weighs: so it can be counted</p>
      <div
        v-for="(piece, i) in entered.pieces"
        :key="i"
        class="grid grid-cols-[minmax(0,1fr)_120px_auto] gap-2 items-end"
      >
        <TextField
          v-model="piece.name"
          :label="`Piece ${i + 1}, such as pod or leaf`"
          :error="errors[`pieces.${i}.name`]"
        />
        <TextField
          v-model="piece.grams"
          label="weighs, g"
          decimal
          takes="scale"
          :error="errors[`pieces.${i}.grams`]"
        />
        <button type="button" class="act" @click="entered.pieces.splice(i, 1)">
          Remove<span class="unseen">: piece {{ i + 1 }}</span>
        </button>
      </div>
      <p v-if="errors['pieces']" class="error" role="alert">{{ errors["pieces"] }}</p>
      <button type="button" class="act" @click="entered.pieces.push({ name: '', grams: '' })">
        Add a piece
      </button>
    </div>
    <div>
      <p class="quiet">
        It may hold: only its packet can tell. A head with that allergy is warned.
      </p>
      <ChoiceRow
        v-model="entered.may_contain"
        :choices="allergens"
        label="What it may contain"
        many
      />
      <p v-if="errors['may_contain']" class="error" role="alert">{{ errors["may_contain"] }}</p>
    </div>
  </details>
  <TextField
    v-model="entered.note"
    class="whole"
    label="Note"
    :rows="1"
    :error="errors['note']"
    hint="Where the figures come from: so that they can be trusted later."
  />
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}

details > * + * {
  margin-top: 12px;
}
</style>
