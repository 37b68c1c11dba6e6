<script setup lang="ts">
/** A supplier's figures of a day, typed in, or a whole file of them. */
import { computed } from "vue";
import type { Water } from "@/api/types";
import { useAddProfile, useTakeReport } from "@/api/shelf";
import { tell } from "@/app/undo";
import { useTyped } from "@/parts/edit";
import FieldRow from "@/parts/FieldRow.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { orNothing } from "@/parts/typed";
import { isoDay } from "@/parts/when";
import DayField from "./DayField.vue";
import FormFrame from "@/parts/FormFrame.vue";

const { water } = defineProps<{ water: Water }>();
const emit = defineEmits<{ done: [] }>();
const add = useAddProfile();
const report = useTakeReport();
const typing = useTrouble(add.error);
const filing = useTrouble(report.error);
const edit = useTyped(`figures /api/shelf/waters/${water.id}`, () => ({
  fromFile: false,
  text: "",
  on: isoDay(),
  alkalinity: "",
  hardness: "",
  sodium: "",
  ph: "",
}));
const entered = edit.entered;
const trouble = computed(() => (entered.fromFile ? filing : typing).trouble.value);

async function read(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) entered.text = await file.text();
}

async function store(): Promise<void> {
  const { fromFile, text, on, ...figures } = entered;
  const kept = fromFile
    ? await report.mutateAsync({ id: water.id, text }).catch(() => null)
    : await add
        .mutateAsync({
          id: water.id,
          body: {
            on,
            ...Object.fromEntries(
              Object.entries(figures).map(([name, typed]) => [name, orNothing(typed)]),
            ),
          },
        })
        .catch(() => null);
  if (!kept) return;
  edit.startOver();
  tell(`${water.name} has its figures.`);
  emit("done");
}
const form = {
  edit,
  saving: computed(() => add.isPending.value || report.isPending.value),
  trouble,
  store,
};
</script>

<template>
  <FormFrame
    :title="`Figures of ${water.name}`"
    label="Keep these figures"
    :form="form"
    @cancel="emit('done')"
  >
    <p class="whole">
      <button type="button" class="act" @click="entered.fromFile = !entered.fromFile">
        {{ entered.fromFile ? "Type them in instead" : "From a CSV file instead" }}
      </button>
    </p>
    <template v-if="entered.fromFile">
      <FieldRow v-slot="field" label="The file" hint="Or paste its lines below.">
        <input :id="field.id" type="file" accept=".csv,text/csv" @change="read" />
      </FieldRow>
      <TextField
        v-model="entered.text"
        label="Its lines"
        :rows="5"
        hint="date, alkalinity, hardness, sodium, ph: the first line names the columns."
        :error="filing.errors.value['text']"
        class="whole"
      />
    </template>
    <template v-else>
      <DayField v-model="entered.on" label="Of which day" :error="typing.errors.value['on']" />
      <TextField
        v-model="entered.alkalinity"
        label="Alkalinity, mg/L as CaCO₃"
        decimal
        :error="typing.errors.value['alkalinity']"
      />
      <TextField
        v-model="entered.hardness"
        label="Hardness, mg/L as CaCO₃"
        decimal
        :error="typing.errors.value['hardness']"
      />
      <TextField
        v-model="entered.sodium"
        label="Sodium, mg/L"
        decimal
        :error="typing.errors.value['sodium']"
      />
      <TextField
        v-model="entered.ph"
        label="Its own pH"
        decimal
        takes="meter"
        :error="typing.errors.value['ph']"
      />
    </template>
  </FormFrame>
</template>
