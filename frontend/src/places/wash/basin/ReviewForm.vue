<script setup lang="ts">
/** One time of asking: a press for each answer, a picture if wanted; saved at once, answer by answer. */
import { ref, watch } from "vue";
import { useReview, useTakeReviewBack } from "@/api/basin";
import type { Picture, ReviewTime } from "@/api/types";
import { tell } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";
import PictureField from "../../heads/PictureField.vue";

const { planned, head, time } = defineProps<{ planned: number; head: number; time: ReviewTime }>();
const review = useReview();
const back = useTakeReviewBack();
const { errors, trouble } = useTrouble(review.error);
const answers = ref<Record<string, number>>({});
const unsure = ref(false);
const note = ref("");
const picture = ref<Picture | null>(null);
watch(
  () => time,
  (now) => {
    answers.value = { ...now.answers };
    unsure.value = now.unsure;
    note.value = now.note;
    picture.value = now.picture;
  },
  { immediate: true },
);

const keep = () =>
  review.mutateAsync({
    id: planned,
    body: {
      when: time.when,
      answers: answers.value,
      unsure: unsure.value,
      note: note.value,
      picture: picture.value?.id ?? null,
      at: null,
    },
  });
async function answer(key: string, place: number): Promise<void> {
  answers.value = { ...answers.value, [key]: place };
  await keep().catch(() => null);
}
async function pass(): Promise<void> {
  answers.value = {};
  if (await keep().catch(() => null))
    tell("Passed over; it is not asked again.", () =>
      back.mutateAsync({ id: planned, when: time.when }),
    );
}
async function takeBack(): Promise<void> {
  await back.mutateAsync({ id: planned, when: time.when }).catch(() => null);
}
const again = () => keep().catch(() => null);
watch(picture, (now, before) => {
  if (now?.id !== before?.id && now?.id !== time.picture?.id) void again();
});
</script>

<template>
  <section class="grid gap-3" :aria-label="`How it is ${time.name}`">
    <h2>How is it {{ time.name }}?</h2>
    <p v-if="!time.open" class="quiet">Asked from {{ when(time.start) }} on.</p>
    <template v-else>
      <div v-for="one in time.questions" :key="one.key" class="question grid gap-1">
        <p :id="`${time.when}-${one.key}`">{{ one.ask }}</p>
        <ChoiceRow
          :model-value="answers[one.key] ?? -1"
          :label="one.ask"
          :choices="one.choices.map((label, value) => ({ value, label }))"
          @update:model-value="answer(one.key, Number($event))"
        />
        <p v-if="errors[`answers.${one.key}`]" class="error" role="alert">
          {{ errors[`answers.${one.key}`] }}
        </p>
      </div>
      <label class="unsure flex gap-2 items-center min-h-11">
        <input v-model="unsure" type="checkbox" @change="again" /> I am not sure: let it count for
        less
      </label>
      <TextField v-model="note" label="Note" :rows="2" @change="again" />
      <PictureField v-model="picture" :head="head" />
      <p v-for="one in time.advice" :key="one" class="border-l-4 border-throat pl-3" role="status">
        {{ one }}
      </p>
      <p v-if="errors['when'] || errors['at'] || trouble" class="error" role="alert">
        {{ errors["when"] ?? errors["at"] ?? trouble }}
      </p>
      <p class="row">
        <span v-if="time.answers" class="quiet" role="status">Kept.</span>
        <button v-if="time.answers || time.passed_over" type="button" class="act" @click="takeBack">
          Take these answers back
        </button>
        <button v-else type="button" class="act" @click="pass">Don’t ask this time</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.question :deep(span) {
  min-height: 44px;
  display: flex;
  align-items: center;
}
</style>
