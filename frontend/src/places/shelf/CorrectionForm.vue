<script setup lang="ts">
/** A row of the library, as this household has it: only what differs is entered, and the rest stays the library's. */
import { computed, reactive, ref } from "vue";
import type { Library, MaterialPage } from "@/api/client";
import { useQuestions } from "@/api/heads";
import { useCorrect } from "@/api/shelf";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FoldedChoices from "@/parts/FoldedChoices.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";
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
const { errors, trouble } = useTrouble(save.error);
const figures = ref(typedOf(page.correction));
const entered = reactive({
  hazards: [...(page.correction?.hazards ?? [])],
  ruled_out: [...(page.correction?.ruled_out ?? [])],
});
const asked = computed(() => library.hazards.map((one) => ({ value: one.key, label: one.ask })));
const questions = useQuestions();
const open = computed(() => {
  const keys = new Set([...page.may_contain_keys, ...entered.ruled_out]);
  const all = questions.data.value?.questions.find((one) => one.key === "allergies")?.choices ?? [];
  return all
    .filter((one) => keys.has(one.key))
    .map((one) => ({ value: one.key, label: `free of ${one.name}` }));
});

async function store(): Promise<void> {
  const body = { ...sentOf(figures.value), ...entered, version };
  const kept = await save.mutateAsync({ name: page.key, body }).catch(() => null);
  if (kept) emit("done");
}
</script>

<template>
  <EntryForm
    :title="`Correct ${page.name} for this household`"
    label="Save for this household"
    :saving="save.isPending.value"
    :trouble="trouble"
    @save="store"
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
    <FiguresFields v-model="figures" :library="library" :kind="page.kind" :errors="errors" />
    <div class="whole">
      <FoldedChoices
        v-model="entered.hazards"
        :choices="asked"
        label="What it carries as well"
        summary="It carries something that is not said of it here"
      />
      <p v-if="errors['hazards']" class="error" role="alert">{{ errors["hazards"] }}</p>
    </div>
  </EntryForm>
</template>

<style scoped>
.error {
  color: var(--madder);
}
</style>
