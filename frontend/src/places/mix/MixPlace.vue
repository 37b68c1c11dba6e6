<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from "vue";
import { watchDebounced } from "@vueuse/core";
import { useRouter } from "vue-router";
import { Problem } from "@/api/client";
import type { Mix, Route, SpoonVersion } from "@/api/types";
import { useAsks, useHeads } from "@/api/heads";
import { useBeginEntry } from "@/api/journal";
import { useChoices, useMix, useWays } from "@/api/mix";
import { useAtHand, useSupplies, useVessels } from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import GlanceLink from "@/parts/GlanceLink.vue";
import LoadState from "@/parts/LoadState.vue";
import MeasuringJug from "@/parts/MeasuringJug.vue";
import MixCurve from "@/parts/MixCurve.vue";
import { ph, range } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import AnswerPanel from "./AnswerPanel.vue";
import ChainPanel from "./ChainPanel.vue";
import FamiliarRatios from "./FamiliarRatios.vue";
import type { Passed } from "@/parts/passed";
import { linesFrom } from "./lines";
import { useQuestion } from "./question";
import QuestionForm from "./QuestionForm.vue";
import RouteList from "./RouteList.vue";
import SodaPanel from "./SodaPanel.vue";
import { plain } from "@/parts/typed";

const router = useRouter();
const atHand = useAtHand();
const choices = useChoices();
const heads = useHeads();
const vessels = useVessels();
const busy = ref(false);
const { question, settled, wanted, begin: beginWith } = useQuestion(busy);
const keys = computed(() => [
  ...new Set([...question.lines.map((line) => line.supply_key), ...(wanted ? [wanted] : [])]),
]);
const supplies = useSupplies(keys);
/** Any tap and any white vinegar: a jug can be drawn before anything stands on the shelf. */
const ANYBODYS = ["class-unknown", "lib-spirit_vinegar"];
const anybodys = useSupplies(ANYBODYS);
const mix = useMix(settled);
watch(mix.isFetching, (now) => (busy.value = now), { flush: "sync" });
const asks = useAsks(() => question.head);
const begin = useBeginEntry();

const stopWaiting = watch(
  [
    ...[atHand.data, anybodys.data, heads.data, supplies.data],
    ...[atHand.isFetching, supplies.isFetching, heads.isFetching],
  ] as const,
  ([things, plain, people, known, ...looking]) => {
    if (!things || !plain || !people || (keys.value.length > 0 && !known)) return;
    if (looking.some(Boolean)) return; // what is remembered of shelf and heads may be out of date
    beginWith(
      things,
      plain,
      known ?? [],
      people.map((head) => head.id),
    );
    queueMicrotask(() => stopWaiting());
  },
  { immediate: true },
);

const { failed, again } = useWaiting(atHand, anybodys, choices, heads, vessels);
const guessed = computed(() => question.lines.some((line) => ANYBODYS.includes(line.supply_key)));
const problem = computed(() => mix.error.value);
const { errors, trouble } = useTrouble(problem);

/** The last good answer stays in view, dimmed, while the question cannot be answered. */
const last = ref<Mix>();
watch(mix.data, (answer) => {
  if (answer) last.value = answer;
});
const known = computed(() => [...(supplies.data.value ?? []), ...(atHand.data.value ?? [])]);

/** The rest of the answer follows once the hand rests. */
const RESTED_MS = 300;
const rested = ref(false);
watch(settled, () => (rested.value = false));
watchDebounced(settled, () => (rested.value = true), { debounce: RESTED_MS });
const ways = useWays(settled, () => rested.value && !busy.value && !problem.value);

/** The aim as it stands on the worktop now, ahead of the answer to it. */
const aim = computed(() => {
  const typed = Number(question.aim.replace(",", "."));
  return question.aim.trim() && Number.isFinite(typed) ? typed : null;
});
const aimAt = (value: number) => (question.aim = plain(value));

function take(route: Route): void {
  question.lines = linesFrom(route.lines);
}

/** Every line as the spoon makes it. */
function spoon(version: SpoonVersion): void {
  question.lines = linesFrom(
    version.spoonfuls.map((one) => ({
      supply_key: one.key,
      how: "amount" as const,
      amount: one.said_amount,
      unit: one.said_unit,
    })),
  );
}

const refused = computed(() => {
  const error = begin.error.value;
  if (!error) return "";
  return error instanceof Problem ? error.detail || error.message : error.message;
});

