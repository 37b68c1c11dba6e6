<script setup lang="ts">
/** At the basin: one step, one number, one big button. Where it stands survives a reload. */
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { useRouter } from "vue-router";
import { useChangeEntry, useEntry } from "@/api/journal";
import CautionList from "@/parts/CautionList.vue";
import LoadState from "@/parts/LoadState.vue";
import StopGate from "@/parts/StopGate.vue";
import PutRight from "./PutRight.vue";
import ReadingForm from "./ReadingForm.vue";
import type { Passed } from "@/parts/passed";
import { useTrouble } from "@/parts/trouble";
import { useAwake } from "@/parts/wakeLock";

const { id } = defineProps<{ id: number }>();
const router = useRouter();
const { data: entry, error, refetch } = useEntry(() => id);
const change = useChangeEntry();
const { trouble } = useTrouble(change.error);
const reading = useTemplateRef("reading");
const next = useTemplateRef<HTMLButtonElement>("next");

const steps = computed(() => entry.value?.rinse.steps ?? []);
const at = computed(() => Math.min(entry.value?.step ?? 0, steps.value.length - 1));
const step = computed(() => steps.value[at.value]);
const isLast = computed(() => at.value === steps.value.length - 1);
const reads = computed(() => step.value?.kind === "read");
/** From the strip on, what it read may stand in the way. */
const warned = computed(() => {
  const from = steps.value.findIndex((one) => one.kind === "read");
  return at.value >= from ? (entry.value?.reading_cautions ?? []) : [];
});
const passed = ref<Passed | null>(null);

watch(at, () => void nextTick(() => next.value?.focus()));

async function go(to: number): Promise<void> {
  // A reading that stands typed but not yet kept goes with the step.
  if (reading.value && !(await reading.value.keep())) return;
  const finished = to >= steps.value.length;
  const body = {
    version: entry.value?.version ?? 0,
    step: to,
    ...passed.value,
    ...(finished ? { finished: true } : {}),
  };
  const done = await change.mutateAsync({ id, body }).catch(() => null);
  if (done && finished) await router.replace(`/journal/${id}`);
}

useAwake();
</script>

<template>
  <main class="basin">
    <LoadState v-if="error || !entry" :error="error" @again="refetch()" />
    <p v-if="error"><RouterLink to="/journal">Back to the journal</RouterLink></p>
    <template v-if="entry && step">
      <p class="quiet">
        {{ entry.rinse.name }} · step {{ at + 1 }} of
        {{ steps.length }}
      </p>
      <div class="progress flex gap-1.5" aria-hidden="true">
        <span v-for="(_, i) in steps" :key="i" :class="{ done: i <= at }" />
      </div>
      <div class="step grid gap-2" aria-live="polite">
        <h1>{{ step.do }}</h1>
        <p class="number">{{ step.number }}</p>
        <p class="text-2xl">{{ step.detail }}</p>
      </div>
      <div v-if="reads" class="strip grid gap-4">
        <ReadingForm ref="reading" :entry="entry" />
        <p v-if="entry.comparison" :class="['comparison', entry.agreement]">
          {{ entry.comparison }}
        </p>
        <p v-if="entry.read_again" class="comparison higher" role="status">
          {{ entry.read_again }}
        </p>
      </div>
      <PutRight v-if="reads && entry.reading && entry.rinse.aim !== null" :entry="entry" />
      <CautionList v-if="warned.length" :cautions="warned" />
      <p v-if="trouble && !error" class="trouble" role="alert">{{ trouble }}</p>
      <div class="acts mt-auto grid gap-4">
        <StopGate id="stop" v-model="passed" :cautions="warned" :head="entry.head" />
        <button
          ref="next"
          type="button"
          class="next"
          :disabled="!passed || change.isPending.value"
          :aria-describedby="passed?.stops_passed.length === 0 ? undefined : 'stop'"
          @click="go(at + 1)"
        >
          {{ isLast ? "All done" : reads && !entry.reading ? "Go on without a reading" : "Done" }}
        </button>
        <div class="row">
          <button v-if="at > 0" type="button" class="act" @click="go(at - 1)">One step back</button>
          <RouterLink to="/journal" class="act">Leave it for now</RouterLink>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.basin {
  flex: 1 0 auto;
  max-width: 720px;
  width: 100%;
  margin: 0 auto;
  padding: 24px 20px 32px;
  display: flex;
  flex-direction: column;
  gap: 20px;
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
  font-size: clamp(1.75rem, 6vw, 2.5rem);
}

.number {
  font: 560 clamp(3.5rem, 16vw, 6.5rem) / 1.05 var(--serif);
  color: var(--vein);
}

.comparison {
  border-left: 4px solid var(--leaf);
  padding-left: 12px;
}

.comparison.higher,
.comparison.lower {
  border-color: var(--throat);
}

.next {
  border: 0;
  border-radius: 28px 28px 28px 6px;
  min-height: 88px;
  background: var(--throat);
  color: var(--on-throat);
  font: 560 1.75rem var(--serif);
  cursor: pointer;
}

.next:disabled {
  opacity: 0.6;
}

.act {
  padding: 12px 0;
  font-size: 1.0625rem;
}

.acts .row {
  justify-content: space-between;
}
</style>
