<script setup lang="ts">
/** A row of the library, as this household has it: only what differs is entered, and the rest stays the library's. */
import { computed } from "vue";
import type { CorrectionIn, Library, MaterialPage } from "@/api/types";
import { useQuestions } from "@/api/heads";
import { useCorrect } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FoldedChoices from "@/parts/FoldedChoices.vue";
import type { Kept } from "@/parts/edit";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";
import { sentOf, typedOf } from "@/parts/materialFigures";
import FiguresFields from "./FiguresFields.vue";

const { page, library, version } = defineProps<{
  page: MaterialPage;
  library: Library;
  /** The version that it is changed from, 0 for none. */
  version: number;
}>();
const emit = defineEmits<{ done: [] }>();
const save = useCorrect();
type Row = Partial<CorrectionIn> & Kept;
const { entered, errors, form } = useForm(
  {
    ...save,
    mutateAsync: async ({ body }: { body: never }) => {
      const { version: now } = await save.mutateAsync({ name: page.key, body });
      return { id: 0, version: now } as Row;
    },
  },
  {
    path: "/api/shelf/library",
    call: `PATCH /api/shelf/library/${page.key}`,
    row: { ...page.correction, id: 0, version } as Row,
    fields: (row?: Row) => ({
      figures: typedOf(row),
      hazards: [...(row?.hazards ?? [])],
      ruled_out: [...(row?.ruled_out ?? [])],
    }),
    sent: ({ figures, ...typed }): Record<string, unknown> => ({ ...sentOf(figures), ...typed }),
    name: () => page.name,
  },
  () => emit("done"),
);
const asked = computed(() => library.hazards.map((one) => ({ value: one.key, label: one.ask })));
const questions = useQuestions();
const open = computed(() => {
  const keys = new Set([...page.may_contain_keys, ...entered.ruled_out]);
  const all = questions.data.value?.questions.find((one) => one.key === "allergies")?.choices ?? [];
  return all
    .filter((one) => keys.has(one.key))
    .map((one) => ({ value: one.key, label: `free of ${one.name}` }));
});
</script>

<template>
  <FormFrame
    :title="`Correct ${page.name} for this household`"
    label="Save for this household"
    :form="form"
    @cancel="emit('done')"
  >
    <p class="whole quiet">
      Only what differs: what you leave empty stays the library’s. It can be put back at any time.
    </p>
    <div v-if="open.length" class="whole">
      <p class="quiet">Your packet says</p>
      <ChoiceRow v-model="entered.ruled_out" :choices="open" label="What it is free of" many />
      <p v-if="errors['ruled_out']" class="error" role="alert">{{ errors["ruled_out"] }}</p>
    </div>
    <FiguresFields
      v-model="entered.figures"
      :library="library"
      :kind="page.kind"
      :errors="errors"
    />
    <div class="whole">
      <FoldedChoices
        v-model="entered.hazards"
        :choices="asked"
        label="What it carries as well"
        summary="It carries something that is not said of it here"
      />
      <p v-if="errors['hazards']" class="error" role="alert">{{ errors["hazards"] }}</p>
    </div>
  </FormFrame>
</template>
