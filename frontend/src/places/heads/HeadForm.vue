<script setup lang="ts">
/** A head's record, new or changed: every question has an answer to begin with. */
import Button from "primevue/button";
import { computed, onMounted, useTemplateRef } from "vue";
import type { Answer, Head, Questions, RecordQuestion } from "@/api/types";
import { useSaveHead } from "@/api/heads";
import DraftNote from "@/parts/DraftNote.vue";
import { useEdit } from "@/parts/edit";
import TextField from "@/parts/TextField.vue";
import { isoDay } from "@/parts/when";
import { useTrouble } from "@/parts/trouble";
import AnswerField from "./AnswerField.vue";

const { questions, head } = defineProps<{ questions: Questions; head?: Head }>();
const emit = defineEmits<{ done: [head: Head]; cancel: [] }>();
const save = useSaveHead();
const { errors, trouble } = useTrouble(save.error);
const form = useTemplateRef<HTMLFormElement>("form");

const GROUPS = [
  { key: "person", name: "The person" },
  { key: "scalp", name: "The scalp" },
  { key: "hair", name: "The hair" },
  { key: "habits", name: "Habits" },
] as const;
/** What stands in a field before it is answered; a new one each time, since answers are changed in place. */
const empty = (kind: RecordQuestion["kind"]): Answer =>
  kind === "many" ? [] : kind === "dates" ? {} : kind === "yes" ? false : "";

const ANSWER = "answer:";
const edit = useEdit({
  path: "/api/heads",
  row: head,
  fields: (row?: Head) => ({
    name: row?.name ?? "",
    note: row?.note ?? "",
    answers: Object.fromEntries(
      questions.questions.map(({ key, kind, default: usual }) => [
        key,
        row?.answers[key] ?? (usual || empty(kind)),
      ]),
    ) as Record<string, Answer>,
  }),
  // Each answer by itself, so that two windows that answer different questions do not meet.
  sent: ({ answers, ...plain }) => ({
    ...plain,
    ...Object.fromEntries(Object.entries(answers).map(([key, one]) => [ANSWER + key, one])),
  }),
  pack: (changed) => {
    const every = Object.entries(changed);
    const answered = every.filter(([key]) => key.startsWith(ANSWER));
    return {
      ...Object.fromEntries(every.filter(([key]) => !key.startsWith(ANSWER))),
      answers: Object.fromEntries(answered.map(([key, one]) => [key.slice(ANSWER.length), one])),
    };
  },
  name: (row) => `The record of ${row.name}`,
});
const entered = edit.entered;
const answers = computed(() => entered.answers as Record<string, Answer>);
const inGroup = (group: string) => questions.questions.filter((one) => one.group === group);

/** An adult in charge is asked for only where there has to be one. */
const minor = computed(() => {
  const born = Number(answers.value["birth_year"]);
  return born > 1000 && Number(isoDay().slice(0, 4)) - born < 18;
});
const asked = (key: string) => key !== "adult" || minor.value;

async function store(keep = edit.keep): Promise<void> {
  const done = await keep(save.mutateAsync);
  if (done) emit("done", done);
  else
    requestAnimationFrame(() =>
      form.value?.querySelector("[role=alert]")?.scrollIntoView({ block: "center" }),
    );
}
onMounted(() => form.value?.querySelector<HTMLElement>("input")?.focus({ preventScroll: true }));
</script>

<template>
  <form
    ref="form"
    class="grid gap-6"
    :aria-label="head ? `The record of ${head.name}` : 'A new head'"
    novalidate
    @submit.prevent="store()"
  >
    <DraftNote :edit="edit" @mine="store(edit.keepMine)" />
    <p v-if="!head" class="quiet">
      A name and a birth year are enough; the rest stands at what is usual, and can wait.
    </p>
    <section v-for="group in GROUPS" :key="group.key" :aria-labelledby="`group-${group.key}`">
      <h2 :id="`group-${group.key}`">{{ group.name }}</h2>
      <div class="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-x-8 gap-y-5 phone:grid-cols-1">
        <TextField
          v-if="group.key === 'person'"
          v-model="entered.name"
          label="Name"
          :error="errors['name']"
          hint="As it is called at home."
        />
        <template v-for="question in inGroup(group.key)" :key="question.key">
          <AnswerField
            v-if="asked(question.key)"
            :model-value="answers[question.key] ?? null"
            :question="question"
            :error="errors[question.key] ?? ''"
            :class="{
              wide: question.drawn || question.kind === 'many' || question.kind === 'dates',
            }"
            @update:model-value="answers[question.key] = $event"
          />
        </template>
        <TextField
          v-if="group.key === 'habits'"
          v-model="entered.note"
          class="wide"
          label="Note"
          :rows="1"
          :error="errors['note']"
        />
      </div>
    </section>
    <p v-if="trouble && !edit.clash.value" class="trouble" role="alert">{{ trouble }}</p>
    <div class="row acts">
      <Button
        type="submit"
        :label="head ? 'Save' : 'Add this head'"
        :disabled="save.isPending.value"
      />
      <Button type="button" label="Cancel" variant="text" @click="emit('cancel')" />
    </div>
  </form>
</template>

<style scoped>
section {
  display: grid;
  gap: 12px;
  padding-top: 16px;
  border-top: 1px solid var(--hairline);
}

.wide {
  grid-column: 1 / -1;
}

.acts {
  position: sticky;
  bottom: var(--tray, 0);
  padding: 12px 0;
  background: var(--petal);
  border-top: 1px solid var(--hairline);
}

@media (max-width: 760px) {
  .acts {
    bottom: 72px;
  }
}
</style>
