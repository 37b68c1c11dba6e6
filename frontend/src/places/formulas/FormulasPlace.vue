<script setup lang="ts">
/** Formulas: the household's own, those that suit a head, and where to begin a new one. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { FormulaNew } from "@/api/types";
import { useAddFormula, useBench, useBringFormula, useFormulas } from "@/api/formulas";
import { useHeads } from "@/api/heads";
import { useShortcuts } from "@/app/shortcuts";
import { tell } from "@/app/undo";
import DraftNote from "@/parts/DraftNote.vue";
import { useTyped } from "@/parts/edit";
import HeadSelect from "@/parts/HeadSelect.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, range } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import { ago } from "@/parts/when";
import MatchList from "./MatchList.vue";

const FEWEST = 2;
const MOST = 3;

const route = useRoute();
const router = useRouter();
const find = ref("");
const family = ref("");
const bench = useBench();
const heads = useHeads();
const formulas = useFormulas(find, family);
const add = useAddFormula();
const bring = useBringFormula();
const { failed, loaded, again } = useWaiting(bench, heads, formulas);
const beginning = ref("new" in route.query);
const bringing = ref(false);
const recipe = useTyped("recipe /formulas", () => ({ text: "" }));
const asked = Number(route.query["head"]);
const head = ref<number | null>(Number.isFinite(asked) && asked > 0 ? asked : null);
const picked = ref<number[]>([]);
const { errors: refused, trouble } = useTrouble(bring.error);

const rows = computed(() => formulas.data.value?.formulas ?? []);
const families = computed(() => [
  { key: "", name: "every family" },
  ...(bench.data.value?.families ?? []),
]);
const starts = computed(() =>
  (bench.data.value?.families ?? [])
    .map((one) => ({
      ...one,
      starts: bench.data.value?.starts.filter((start) => start.family === one.key) ?? [],
    }))
    .filter((one) => one.starts.length),
);
const shown = computed(() => beginning.value || formulas.data.value?.there_are === 0);

async function begin(entered: Partial<FormulaNew>): Promise<void> {
  const made = await add.mutateAsync(entered).catch((error: Error) => {
    tell(error.message);
    return null;
  });
  if (made) await router.push({ path: `/formulas/${made.id}`, query: onHead.value });
}
const onHead = computed(() => (head.value === null ? {} : { head: String(head.value) }));

/** What of a text was not taken in stays in the field; what was leads to its formula. */
async function takeIn(): Promise<void> {
  const found = await bring.mutateAsync(recipe.entered.text).catch(() => null);
  if (!found) return;
  if (found.rest) recipe.entered.text = found.rest;
  else recipe.startOver();
  for (const says of [found.says, ...found.notices]) if (says) tell(says);
  await router.push(`/formulas/${found.formula.id}`);
}

async function file(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0];
  if (chosen) recipe.entered.text = await chosen.text();
}

useShortcuts([{ key: "n", does: "A new formula", run: () => (beginning.value = true) }]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Formulas</h1>
    </header>
    <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
    <template v-else>
      <div class="row bar mb-3">
        <InputText
          v-model="find"
          aria-label="Find a formula"
          placeholder="By its name, or anything in it"
          class="find"
        />
        <Select
          v-model="family"
          :options="families"
          option-label="name"
          option-value="key"
          placeholder="every family"
          aria-label="Of which family"
        />
        <HeadSelect
          v-if="heads.data.value!.length"
          v-model="head"
          :heads="heads.data.value!"
          nobody="For anyone"
          label="What suits whom"
        />
        <Button
          :label="beginning ? 'Cancel' : 'A new formula'"
          :variant="beginning ? 'text' : 'outlined'"
          @click="beginning = !beginning"
        />
        <button type="button" class="act p-0" @click="bringing = !bringing">Import a recipe</button>
      </div>
      <form v-if="bringing" class="grid gap-2 mb-4" @submit.prevent="takeIn">
        <DraftNote :edit="recipe" />
        <TextField
          v-model="recipe.entered.text"
          label="A recipe as it was told or stands on paper, or the file or page that carries it (JSON-LD)"
          :rows="8"
          :error="refused['text'] ?? trouble"
          hint="In any order: what goes in, what is done with it, how long it stays on. What is not known here is asked about."
        />
        <div class="row">
          <input
            type="file"
            aria-label="A recipe file"
            accept=".json,.jsonld,.html,.htm"
            @change="file"
          />
          <Button type="submit" label="Import" :disabled="bring.isPending.value" />
        </div>
      </form>
      <section v-if="shown" aria-labelledby="starts" class="starts mb-6">
        <h2 id="starts">Where to begin</h2>
        <ul>
          <li v-for="one in starts" :key="one.key">
            <h3>{{ one.name }}</h3>
            <p class="quiet small">{{ one.made_of }}</p>
            <p v-for="start in one.starts" :key="start.key">
              <button type="button" class="act p-0" @click="begin({ start: start.key })">
                {{ start.name }}
              </button>
              <span class="small about ml-2">{{ start.about }}</span>
            </p>
            <button type="button" class="act small p-0" @click="begin({ family: one.key })">
              Blank
            </button>
          </li>
        </ul>
      </section>
      <MatchList
        v-if="head !== null"
        :head="head"
        :name="heads.data.value!.find((one) => one.id === head)?.name ?? ''"
        @begin="begin({ start: $event })"
      />
      <template v-else>
        <p v-if="!rows.length && formulas.data.value!.there_are" class="quiet">
          Nothing here goes by “{{ find }}”.
        </p>
        <div v-if="picked.length >= FEWEST" class="row">
          <RouterLink :to="`/formulas/compare?which=${picked.join(',')}`">
            Put these {{ picked.length }} side by side
          </RouterLink>
        </div>
        <ul class="rows list-none m-0 p-0">
          <li v-for="one in rows" :key="one.id">
            <input
              v-model="picked"
              type="checkbox"
              :value="one.id"
              :aria-label="`Put ${one.name} side by side`"
              :disabled="picked.length >= MOST && !picked.includes(one.id)"
            />
            <div>
              <h3>
                <RouterLink :to="`/formulas/${one.id}`">{{ one.name }}</RouterLink>
              </h3>
              <p>{{ one.family_name }} · {{ one.lines || "nothing in it yet" }}</p>
              <p v-if="one.about" class="quiet small">{{ one.about }}</p>
            </div>
            <p class="figures grid justify-items-end">
              <span v-if="one.ph"
                ><strong>pH {{ ph(one.ph.value) }}</strong
                >, likely {{ range(one.ph) }}</span
              >
              <span>{{ one.grade }}</span>
              <span class="quiet small">{{ ago(one.changed_at) }}</span>
            </p>
          </li>
        </ul>
        <p v-if="formulas.data.value!.found > rows.length" class="quiet">
          {{ formulas.data.value!.found - rows.length }} more: find them by a name in them.
        </p>
      </template>
    </template>
  </main>
</template>

<style scoped>
.find {
  flex: 1;
  min-width: 220px;
}

.starts ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
  gap: 16px 32px;
}

.starts li {
  border-top: 1px solid var(--hairline);
  padding-top: 8px;
}

.rows li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: start;
  padding: 12px 0;
  border-top: 1px solid var(--hairline);
}

.rows input {
  margin-top: 7px;
}
</style>
