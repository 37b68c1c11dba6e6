<script setup lang="ts">
/** Making: one step at a time, large, for wet hands. Where it stands is the server's: any window shows it. */
import { computed, nextTick, useTemplateRef, watch } from "vue";
import { useRouter } from "vue-router";
import type { BatchChange } from "@/api/types";
import { useBatch, useChangeBatch } from "@/api/make";
import { useShortcuts } from "@/app/shortcuts";
import { tell } from "@/app/undo";
import FlowTest from "@/parts/FlowTest.vue";
import CautionList from "@/parts/CautionList.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, range } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import { useAwake } from "@/parts/wakeLock";
import CheckStep from "./CheckStep.vue";
import CoolPanel from "./CoolPanel.vue";
import GatherStep from "./GatherStep.vue";
import PortionStep from "./PortionStep.vue";
import StepCautions from "./StepCautions.vue";
import StepMenu from "./StepMenu.vue";
import WaitStep from "./WaitStep.vue";
import WeighStep from "./WeighStep.vue";

const { id } = defineProps<{ id: number }>();
const router = useRouter();
const { data: batch, error, refetch } = useBatch(() => id, true);
// A jug is poured step by step on its own page.
watch(
  () => batch.value?.of === "jug",
  (jug) => jug && void router.replace(`/journal/${id}/pour`),
  { immediate: true },
);
const change = useChangeBatch();
const { errors, trouble } = useTrouble(change.error);
const next = useTemplateRef<HTMLButtonElement>("next");

const steps = computed(() => batch.value?.steps ?? []);
const at = computed(() => Math.min(batch.value?.step ?? 0, steps.value.length - 1));
const step = computed(() => steps.value[at.value]);
const isLast = computed(() => at.value === steps.value.length - 1);
const open = computed(() =>
  (step.value?.cautions ?? []).some((one) => one.level === "stop" && !one.confirmed),
);
/** Nothing is begun over a stop: one that stands here came with what was really poured. */
const grave = computed(() => batch.value?.cautions.filter((one) => one.level === "stop") ?? []);
const made = computed(() => batch.value?.done);
watch(at, () => {
  change.reset();
  void nextTick(() => next.value?.focus({ preventScroll: true }));
  window.scrollTo({ top: 0 });
});

async function save(body: Omit<BatchChange, "version">): Promise<boolean> {
  const version = batch.value?.version ?? 0;
  return change.mutateAsync({ id, body: { ...body, version } }).then(
    () => true,
    () => false,
  );
}

async function go(to: number): Promise<void> {
  if (to < steps.value.length) {
    await save({ step: to });
    return;
  }
  if (!(await save({ finished: true }))) return;
  tell(`${batch.value?.name} is made.`, () => save({ finished: false }));
  await router.replace(`/make/${id}`);
}

const confirm = (caution: string) => save({ confirmed: [`${at.value}:${caution}`] });
const accept = async () => {
  const confirmed = grave.value.map((one) => `made:${one.id}`);
  if (await save({ confirmed })) await go(at.value + 1);
};

useAwake();
useShortcuts([
  { key: "ArrowRight", does: "The next step", run: () => void go(at.value + 1) },
  { key: "ArrowLeft", does: "One step back", run: () => void (at.value > 0 && go(at.value - 1)) },
]);
</script>

<template>
  <main class="basin">
    <LoadState v-if="error || !batch" :error="error" @again="refetch()" />
    <p v-if="error"><RouterLink to="/make">Back to Make</RouterLink></p>
    <template v-if="batch && step">
      <div class="flex justify-between gap-4 items-baseline">
        <p class="quiet">{{ batch.name }} · step {{ at + 1 }} of {{ steps.length }}</p>
        <StepMenu :batch="batch" :at="at" @go="go" />
      </div>
      <div class="progress flex gap-1" aria-hidden="true">
        <span v-for="(_, i) in steps" :key="i" :class="{ done: i <= at }" />
      </div>
      <div class="step">
        <h1>{{ step.says }}</h1>
        <p v-if="step.how" class="text-xl mt-1.5">{{ step.how }}</p>
        <p v-if="step.note" class="text-xl mt-1.5">{{ step.note }}</p>
      </div>
      <StepCautions :cautions="step.cautions" @confirm="confirm" />
      <GatherStep v-if="step.act === 'gather'" :batch="batch" />
      <WeighStep v-else-if="step.act === 'weigh'" :key="at" :batch="batch" :step="step" />
      <CheckStep v-else-if="step.act === 'check'" :batch="batch" />
      <PortionStep v-else-if="step.act === 'portion'" :batch="batch" />
      <WaitStep
        v-else
        :key="`wait ${at}`"
        :batch="batch"
        :step="step"
        :waits="step.act === 'wait' || step.act === 'cool'"
      />
      <CoolPanel
        v-if="batch.cooling && step.act !== 'weigh' && step.act !== 'wait'"
        :batch="batch"
        :cooling="batch.cooling"
      />
      <p v-if="made && step.act !== 'gather'" class="now border-l-4 border-leaf pl-3" role="status">
        <template v-if="made.trouble">{{ made.trouble }}</template>
        <template v-else>
          As it is now:
          <strong v-if="made.ph">pH {{ ph(made.ph.value) }}</strong>
          <template v-if="made.ph"> (likely {{ range(made.ph) }}), </template>
          <template v-if="made.thick">{{ made.thick }}, </template>
          about {{ Math.round(made.makes?.value ?? 0) }} mL.
        </template>
      </p>
      <FlowTest
        v-if="made?.thickness && step.act !== 'gather'"
        :grade="made.thickness"
        :says="`On a spoon: ${made.thick}`"
        class="max-w-40"
      />
      <div v-if="errors['made']" class="grid gap-2">
        <CautionList :cautions="grave" />
        <button type="button" class="act" @click="accept">
          It does not go on anybody’s hair as it is: I put it right, or throw it away. Go on.
        </button>
      </div>
      <p v-if="errors['step'] || errors['version'] || trouble" class="trouble" role="alert">
        {{ errors["step"] ?? errors["version"] ?? trouble }}
      </p>
      <div class="acts mt-auto grid gap-3">
        <button
          ref="next"
          type="button"
          class="next"
          :disabled="open || change.isPending.value"
          @click="go(at + 1)"
        >
          {{ isLast ? "It is made" : "Done, next" }}
        </button>
        <div class="row">
          <button v-if="at > 0" type="button" class="act" @click="go(at - 1)">One step back</button>
          <RouterLink :to="`/make/${id}`" class="act">Details</RouterLink>
          <RouterLink to="/make" class="act">Leave it for now</RouterLink>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.basin {
  flex: 1 0 auto;
  max-width: 760px;
  width: 100%;
  margin: 0 auto;
  padding: 20px 20px 32px;
  display: flex;
  flex-direction: column;
  gap: 18px;
}

.progress span {
  flex: 1;
  height: 6px;
  border-radius: 3px;
  background: var(--hairline);
}

.progress .done {
  background: var(--leaf);
}

.step h1 {
  font-size: clamp(1.5rem, 5vw, 2.25rem);
}

.next {
  border: 0;
  border-radius: 28px 28px 28px 6px;
  min-height: 80px;
  background: var(--throat);
  color: var(--on-throat);
  font: 560 1.625rem var(--serif);
  cursor: pointer;
}

.next:disabled {
  opacity: 0.55;
}

.act {
  padding: 12px 0;
  font-size: 1.0625rem;
  text-align: left;
}

.acts .row {
  justify-content: space-between;
}
</style>
