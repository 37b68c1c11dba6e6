<script setup lang="ts">
/** The quick hair tests: each guided, its results kept, and what they all say of the record. */
import { computed, ref, useTemplateRef } from "vue";
import type { Head, LittleTest, Questions } from "@/api/types";
import { useLittleTest, useTakeOut } from "@/api/heads";
import { useShortcuts } from "@/app/shortcuts";
import { tell } from "@/app/undo";
import { useTrouble } from "@/parts/trouble";
import { ago } from "@/parts/when";
import WaitClock from "./WaitClock.vue";

const { head, questions } = defineProps<{ head: Head; questions: Questions }>();
const keep = useLittleTest();
const takeOut = useTakeOut();
const { trouble } = useTrouble(keep.error);
const open = ref<string | null>(null);
const clock = useTemplateRef<{ toggle: () => void }[]>("clock");

const groups = computed(() => {
  const asked = [...new Set(questions.little_tests.map((test) => test.question))];
  return asked.map((key) => {
    const question = questions.questions.find((one) => one.key === key);
    return {
      key,
      ask: question?.ask ?? key,
      recorded: question?.choices.find((choice) => choice.key === head.answers[key])?.name ?? "",
      belief: head.beliefs.find((one) => one.question === key),
      tests: questions.little_tests.filter((test) => test.question === key),
    };
  });
});
const result = (test: LittleTest) => head.results.find((one) => one.test === test.key);
const outcome = (test: LittleTest) =>
  test.outcomes.find((one) => one.key === result(test)?.outcome)?.name;

async function saw(test: LittleTest, key: string): Promise<void> {
  const kept = await keep
    .mutateAsync({ id: head.id, body: { test: test.key, outcome: key, take: true } })
    .catch(() => null);
  if (!kept) return;
  if (open.value === test.key) open.value = null;
  const belief = kept.head.beliefs.find((one) => one.question === test.question);
  const entry = { id: head.id, kind: "little-tests" as const, entry: kept.id };
  tell(`The record now says: ${belief?.says ?? ""}.`, () => takeOut.mutateAsync(entry));
}

useShortcuts([{ key: "t", does: "Start or stop the wait", run: () => clock.value?.[0]?.toggle() }]);
</script>

<template>
  <div class="grid gap-5 max-w-205">
    <p class="quiet">
      None is needed. Each takes a few minutes and makes the answers narrower. Results of both
      schools are kept.
    </p>
    <section
      v-for="group in groups"
      :key="group.key"
      class="grid gap-2 pt-3 border-t border-hairline"
      :aria-label="group.ask"
    >
      <div class="flex flex-wrap gap-x-4 gap-y-0.5 items-baseline">
        <h2>{{ group.ask }}: {{ group.recorded }}</h2>
        <p v-if="group.belief" :class="{ quiet: group.belief.recorded }">
          The tests say {{ group.belief.says }}. <em class="quiet">computed</em>
          <template v-if="!group.belief.recorded"> The record says otherwise.</template>
        </p>
        <p v-else class="quiet">By eye; not tested.</p>
      </div>
      <article v-for="test in group.tests" :key="test.key" class="grid gap-1 pl-4">
        <button
          type="button"
          class="title"
          :aria-expanded="open === test.key"
          @click="open = open === test.key ? null : test.key"
        >
          {{ test.name }}
          <span v-if="test.school" class="quiet">· {{ test.school }}</span>
        </button>
        <p v-if="result(test)" class="quiet">
          {{ outcome(test) }}, {{ ago(result(test)!.at) }}. <em>measured</em>
        </p>
        <div v-if="open === test.key" class="grid gap-2 px-5 py-3 bg-paper rounded-leaf-20">
          <p>You need {{ test.needs }}.</p>
          <ol class="m-0 pl-5">
            <li v-for="step in test.steps" :key="step">{{ step }}</li>
          </ol>
          <WaitClock v-if="test.seconds" ref="clock" :seconds="test.seconds" />
          <p>
            <strong>{{ test.asks.endsWith("?") ? test.asks : `${test.asks} …` }}</strong>
          </p>
          <div class="row" role="group" :aria-label="test.asks">
            <button
              v-for="one in test.outcomes"
              :key="one.key"
              type="button"
              class="outcome"
              :disabled="keep.isPending.value"
              @click="saw(test, one.key)"
            >
              {{ one.name }}
            </button>
          </div>
          <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
          <p class="quiet small">From: {{ test.source }}.</p>
        </div>
      </article>
    </section>
  </div>
</template>

<style scoped>
.title {
  justify-self: start;
  border: 0;
  background: none;
  padding: 4px 0;
  font: 700 1rem var(--sans);
  color: var(--vein);
  cursor: pointer;
  text-align: left;
}

.title .quiet {
  font-weight: 400;
}

.outcome {
  border: 1px solid var(--vein);
  border-radius: 4px 14px 14px 14px;
  padding: 8px 16px;
  background: none;
  color: var(--vein);
  font: inherit;
  cursor: pointer;
}
</style>