async function pour(passed: Passed): Promise<void> {
  if (!settled.value || begin.isPending.value) return;
  const entry = await begin
    .mutateAsync({ rinse: settled.value, who: "", ...passed })
    .catch(() => null);
  if (entry) await router.push(`/journal/${entry.id}/pour`);
}

const side = useTemplateRef("side");
const chained = ref(false);

useShortcuts([{ key: "n", does: "Add something", run: () => void router.push("/shelf?new=lot") }]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Mix a jug</h1>
    </header>
    <LoadState
      v-if="
        failed ||
        !choices.data.value ||
        !atHand.data.value ||
        !heads.data.value ||
        !vessels.data.value
      "
      :error="failed"
      @again="again"
    />
    <template v-else>
      <p v-if="guessed" class="mb-3 border-l-4 border-throat pl-3">
        This is anybody’s tap and vinegar, so the range is wide.
        <RouterLink to="/shelf">Add yours</RouterLink> and it narrows.
      </p>
      <div class="mix beside grid-cols-[minmax(0,1.5fr)_minmax(380px,1fr)]">
        <div class="worktop gap-3.5">
          <QuestionForm
            v-model="question"
            :known="known"
            :answer="last"
            :heads="heads.data.value"
            :vessels="vessels.data.value"
            :asks="asks.data.value"
            :choices="choices.data.value"
            :errors="errors"
          />
          <template v-if="last">
            <section :class="{ stale: problem }" aria-label="The jug" class="jug">
              <MeasuringJug :jug="last.jug" :pours="last.pours" />
            </section>
            <section v-if="last.curve" :class="{ stale: problem }" class="part grid gap-2">
              <h2>As more goes in</h2>
              <MixCurve
                :curve="last.curve"
                :aim="aim ?? last.aim ?? last.ph.value"
                :amount="last.amount"
                :current="last.ph.value"
                @aim="aimAt"
              />
            </section>
            <section
              v-if="last.familiar.length"
              :class="{ stale: problem }"
              class="part grid gap-2"
            >
              <h2>What the usual ratios really give here</h2>
              <FamiliarRatios :familiar="last.familiar" />
            </section>
          </template>
        </div>
        <GlanceLink v-if="last" id="reading" :target="side" :class="{ stale: problem }">
          pH <strong>{{ ph(last.ph.value) }}</strong> likely {{ range(last.ph) }}
        </GlanceLink>
        <div id="reading" ref="side" class="side">
          <LoadState v-if="trouble" :error="problem" @again="mix.refetch()" />
          <LoadState v-else-if="!last && !problem && settled" />
          <AnswerPanel
            v-if="last"
            :mix="last"
            :ways="ways.data.value"
            :aim="aim"
            :choices="choices.data.value"
            :stale="Boolean(problem)"
            :busy="begin.isPending.value || Boolean(problem)"
            :trouble="refused"
            :head="question.head"
            :stricter="asks.data.value?.stricter ?? []"
            :asked="asks.data.value?.rinse.kind === 'acid' ? asks.data.value.rinse.ph : null"
            @aim="aimAt"
            @pour="pour"
            @spoon="spoon"
          />
        </div>
      </div>
      <section v-if="last?.soda" :class="['below', { stale: problem }]">
        <SodaPanel :soda="last.soda" />
      </section>
      <section v-if="ways.data.value?.routes.length" :class="['below', { stale: problem }]">
        <h2>Three ways to pH {{ ph(aim ?? 0) }}</h2>
        <RouteList
          :routes="ways.data.value.routes"
          :currency="last?.currency ?? ''"
          @take="take"
          @spoon="$event.spoons && spoon($event.spoons)"
        />
      </section>
      <details
        v-if="last && settled"
        :open="Boolean(last.soda) || undefined"
        class="below"
        @toggle="chained = ($event.target as HTMLDetailsElement).open"
      >
        <summary><h2>Several pours in a row</h2></summary>
        <ChainPanel v-if="chained" :ask="settled" :mix="last" :at-hand="atHand.data.value" />
      </details>
    </template>
  </main>
</template>

<style scoped>
.part:last-child {
  margin-top: 16px;
}

.below {
  margin-top: 36px;
  display: grid;
  gap: 12px;
}

.below summary {
  cursor: pointer;
  color: var(--vein);
}

.below summary h2 {
  display: inline;
  color: var(--ink);
}

@media (max-width: 1099px) {
  .worktop > :first-child {
    order: 1;
  }

  .jug {
    order: 2;
  }

  .side {
    order: 3;
  }

  .part {
    order: 4;
  }
}
</style>
