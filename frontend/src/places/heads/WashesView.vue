<script setup lang="ts">
/** How it went: washes and their outcomes, what the head's own factors are, and its history. */
import Button from "primevue/button";
import { defineAsyncComponent, ref } from "vue";
import type { Head, Questions, Wash } from "@/api/types";
import { useChangeWash, useHistory, useRestore, useTakeOut } from "@/api/heads";
import { useShortcuts } from "@/app/shortcuts";
import { tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { said } from "@/parts/ph";
import { when } from "@/parts/when";
import CorrectWash from "./CorrectWash.vue";
import ModelPanel from "./ModelPanel.vue";
import WashForm from "./WashForm.vue";

/** The charts come with their library only when they are looked at. */
const HistoryCharts = defineAsyncComponent(() => import("./HistoryCharts.vue"));

const { head } = defineProps<{ head: Head; questions: Questions }>();
const history = useHistory(() => head.id);
const change = useChangeWash();
const takeOut = useTakeOut();
const restore = useRestore();
const adding = ref(false);
const correcting = ref<number | null>(null);

/** The version that a wash is shown at, also once it was changed. */
const now = (wash: Wash): number =>
  head.washes.find((one) => one.id === wash.id)?.version ?? wash.version;

function went(wash: Wash, answer: string): void {
  const before = wash.answer;
  const say = (word: string | null) =>
    change.mutateAsync({ id: head.id, wash: wash.id, body: { version: now(wash), answer: word } });
  void tellOf(
    "Taken into account.",
    () => say(answer === before ? null : answer),
    () => say(before),
  );
}

function counts(wash: Wash): void {
  const set = (on: boolean) =>
    change.mutateAsync({ id: head.id, wash: wash.id, body: { version: now(wash), counts: on } });
  void tellOf(
    wash.counts ? "Not learnt from." : "Learnt from again.",
    () => set(!wash.counts),
    () => set(wash.counts),
  );
}

/** What was pressed by mistake is struck out: what it bars is open again. */
function mistaken(wash: Wash, key: string): void {
  const before = wash.amiss.map((one) => one.key);
  const set = (feel: string[]) =>
    change.mutateAsync({ id: head.id, wash: wash.id, body: { version: now(wash), feel } });
  void tellOf(
    "Struck out.",
    () => set(before.filter((one) => one !== key)),
    () => set(before),
  );
}

function drop(wash: Wash): void {
  const entry = { id: head.id, kind: "washes" as const, entry: wash.id };
  void tellOf(
    "The wash is out.",
    () => takeOut.mutateAsync(entry),
    () => restore.mutateAsync(entry),
  );
}

useShortcuts([{ key: "n", does: "Record a wash", run: () => (adding.value = true) }]);
</script>

<template>
  <div class="washes">
    <section aria-label="Washes" class="list">
      <div class="flex justify-between items-center gap-4 mb-2">
        <h2>Washes</h2>
        <Button v-if="!adding" label="Record a wash" @click="adding = true" />
      </div>
      <WashForm v-if="adding" :head="head" :questions="questions" @done="adding = false" />
      <p v-if="head.washes.length === 0" class="quiet">
        No wash yet. Put the next one down with how it went, and the answers begin to fit this head.
      </p>
      <ul class="list-none mx-0 mt-3 mb-0 p-0">
        <li
          v-for="wash in head.washes"
          :key="wash.id"
          class="grid gap-0.5 px-0 py-2.5 border-t border-hairline"
          :class="{ out: !wash.counts }"
        >
          <p class="quiet small">{{ when(wash.at) }}</p>
          <p>
            <strong>{{ wash.name }}</strong><template v-if="wash.grams !== null"
              >, {{ said(wash.grams) }} g</template
            ><template v-if="wash.strength !== 1"
              >, {{ said(wash.strength) }} times as strong</template
            ><template v-if="wash.minutes !== null">, {{ said(wash.minutes) }} min</template>
          </p>
          <p v-if="wash.as_done" class="quiet">{{ wash.as_done }}</p>
          <p v-for="one in wash.amiss" :key="one.key" class="amiss">
            {{ one.name }}.
            <button type="button" class="act" @click="mistaken(wash, one.key)">
              That was a mistake<span class="unseen">: {{ one.name }}</span>
            </button>
          </p>
          <p v-if="wash.note" class="quiet">{{ wash.note }}</p>
          <div
            v-if="wash.judged"
            class="went flex flex-wrap gap-1.5 mt-0.5"
            role="group"
            aria-label="How it went"
          >
            <button
              v-for="word in questions.outcomes"
              :key="word"
              type="button"
              :aria-pressed="wash.answer === word"
              @click="went(wash, word)"
            >
              {{ word }}
            </button>
          </div>
          <p v-if="wash.learnt" class="quiet small">{{ wash.learnt }}</p>
          <p class="row text-sm">
            <button v-if="wash.judged" type="button" class="act" @click="counts(wash)">
              {{ wash.counts ? "Don’t learn from this one" : "Learn from this one" }}
            </button>
            <RouterLink v-if="wash.planned" class="act" :to="`/wash/planned/${wash.planned}/how`"
              >How it went</RouterLink
            >
            <button type="button" class="act" @click="correcting = wash.id">Correct it</button>
            <button type="button" class="act" @click="drop(wash)">Remove</button>
          </p>
          <CorrectWash
            v-if="correcting === wash.id"
            :head="head"
            :wash="wash"
            @done="correcting = null"
          />
        </li>
      </ul>
    </section>
    <aside class="grid gap-8">
      <ModelPanel :head="head" />
      <section aria-label="History">
        <h2>Over time</h2>
        <LoadState
          v-if="history.error.value || !history.data.value"
          :error="history.error.value"
          @again="history.refetch()"
        />
        <HistoryCharts v-else :history="history.data.value" :head="head.id" />
      </section>
    </aside>
  </div>
</template>

<style scoped>
.washes {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 48px;
  align-items: start;
}

.out {
  color: var(--stem);
}

.went button {
  border: 1px solid var(--stem);
  border-radius: 4px 12px 12px 12px;
  padding: 3px 10px;
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: 0.9375rem;
  cursor: pointer;
}

.went [aria-pressed="true"] {
  border-color: var(--vein);
  background: var(--vein);
  color: var(--on-vein);
}

aside section {
  display: grid;
  gap: 12px;
}

@media (max-width: 1000px) {
  .washes {
    grid-template-columns: minmax(0, 1fr);
  }
}

.amiss {
  color: var(--madder);
}
</style>
