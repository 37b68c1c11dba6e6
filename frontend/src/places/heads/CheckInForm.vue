<script setup lang="ts">
/** How the scalp is today, in ten seconds: one press a line, and one to keep it. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { Head, Picture, Questions } from "@/api/types";
import { useCheckIn, useTakeOut } from "@/api/heads";
import { tell } from "@/app/undo";
import ChoiceLine from "@/parts/ChoiceLine.vue";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import DraftNote from "@/parts/DraftNote.vue";
import { useEdit } from "@/parts/edit";
import { useTrouble } from "@/parts/trouble";
import { ago } from "@/parts/when";
import PictureField from "./PictureField.vue";

const { head, questions } = defineProps<{ head: Head; questions: Questions }>();
const keep = useCheckIn();
const takeOut = useTakeOut();
const { errors, trouble } = useTrouble(keep.error);

type Key = "oil" | "flakes" | "itch" | "tight" | "tender" | "build_up";
const before = computed(() => head.check_in);
const edit = useEdit({
  path: `/api/heads/${head.id}/check-ins`,
  row: undefined,
  fields: () => ({
    levels: Object.fromEntries(
      questions.check_in.map(({ key, default: usual }) => [
        key,
        head.check_in?.[key as Key] ?? usual,
      ]),
    ) as Record<Key, number>,
    flags: [...(head.check_in?.flags ?? [])],
  }),
  sent: ({ levels, flags }) => ({
    ...levels,
    flags,
    picture: picture.value?.id ?? null,
    note: "",
  }),
});
const entered = edit.entered;
const picture = ref<Picture | null>(null);
const worrying = ref(entered.flags.length > 0);

async function store(): Promise<void> {
  const kept = await edit.keep(({ body }) => keep.mutateAsync({ id: head.id, body }));
  if (!kept) return;
  picture.value = null;
  const entry = { id: head.id, kind: "check-ins" as const, entry: kept.id };
  tell("Saved how it is today.", () => takeOut.mutateAsync(entry));
}
</script>

<template>
  <form class="grid gap-2" aria-label="How the scalp is today" @submit.prevent="store">
    <div class="flex flex-wrap justify-between items-baseline gap-x-4 gap-y-1">
      <h2>How is the scalp?</h2>
      <p class="quiet small">
        {{ before ? `Last looked at ${ago(before.at)}` : "Not looked at yet" }}
      </p>
    </div>
    <DraftNote :edit="edit" />
    <ChoiceLine
      v-for="question in questions.check_in"
      :key="question.key"
      v-model="entered.levels[question.key as Key]"
      :label="question.ask"
      :choices="question.choices.map(({ key, name }) => ({ value: key, label: name }))"
    />
    <details :open="worrying">
      <summary class="cursor-pointer text-vein mb-1.5">Anything worrying?</summary>
      <ChoiceRow
        v-model="entered.flags"
        many
        label="Anything worrying"
        :choices="questions.flags.map(({ key, name }) => ({ value: key, label: name }))"
      />
    </details>
    <p v-if="trouble || errors['flags']" class="trouble" role="alert">
      {{ errors["flags"] ?? trouble }}
    </p>
    <div class="row">
      <Button type="submit" label="Save" :disabled="keep.isPending.value" />
      <PictureField v-model="picture" :head="head.id" />
    </div>
  </form>
</template>
