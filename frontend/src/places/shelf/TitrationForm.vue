<script setup lang="ts">
/** The home titration, step by step: vinegar into a litre of the water, read as it goes. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { TitrationIn, Water } from "@/api/types";
import { useAtHand, useTitrate } from "@/api/shelf";
import { tell } from "@/app/undo";
import PickField from "@/parts/PickField.vue";
import { useTyped } from "@/parts/edit";
import { blank, readOf, type Draft } from "@/parts/reading";
import ReadingPicker from "@/parts/ReadingPicker.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import FormFrame from "@/parts/FormFrame.vue";
import FigureLine from "./FigureLine.vue";

const { water } = defineProps<{ water: Water }>();
const emit = defineEmits<{ done: [] }>();
const atHand = useAtHand();
const titrate = useTitrate();
const { errors, trouble } = useTrouble(titrate.error);

const vinegars = computed(
  () =>
    atHand.data.value
      ?.filter((one) => one.kind === "vinegar")
      .map((one) => ({ id: Number(one.key.split("-")[1]), name: one.name })) ?? [],
);
interface Step {
  vinegar: string;
  draft: Draft;
}
const step = (): Step => ({ vinegar: "", draft: blank() });
const edit = useTyped(`titration /api/shelf/waters/${water.id}`, () => ({
  picked: null as number | null,
  litre: "1000",
  steps: [step()],
}));
const entered = edit.entered;
const vinegar = computed({
  get: () => entered.picked ?? vinegars.value[0]?.id ?? null,
  set: (id: number | null) => (entered.picked = id),
});
const missing = ref("");

async function work(keep: boolean): Promise<void> {
  missing.value = "";
  const read = entered.steps.map(({ vinegar: much, draft }) => ({
    vinegar: much,
    read: readOf(draft),
  }));
  if (read.some((one) => one.read === null)) {
    missing.value = "Put down what each step read, or take that step out.";
    return;
  }
  const body = { vinegar: vinegar.value ?? 0, water: entered.litre, steps: read, keep };
  const found = await titrate
    .mutateAsync({ id: water.id, body: body as TitrationIn })
    .catch(() => null);
  if (!found?.kept) return;
  edit.startOver();
  tell(`${water.name} is titrated: its figures are kept as of today.`);
  emit("done");
}
const stepError = (i: number) =>
  errors.value[`steps.${i}.value`] ?? errors.value[`steps.${i}.step`] ?? "";
const form = {
  edit,
  saving: titrate.isPending,
  trouble: computed(() => trouble.value || missing.value),
  store: () => work(false),
};
</script>

<template>
  <FormFrame
    :title="`Titrate ${water.name}`"
    label="Work it out"
    :form="form"
    @cancel="emit('done')"
  >
    <ol class="whole m-0 pl-5">
      <li>Measure a litre of {{ water.name }} into a jug.</li>
      <li>Stir in a teaspoon or two of vinegar, wait a minute, and read it.</li>
      <li>Go on until it reads between 4 and 6. One reading gives a figure, two a good one.</li>
    </ol>
    <PickField
      v-model="vinegar"
      label="With which vinegar"
      :options="vinegars"
      by="id"
      :error="errors['vinegar']"
      hint="The one whose strength you know best."
    />
    <TextField
      v-model="entered.litre"
      label="Water in the jug, mL"
      decimal
      :error="errors['water']"
    />
    <ol class="whole steps list-none m-0 p-0 grid gap-3">
      <li v-for="(one, i) in entered.steps" :key="i">
        <TextField
          v-model="one.vinegar"
          label="Vinegar in it by now, mL"
          decimal
          short
          :error="errors[`steps.${i}.vinegar`]"
        />
        <ReadingPicker v-model="one.draft" :error="stepError(i)" />
        <button
          v-if="entered.steps.length > 1"
          type="button"
          class="act"
          :aria-label="`Take step ${i + 1} out`"
          @click="entered.steps.splice(i, 1)"
        >
          Remove
        </button>
      </li>
    </ol>
    <p v-if="errors['steps']" class="whole error" role="alert">{{ errors["steps"] }}</p>
    <p class="whole">
      <button type="button" class="act" @click="entered.steps.push(step())">
        More vinegar, read again
      </button>
    </p>
    <div v-if="titrate.data.value" class="whole found grid gap-2 justify-items-start" role="status">
      <p>
        <FigureLine name="Alkalinity" :figure="titrate.data.value.alkalinity" />
      </p>
      <p>{{ titrate.data.value.advice }}</p>
      <Button
        type="button"
        class="now"
        label="Save as today’s figures"
        :disabled="titrate.isPending.value"
        @click="work(true)"
      />
    </div>
  </FormFrame>
</template>

<style scoped>
.steps li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: start;
  padding-top: 10px;
  border-top: 1px solid var(--hairline);
}
</style>
