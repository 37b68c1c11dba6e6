<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { useRouter } from "vue-router";
import { Problem } from "@/api/client";
import { useAsks, useHeads } from "@/api/heads";
import { useBeginEntry, useChoices, useLots, useRinse, useWaters } from "@/api/queries";
import { useShortcuts } from "@/app/shortcuts";
import GlanceLink from "@/parts/GlanceLink.vue";
import LoadState from "@/parts/LoadState.vue";
import MeasuringJug from "@/parts/MeasuringJug.vue";
import MixCurve from "@/parts/MixCurve.vue";
import { ph, range } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import AnswerPanel from "./AnswerPanel.vue";
import FamiliarRatios from "./FamiliarRatios.vue";
import { useQuestion } from "./question";
import QuestionForm from "./QuestionForm.vue";

const router = useRouter();
const lots = useLots();
const waters = useWaters();
const choices = useChoices();
const heads = useHeads();
const { question, settled, begin: beginWith } = useQuestion();
const rinse = useRinse(settled);
const asks = useAsks(() => question.head);
const begin = useBeginEntry();

const stopWaiting = watch(
  [lots.data, waters.data, heads.data],
  ([bottles, sources, people]) => {
    if (!bottles || !sources || !people) return;
    const vinegarsFirst = bottles.toSorted(
      (a, b) => Number(b.kind === "vinegar") - Number(a.kind === "vinegar"),
    );
    beginWith(
      vinegarsFirst.map((lot) => lot.id),
      sources.map((water) => water.id),
      people.map((head) => head.id),
    );
    void nextTick(() => stopWaiting());
  },
  { immediate: true },
);

const waiting = [lots, waters, choices, heads];
const failed = computed(() => waiting.map((query) => query.error.value).find(Boolean) ?? null);
const empty = computed(() => lots.data.value?.length === 0 || waters.data.value?.length === 0);
const problem = computed(() => rinse.error.value);
const { errors, trouble } = useTrouble(problem);

/** The last good answer stays in view, dimmed, while the question cannot be answered. */
const last = ref(rinse.data.value);
watch(rinse.data, (answer) => {
  if (answer) last.value = answer;
});
const acidName = computed(
  () => last.value?.pours.find((pour) => pour.what === "acid")?.name ?? "acid",
);

/** The aim as it stands on the worktop now, ahead of the answer to it. */
const aim = computed(() => {
  const typed = Number(question.aim.replace(",", "."));
  return question.aim.trim() && Number.isFinite(typed) ? typed : (last.value?.aim ?? null);
});
const aimAt = (value: number) => (question.aim = String(value));

const refused = computed(() => {
  const error = begin.error.value;
  if (!error) return "";
  return error instanceof Problem ? error.detail || error.message : error.message;
});

async function pour(stops: string[]): Promise<void> {
  if (!settled.value || begin.isPending.value) return;
  const entry = await begin
    .mutateAsync({ rinse: settled.value, who: "", stops_passed: stops })
    .catch(() => null);
  if (entry) await router.push(`/journal/${entry.id}/pour`);
}

const side = useTemplateRef("side");

useShortcuts([
  { key: "n", does: "Put something on the shelf", run: () => void router.push("/shelf?new=acid") },
]);

function retryAll(): void {
  for (const query of waiting) void query.refetch();
}
</script>

<template>
  <main class="place">
    <header>
      <h1>Mix a rinse</h1>
    </header>
    <LoadState
      v-if="
        failed || !choices.data.value || !lots.data.value || !waters.data.value || !heads.data.value
      "
      :error="failed"
      @again="retryAll"
    />
    <div v-else-if="empty" class="empty">
      <p>A rinse needs an acid and a water, and the shelf is still short of one.</p>
      <RouterLink to="/shelf">Put them on the shelf</RouterLink>
    </div>
    <div v-else class="mix">
      <div class="worktop">
        <QuestionForm
          v-model="question"
          :lots="lots.data.value"
          :waters="waters.data.value"
          :heads="heads.data.value"
          :asks="asks.data.value"
          :choices="choices.data.value"
          :errors="errors"
        />
        <template v-if="last">
          <section :class="{ stale: problem }" aria-label="The jug" class="jug">
            <MeasuringJug :jug="last.jug" :pours="last.pours" />
          </section>
          <section :class="{ stale: problem }" class="part">
            <h2>As more goes in</h2>
            <MixCurve
              :curve="last.curve"
              :aim="aim ?? last.aim"
              :amount="last.acid_amount"
              :current="last.ph.value"
              :acid="acidName"
              @aim="aimAt"
            />
          </section>
          <section :class="{ stale: problem }" class="part">
            <h2>What the usual ratios really give here</h2>
            <FamiliarRatios :familiar="last.familiar" />
          </section>
        </template>
      </div>
      <GlanceLink v-if="last" id="reading" :target="side" :class="{ stale: problem }">
        pH <strong>{{ ph(last.ph.value) }}</strong> likely {{ range(last.ph) }}
      </GlanceLink>
      <div id="reading" ref="side" class="side">
        <LoadState v-if="trouble" :error="problem" @again="rinse.refetch()" />
        <LoadState v-else-if="!last && !problem" />
        <AnswerPanel
          v-if="last"
          :rinse="last"
          :aim="aim ?? last.aim"
          :choices="choices.data.value"
          :stale="Boolean(problem)"
          :busy="begin.isPending.value || Boolean(problem)"
          :trouble="refused"
          :stricter="asks.data.value?.stricter ?? []"
          :asked="asks.data.value?.rinse.kind === 'acid' ? asks.data.value.rinse.ph : null"
          @aim="aimAt"
          @pour="pour"
        />
      </div>
    </div>
  </main>
</template>

<style scoped>
.mix {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(360px, 1fr);
  gap: 40px;
  align-items: start;
}

.worktop {
  display: grid;
  gap: 14px;
  min-width: 0;
}

.part {
  display: grid;
  gap: 8px;
}

.part:last-child {
  margin-top: 16px;
}

.stale {
  opacity: 0.55;
}

.empty {
  display: grid;
  gap: 12px;
}

.side {
  display: grid;
  gap: 16px;
}

@media (min-width: 1100px) {
  .side {
    position: sticky;
    top: 24px;
    max-height: calc(100vh - 40px);
    overflow-y: auto;
    padding-right: 4px;
  }
}

@media (max-width: 1099px) {
  .mix {
    grid-template-columns: minmax(0, 1fr);
  }

  .worktop {
    display: contents;
  }

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
