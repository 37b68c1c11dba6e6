<script setup lang="ts">
/** One batch, as it happened: planned against actual, its readings, what it was filled into, what became of it. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import type { Figures, RunStep } from "@/api/types";
import {
  useAddPhoto,
  useBatch,
  useBatchAsFormula,
  useChangeBatch,
  useRemoveBatch,
  useRemovePhoto,
  useRestoreBatch,
} from "@/api/make";
import { useShortcuts } from "@/app/shortcuts";
import { tell, tellOf } from "@/app/undo";
import CautionList from "@/parts/CautionList.vue";
import { withRange } from "@/parts/figures";
import LoadState from "@/parts/LoadState.vue";
import { ph, range } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";
import ContainerRow from "./ContainerRow.vue";
import ForWhom from "./ForWhom.vue";
import StripLink from "./StripLink.vue";
import PortionStep from "./PortionStep.vue";
import PourList from "./PourList.vue";
import { long } from "@/parts/clocks";
import { grams } from "./words";

const { id } = defineProps<{ id: number }>();
const router = useRouter();
const { data: batch, error, refetch } = useBatch(() => id);
const change = useChangeBatch();
const remove = useRemoveBatch();
const restore = useRestoreBatch();
const asFormula = useBatchAsFormula();
const addPhoto = useAddPhoto();
const removePhoto = useRemovePhoto();
const { errors, trouble } = useTrouble(change.error);
const { errors: noPhoto } = useTrouble(addPhoto.error);
const filling = ref(false);
const note = ref<string | null>(null);
const typed = computed({
  get: () => note.value ?? batch.value?.note ?? "",
  set: (to) => (note.value = to),
});
const name = ref<string | null>(null);
const called = computed({
  get: () => name.value ?? batch.value?.name ?? "",
  set: (to) => (name.value = to),
});
const off = computed(() => new Set(batch.value?.off.map((one) => one.line)));

async function keepNote(): Promise<void> {
  const body = { version: batch.value?.version ?? 0, note: typed.value, name: called.value };
  const done = await change.mutateAsync({ id, body }).catch(() => null);
  if (done) note.value = name.value = null;
}

async function takeOut(): Promise<void> {
  const gone = await tellOf(
    `“${batch.value?.name}” is removed, and what it took is on the shelf again.`,
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
  if (gone) await router.push("/make");
}

async function newVersion(): Promise<void> {
  const formula = await asFormula.mutateAsync(id).catch((problem: Error) => {
    tell(problem.message);
    return null;
  });
  if (formula) {
    tell("It is the formula’s new version; what stood there is kept among its versions.");
    await router.push(`/formulas/${formula.id}`);
  }
}

async function photo(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) await addPhoto.mutateAsync({ id, file }).catch(() => null);
}

const again = () => void router.push(`/make/new?again=${id}`);
const took = (step: RunStep) =>
  step.clock?.ended_at
    ? long((Date.parse(step.clock.ended_at) - Date.parse(step.clock.began_at)) / 1000)
    : "";
function rows(planned: Figures, done: Figures) {
  const figure = (one: Figures["ph"]) => (one ? `${ph(one.value)} (${range(one)})` : "–");
  return [
    ["pH", figure(planned.ph), figure(done.ph)],
    [
      "Makes",
      planned.makes ? withRange(planned.makes) : "–",
      done.makes ? withRange(done.makes) : "–",
    ],
    ["Washes out", planned.grade || "–", done.grade || "–"],
    ["Thickness", planned.thick || "–", done.thick || "–"],
  ].filter(([, one, other]) => one !== "–" || other !== "–");
}

useShortcuts([{ key: "n", does: "Make it again", run: again }]);
</script>

<template>
  <main class="place">
    <LoadState v-if="error || !batch" :error="error" @again="refetch()" />
    <p v-if="error"><RouterLink to="/make">Back to Make</RouterLink></p>
    <template v-if="batch">
      <header>
        <div>
          <p class="quiet">
            <RouterLink to="/make">Make</RouterLink> · {{ when(batch.made_at) }}
            <template v-if="batch.formula">
              ·
              <RouterLink :to="`/formulas/${batch.formula}`">{{ batch.formula_name }}</RouterLink>
            </template>
            <template v-else-if="batch.formula_name">
              · {{ batch.formula_name }} (the formula is removed)</template
            >
          </p>
          <h1>{{ batch.name }}</h1>
        </div>
        <div class="row">
          <Button
            v-if="!batch.finished_at && batch.of === 'formula'"
            label="Go on"
            @click="router.push(`/make/${id}/run`)"
          />
          <Button label="Make it again" variant="outlined" @click="again" />
          <Button label="Save as a new version" variant="outlined" @click="newVersion" />
          <Button label="Remove" variant="outlined" severity="danger" @click="takeOut" />
        </div>
      </header>
      <div
        class="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] gap-12 slim:grid-cols-1 slim:gap-6"
      >
        <section>
          <h2>What came of it</h2>
          <p v-if="batch.done.trouble" class="trouble">{{ batch.done.trouble }}</p>
          <table>
            <thead>
              <tr>
                <td></td>
                <th scope="col">planned</th>
                <th scope="col">as it was made</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="[what, one, other] in rows(batch.planned, batch.done)" :key="what">
                <th scope="row">{{ what }}</th>
                <td>{{ one }}</td>
                <td>{{ other }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="batch.reading">
            Read <strong>pH {{ ph(batch.reading.value) }}</strong
            >, somewhere from {{ range(batch.reading) }} <em class="quiet">measured</em>
          </p>
          <p v-if="batch.comparison" class="says">{{ batch.comparison }}</p>
          <p v-if="batch.read_again" class="says">{{ batch.read_again }}</p>
          <p v-if="batch.yield_says" class="says">{{ batch.yield_says }}</p>
          <p v-if="batch.thickness_says" class="says">{{ batch.thickness_says }}</p>
          <h2>Line by line</h2>
          <ul class="lines">
            <li v-for="line in batch.lines" :key="line.id" :class="{ off: off.has(line.id) }">
              <strong>{{ line.name }}</strong>
              planned {{ line.says }} ({{ grams(line.grams) }})<template v-if="line.left_out"
                >, left out</template
              >
              <PourList :batch="batch" :pours="line.pours" />
            </li>
            <li v-if="batch.besides.length">
              <strong>Besides</strong>
              <PourList :batch="batch" :pours="batch.besides" />
            </li>
          </ul>
          <ul v-if="batch.off.length" class="lines">
            <li v-for="one in batch.off" :key="one.line">{{ one.says }}</li>
          </ul>
          <h2>Step by step</h2>
          <ol class="steps">
            <li
              v-for="step in batch.steps"
              :key="step.place"
              :class="{ done: step.place < batch.step || batch.finished_at }"
            >
              {{ step.says }} <span class="quiet">{{ took(step) }}</span>
            </li>
          </ol>
        </section>
        <aside>
          <h2>In stock</h2>
          <p v-if="!batch.containers.length" class="quiet">It was not filled into anything yet.</p>
          <ul class="bare">
            <ContainerRow v-for="one in batch.containers" :key="one.id" :container="one" bare />
          </ul>
          <details
            v-if="batch.left >= 1"
            @toggle="filling = ($event.target as HTMLDetailsElement).open"
          >
            <summary>
              {{ batch.containers.length ? "Fill what is left" : "Fill it into something" }}
            </summary>
            <PortionStep v-if="filling" :batch="batch" :listed="false" />
          </details>
          <template v-if="batch.heads.length">
            <h2>For whom</h2>
            <ForWhom :heads="batch.heads" />
          </template>
          <template v-if="batch.washes.length">
            <h2>Washes with it</h2>
            <ul>
              <li v-for="one in batch.washes" :key="one.id">
                <RouterLink :to="`/heads/${one.head}/washes`">{{ one.name }}</RouterLink>,
                {{ when(one.at) }}<template v-if="one.answer">: {{ one.answer }}</template
                ><template v-if="one.feel.length">, {{ one.feel.join(", ") }}</template>
              </li>
            </ul>
          </template>
          <h2>Its name, and a note</h2>
          <form class="grid gap-2 justify-items-start" @submit.prevent="keepNote">
            <TextField v-model="called" label="What it is called" :error="errors['name']" />
            <TextField
              v-model="typed"
              label="What to remember of it"
              :rows="3"
              :error="errors['note'] ?? errors['version'] ?? trouble"
            />
            <Button
              type="submit"
              label="Keep"
              variant="outlined"
              :disabled="note === null && name === null"
            />
          </form>
          <h2>Photos</h2>
          <div class="flex flex-wrap gap-3">
            <figure v-for="one in batch.photos" :key="one.id" class="m-0 grid">
              <a :href="one.url" target="_blank" rel="noopener"
                ><img :src="one.url" :alt="`A photo of ${batch.name}`" loading="lazy"
              /></a>
              <button type="button" class="act" @click="removePhoto.mutate(one.id)">
                Delete for ever
              </button>
            </figure>
          </div>
          <label class="act">
            Add a photo
            <input type="file" accept="image/*" class="unseen" @change="photo" />
          </label>
          <p v-if="noPhoto['picture']" class="trouble" role="alert">{{ noPhoto["picture"] }}</p>
          <details v-if="batch.cautions.length">
            <summary>Cautions</summary>
            <CautionList :cautions="batch.cautions" />
          </details>
          <StripLink :batch="id" />
          <p>
            <a :href="`/api/make/batches/${id}/card`" target="_blank" rel="noopener"
              >A card of it</a
            >
          </p>
        </aside>
      </div>
    </template>
  </main>
</template>

<style scoped>
h2 {
  margin: 20px 0 8px;
}

h2:first-child {
  margin-top: 0;
}

table {
  border-collapse: collapse;
  width: 100%;
}

th,
td {
  text-align: left;
  padding: 6px 16px 6px 0;
  border-bottom: 1px solid var(--hairline);
  vertical-align: top;
}

.says {
  border-left: 4px solid var(--throat);
  padding-left: 12px;
  margin-top: 8px;
}

.bare,
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}

.lines > li {
  padding: 4px 0 4px 12px;
  border-left: 4px solid var(--hairline);
  margin-bottom: 4px;
}

.lines > .off {
  border-color: var(--throat);
}

.steps li {
  color: var(--stem);
}

.steps .done {
  color: var(--ink);
}

form > :not(button) {
  width: 100%;
}

img {
  width: 140px;
  height: 105px;
  object-fit: cover;
  border-radius: 4px 14px 14px 14px;
}
</style>
