<script setup lang="ts">
/** One entry: what was poured, predicted and read, and how it felt. */
import Button from "primevue/button";
import { computed } from "vue";
import { useRouter } from "vue-router";
import { useEntry, useRemoveEntry, useRestoreEntry } from "@/api/journal";
import { useChoices } from "@/api/mix";
import { useRestoreLot, useRestoreWater } from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import { tellOf } from "@/app/undo";
import CautionList from "@/parts/CautionList.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, range, said, span } from "@/parts/ph";
import PhRail from "@/parts/PhRail.vue";
import { again } from "./again";
import FeelForm from "./FeelForm.vue";
import PutRight from "./PutRight.vue";
import ReadingForm from "./ReadingForm.vue";
import { when } from "@/parts/when";
import { kindOf } from "@/parts/figures";

const { id } = defineProps<{ id: number }>();
const router = useRouter();
const { data: entry, error, refetch } = useEntry(() => id);
const { data: choices } = useChoices();
const remove = useRemoveEntry();
const restore = useRestoreEntry();
const restoreLot = useRestoreLot();
const restoreWater = useRestoreWater();

const missing = computed(() => {
  const gone = entry.value?.rinse.lines.filter((line) => !line.available) ?? [];
  return gone.map(({ supply_key, name }) => {
    const [where, id] = supply_key.split("-");
    const back = where === "water" ? restoreWater : restoreLot;
    return { name, back: () => back.mutateAsync(Number(id)) };
  });
});

async function takeOut(): Promise<void> {
  const out = await tellOf(
    "The entry is out of the journal.",
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
  if (out) await router.push("/journal");
}

function mixAgain(): void {
  if (entry.value && missing.value.length === 0) void router.push(again(entry.value));
}

useShortcuts([{ key: "n", does: "Mix this again", run: mixAgain }]);
</script>

<template>
  <main class="place">
    <LoadState v-if="error || !entry || !choices" :error="error" @again="refetch()" />
    <p v-if="error" class="after"><RouterLink to="/journal">Back to the journal</RouterLink></p>
    <template v-if="entry && choices">
      <header>
        <div>
          <p class="quiet">
            <RouterLink to="/journal">Journal</RouterLink> · {{ when(entry.made_at) }}
          </p>
          <h1>{{ entry.rinse.name }}</h1>
        </div>
        <div class="row">
          <Button
            v-if="!entry.finished_at"
            label="Go on mixing"
            @click="router.push(`/journal/${id}/pour`)"
          />
          <Button label="Mix it again" :disabled="missing.length > 0" @click="mixAgain" />
          <Button label="Remove" variant="outlined" severity="danger" @click="takeOut" />
        </div>
      </header>
      <p v-for="thing in missing" :key="thing.name" class="missing">
        {{ thing.name }} has left the shelf since.
        <button type="button" @click="thing.back">Put {{ thing.name }} back on the shelf</button>
      </p>
      <div class="entry">
        <section class="story">
          <h2>Poured</h2>
          <ol>
            <li v-for="pour in entry.rinse.pours" :key="pour.name">
              <strong>{{ said(pour.amount) }} {{ pour.unit }}</strong> {{ pour.name }}
              <span v-if="pour.spoons" class="quiet">· {{ pour.spoons }}</span>
            </li>
          </ol>
          <p>
            {{ said(entry.rinse.volume) }} mL,
            {{
              entry.rinse.use === "left_in"
                ? "left in"
                : `rinsed out after ${said(entry.rinse.minutes)} min`
            }}<template v-if="entry.rinse.aim !== null"
              >, aimed at pH {{ ph(entry.rinse.aim) }}</template
            >.
          </p>
          <p v-if="entry.rinse.stops_passed.length" class="text-madder">
            A stop was passed by an adult for their own scalp; it is on record here.
          </p>
          <h2>Predicted and read</h2>
          <p>
            Predicted <strong>pH {{ ph(entry.rinse.predicted.value) }}</strong
            >, likely {{ range(entry.rinse.predicted) }}
            <em class="quiet">{{ kindOf(entry.rinse.predicted) }}</em>
          </p>
          <p v-if="entry.reading">
            Read <strong>pH {{ ph(entry.reading.value) }}</strong
            >, somewhere from
            {{ span(entry.reading.low.toFixed(2), entry.reading.high.toFixed(2)) }}
            <em class="quiet">{{ kindOf(entry.reading) }}</em>
          </p>
          <p v-if="entry.comparison" :class="['comparison', entry.agreement]">
            {{ entry.comparison }}
          </p>
          <p v-if="entry.read_again" class="comparison higher">{{ entry.read_again }}</p>
          <CautionList v-if="entry.reading_cautions.length" :cautions="entry.reading_cautions" />
          <ReadingForm :entry="entry" />
          <PutRight
            v-if="!entry.finished_at && entry.reading && entry.rinse.aim !== null"
            :entry="entry"
          />
          <h2>How it felt</h2>
          <FeelForm :key="entry.id" :entry="entry" />
        </section>
        <aside>
          <PhRail
            :scale="choices"
            :predicted="entry.rinse.predicted"
            :aim="entry.rinse.aim"
            :reading="entry.reading"
          />
          <details v-if="entry.rinse.cautions.length">
            <summary class="cursor-pointer text-vein mb-2">The cautions at the time</summary>
            <CautionList :cautions="entry.rinse.cautions" />
          </details>
        </aside>
      </div>
    </template>
  </main>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: 48px;
}

.story {
  display: grid;
  gap: 12px;
  align-content: start;
}

.story h2 {
  margin-top: 16px;
}

.story h2:first-child {
  margin-top: 0;
}

ol {
  margin: 0;
  padding-left: 20px;
}

.comparison {
  border-left: 4px solid var(--leaf);
  padding-left: 12px;
}

.comparison.higher,
.comparison.lower {
  border-color: var(--throat);
}

.missing,
.after {
  margin-bottom: 16px;
}

.missing button {
  border: 0;
  background: none;
  color: var(--vein);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

aside {
  display: grid;
  gap: 16px;
  align-content: start;
}

@media (max-width: 900px) {
  .entry {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
</style>
