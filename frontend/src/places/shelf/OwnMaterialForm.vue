<script setup lang="ts">
/** A material that the library does not hold: what is known of it; the rest is estimated from its kind. */
import { computed, toRef } from "vue";
import type { Library, Material, OwnMaterialIn } from "@/api/types";
import { useSaveMaterial } from "@/api/shelf";
import FoldedChoices from "@/parts/FoldedChoices.vue";
import KnownAlready from "@/parts/KnownAlready.vue";
import type { Kept } from "@/parts/edit";
import { useForm } from "@/parts/form";
import { useMaterialGuess } from "@/parts/materialGuess";
import RefusedNote from "@/parts/RefusedNote.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import FormFrame from "@/parts/FormFrame.vue";
import { sentOf, typedOf } from "@/parts/materialFigures";
import FiguresFields from "./FiguresFields.vue";

const {
  library,
  called = "",
  id,
  before,
  version = 0,
} = defineProps<{
  library: Library;
  /** What it is called, where that was typed already. */
  called?: string;
  /** The one to change, and what was entered of it. */
  id?: number;
  before?: OwnMaterialIn;
  /** The version that it is changed from. */
  version?: number;
}>();
const emit = defineEmits<{ done: []; made: [material: Material] }>();
const save = useSaveMaterial();

type Row = Partial<OwnMaterialIn> & Kept & { made?: Material };
const { entered, errors, form } = useForm(
  {
    ...save,
    mutateAsync: async (saving: { id?: number; body: never }) => {
      const made = await save.mutateAsync(saving);
      return { id: id ?? 0, version: made.version, made } as Row;
    },
  },
  {
    path: "/api/shelf/materials",
    row: id === undefined ? undefined : ({ ...before, id, version } as Row),
    fields: (row?: Row) => ({
      name: row?.name ?? called,
      kind: row?.kind ?? "",
      cleared: row?.cleared ?? false,
      /** Nothing until it was answered: it carries what its name says. */
      hazards: row?.hazards ?? (null as string[] | null),
      figures: typedOf(row),
    }),
    sent: ({ figures, ...typed }): Record<string, unknown> => ({
      ...sentOf(figures),
      ...typed,
      hazards: typed.hazards ?? guess.value?.hazards ?? [],
    }),
    name: (row) => row.made?.name ?? "It",
    holds: (found) => !called || found.name === called,
  },
  ({ made }) => (made ? emit("made", made) : emit("done")),
);
const { guess, carries } = useMaterialGuess(
  () => entered.name,
  toRef(entered, "kind"),
  toRef(entered, "hazards"),
);
/** What its name gives away, and what was pressed before: it stands open, pressed or not. */
const likely = computed(() => [
  ...new Set([...(guess.value?.hazards ?? []), ...(before?.hazards ?? [])]),
]);
const asked = computed(() => library.hazards.map((one) => ({ value: one.key, label: one.ask })));
</script>

<template>
  <FormFrame
    :title="before ? `Change ${before.name}` : 'A material of your own'"
    label="Keep this material"
    :form="form"
    @cancel="emit('done')"
  >
    <TextField v-model="entered.name" label="What is it called?" :error="errors['name']" />
    <PickField
      v-model="entered.kind"
      label="It is most like"
      :options="library.kinds"
      by="key"
      :error="errors['kind']"
      hint="What you leave open is estimated from this, and wide."
    />
    <div v-if="guess && !before" class="whole">
      <KnownAlready :guess="guess" @take="emit('made', $event)" />
    </div>
    <RefusedNote
      v-if="guess?.refused"
      v-model="entered.cleared"
      class="whole"
      :what="guess.refused"
      :why="guess.why"
    >
      It is kept on the shelf so that it can be stopped.
    </RefusedNote>
    <div class="whole">
      <p class="quiet">{{ guess?.asks ?? "" }}</p>
      <FoldedChoices
        v-model="carries"
        :choices="asked"
        :likely="likely"
        label="What it carries"
        :summary="
          likely.length
            ? 'Something else is so of it'
            : 'It stings, dusts, stains, scratches, ferments … press what is so'
        "
      />
      <p v-if="errors['hazards']" class="error" role="alert">{{ errors["hazards"] }}</p>
    </div>
    <FiguresFields
      v-if="entered.kind"
      v-model="entered.figures"
      :library="library"
      :kind="entered.kind"
      :errors="errors"
    />
  </FormFrame>
</template>

<style scoped>
.whole {
  display: grid;
  gap: 4px;
}
</style>
