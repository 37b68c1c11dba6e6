<script setup lang="ts">
/** A material that the library does not hold: what is known of it; the rest is estimated from its kind. */
import { computed, reactive, ref, toRef } from "vue";
import type { Library, Material, OwnMaterialIn } from "@/api/client";
import { useSaveMaterial } from "@/api/shelf";
import FoldedChoices from "@/parts/FoldedChoices.vue";
import KnownAlready from "@/parts/KnownAlready.vue";
import { useMaterialGuess } from "@/parts/materialGuess";
import RefusedNote from "@/parts/RefusedNote.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import EntryForm from "./EntryForm.vue";
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
const { errors, trouble } = useTrouble(save.error);

const entered = reactive({
  name: before?.name ?? called,
  kind: before?.kind ?? "",
  cleared: before?.cleared ?? false,
});
const figures = ref(typedOf(before));
const { guess, carries, answered } = useMaterialGuess(() => entered.name, toRef(entered, "kind"));
if (before?.hazards) answered.value = [...before.hazards];
/** What its name gives away, and what was pressed before: it stands open, pressed or not. */
const likely = computed(() => [
  ...new Set([...(guess.value?.hazards ?? []), ...(before?.hazards ?? [])]),
]);
const asked = computed(() => library.hazards.map((one) => ({ value: one.key, label: one.ask })));

async function store(): Promise<void> {
  const body = { ...sentOf(figures.value), ...entered, hazards: carries.value };
  const made = await save
    .mutateAsync(id === undefined ? { body } : { id, body: { ...body, version } as never })
    .catch(() => null);
  if (made) emit("made", made);
}
</script>

<template>
  <EntryForm
    :title="before ? `Change ${before.name}` : 'A material of your own'"
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
      v-model="figures"
      :library="library"
      :kind="entered.kind"
      :errors="errors"
    />
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
