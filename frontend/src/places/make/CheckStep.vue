<script setup lang="ts">
/** Check: the pH by strip or meter, how thick it is by the spoon, how much came of it. */
import { computed, reactive, ref, watch } from "vue";
import type { Batch, BatchChange } from "@/api/types";
import { useBench } from "@/api/formulas";
import { useChangeBatch } from "@/api/make";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { blank, readOf } from "@/parts/reading";
import ReadingPicker from "@/parts/ReadingPicker.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { plain } from "@/parts/typed";

const { batch } = defineProps<{ batch: Batch }>();
const bench = useBench();
const change = useChangeBatch();
const { errors, trouble } = useTrouble(change.error);
const typed = reactive(blank());
const yielded = ref("");
watch(
  () => batch.id,
  () => {
    typed.value = batch.reading ? plain(batch.reading.value) : "";
    yielded.value = batch.yielded === null ? "" : plain(batch.yielded);
  },
  { immediate: true },
);

const grades = computed(() =>
  (bench.data.value?.grades ?? []).map((one) => ({ value: one.key, label: one.name })),
);
const thickness = computed({
  get: () => batch.thickness ?? "",
  set: (to) => void save({ thickness: to as string }),
});

async function save(body: Omit<BatchChange, "version">): Promise<void> {
  await change
    .mutateAsync({ id: batch.id, body: { ...body, version: batch.version } })
    .catch(() => null);
}
const readIt = () => save({ read: readOf(typed) });
const measured = () => save({ yielded: (yielded.value || null) as never });
</script>

<template>
  <div class="grid gap-4">
    <form class="row flex flex-wrap gap-x-4 gap-y-2 items-end" @submit.prevent="readIt">
      <ReadingPicker
        v-model="typed"
        what="It read pH"
        :error="errors['value'] ?? errors['read.value'] ?? errors['step'] ?? errors['meter']"
      />
      <button type="submit" class="press">
        {{ batch.reading ? "Change the reading" : "Keep the reading" }}
      </button>
      <button v-if="batch.reading" type="button" class="act min-h-11" @click="save({ read: null })">
        Take it back
      </button>
    </form>
    <p v-if="batch.comparison" class="says">{{ batch.comparison }}</p>
    <p v-if="batch.read_again" class="says" role="status">{{ batch.read_again }}</p>
    <div v-if="batch.done.thick">
      <p class="text-stem">Lift a spoonful and let it run: it is</p>
      <ChoiceRow v-model="thickness" :choices="grades" label="How thick it is" />
      <p v-if="batch.thickness_says" class="says">{{ batch.thickness_says }}</p>
    </div>
    <form class="row flex flex-wrap gap-x-4 gap-y-2 items-end" @submit.prevent="measured">
      <TextField
        v-model="yielded"
        label="How much came of it, in mL"
        decimal
        :error="errors['yielded']"
      />
      <button type="submit" class="act min-h-11">Keep the amount</button>
    </form>
    <p v-if="batch.yield_says" class="says">{{ batch.yield_says }}</p>
    <p v-if="errors['version'] || trouble" class="trouble" role="alert">
      {{ errors["version"] ?? trouble }}
    </p>
  </div>
</template>

<style scoped>
.says {
  border-left: 4px solid var(--throat);
  padding-left: 12px;
}
</style>
