<script setup lang="ts">
/**
 * A wash at the basin: one step, one number, one big press, for wet hands and shut eyes. Where it stands is the
 * server's: any window shows it. Help is always there.
 */
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from "vue";
import { useRun } from "@/api/basin";
import { useShortcuts } from "@/app/shortcuts";
import CautionList from "@/parts/CautionList.vue";
import { chime } from "@/parts/chime";
import HoldButton from "@/parts/HoldButton.vue";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import { canSpeak, speak, want, wanted } from "@/parts/voice";
import { useAwake } from "@/parts/wakeLock";
import { when } from "@/parts/when";
import AmissRow from "./AmissRow.vue";
import ComePanel from "./ComePanel.vue";
import { useEnding } from "./ending";
import GatePanel from "./GatePanel.vue";
import HelpSheet from "./HelpSheet.vue";
import LaneClocks from "./LaneClocks.vue";
import LeftForm from "./LeftForm.vue";
import { useBeside, usePressing } from "./pressing";
import ReadyPanel from "./ReadyPanel.vue";
import { useRings } from "./rings";
import StepFace from "./StepFace.vue";

const { id } = defineProps<{ id: number }>();
const { data: run, error, refetch } = useRun(() => id);
const pressing = usePressing(() => id, run);
const { shown, step, unheard, undoing, said } = pressing;
const refused = useTrouble(pressing.error);
const clocks = computed(() => shown.value?.clocks ?? []);
const open = computed(() => run.value && !run.value.ended_at && !run.value.cancelled);
const ringing = computed(() => (open.value && !shown.value?.ended ? clocks.value : []));
const rings = useRings(ringing, pressing.tick);
const ended = useEnding(
  () => id,
  () => run.value,
  pressing,
);
/** Why a cancelled wash does not go on. */
const resumed = computed(() => ended.resuming.errors.value["head"] ?? ended.resuming.trouble.value);
const coming = useBeside(pressing);
const unchanged = useTrouble(coming.error);
const hold = useTemplateRef("hold");
const changing = ref(false);

/** What is on, or went on last: what a press beside the steps is about. */
const about = computed(() => {
  const on = clocks.value.filter((one) => !one.off && !one.stays);
  return (on.length ? on : clocks.value).at(-1)?.link ?? null;
});
const presses = (count: number) => (count === 1 ? "1 press" : `${count} presses`);
watch(
  () => (step.value ? `${step.value.step} ${step.value.section}` : ""),
  (fresh, before) => {
    if (!fresh) return;
    changing.value = false;
    speak(step.value?.say ?? "", !before);
    void nextTick(() => hold.value?.focus());
  },
  { immediate: true },
);
watch(said, (says) => says && speak(says, true));
watch(
  () => run.value?.celsius,
  (says, before) => before !== undefined && says && speak(says, true),
);
watch(
  () => shown.value?.trouble,
  (says) => says && speak(says),
);

async function go(): Promise<void> {
  const now = run.value;
  if (!now || !step.value || shown.value?.ended) return;
  if (barred.value) {
    speak(waitsFor.value || now.barred || now.stops.map((one) => one.what).join(" "));
    return;
  }
  if (step.value.kind !== "end") {
    pressing.go();
    requestAnimationFrame(() => window.setTimeout(() => chime("press"))); // once the next step is painted
    return;
  }
  await ended.finish();
}
/** Nothing goes on over a stop; what is on comes off all the same. */
const goesOn = computed(() => step.value?.kind === "ready" || step.value?.kind === "put_on");
const waitsFor = computed(() => (goesOn.value ? (shown.value?.waitsFor ?? "") : ""));
const barred = computed(
  () =>
    goesOn.value &&
    ((run.value?.stops.length ?? 0) > 0 || run.value?.barred !== "" || waitsFor.value !== ""),
);
const refusal = computed(() => {
  const { step, off_at: off, stops, press } = refused.errors.value;
  const kept = unchanged.errors.value["link"] ?? unchanged.trouble.value;
  return step ?? off ?? stops ?? press ?? refused.trouble.value ?? kept ?? "";
});
watch(refusal, (says) => says && void nextTick(() => speak(says))); // after the step that is shown again
/** What is done only if it is wanted, or cannot go on any more, is left out by one press. */
const mayLeave = computed(
  () =>
    step.value?.kind === "put_on" &&
    (barred.value || (step.value.optional && step.value.section === 0)),
);
function takeBack(): void {
  hold.value?.focus();
  void pressing.undo();
}
function leaveOut(): void {
  const link = step.value?.link;
  if (!link) return;
  void coming.change({ do: "leave_out", link }, "what you left out");
  hold.value?.focus();
}
/** Space and Enter press on from wherever nothing else has the focus. */
function fromTheKeys(): void {
  const focus = document.activeElement;
  if (focus && focus !== document.body && focus.closest("button, a, dialog, [role=radio]")) {
    (focus as HTMLElement).click();
    return;
  }
  if (open.value) void go();
}

useAwake();
useShortcuts([
  { key: " ", does: "Go on", run: fromTheKeys },
  { key: "Enter", does: "Go on", run: fromTheKeys },
  { key: "Backspace", does: "Take the last press back", run: takeBack },
  { key: "v", does: "Read it out, or not", run: () => want(!wanted.value) },
]);
function listen(): void {
  want(!wanted.value);
  speak(step.value?.say ?? "");
  hold.value?.focus(); // the next press goes on
}
onMounted(() => window.scrollTo({ top: 0 }));
</script>

<template>
  <main class="basin">
    <LoadState v-if="!run" :error="error" @again="refetch()" />
    <p v-if="error && !run"><RouterLink to="/wash">Back to Wash</RouterLink></p>
    <template v-if="run && run.ended_at">
      <h1>{{ run.head_name }}: {{ run.name }}</h1>
      <p>This wash is ended, {{ when(run.ended_at) }}.</p>
      <p class="row">
        <RouterLink class="act" :to="`/wash/planned/${run.planned}/how`">How it went</RouterLink>
      </p>
    </template>
    <template v-else-if="run && run.cancelled">
      <h1>{{ run.head_name }}: {{ run.name }}</h1>
      <p>This wash was cancelled. What was pressed is kept with it.</p>
      <p v-if="resumed" class="error" role="alert">{{ resumed }}</p>
      <p class="row">
        <button type="button" class="act" @click="ended.goOn">Go on with this wash</button>
        <RouterLink class="act" to="/wash">Back to Wash</RouterLink>
      </p>
    </template>
    <template v-else-if="run && shown && step">
      <div class="top">
        <p class="quiet">{{ run.head_name }} · {{ shown.at + 1 }} of {{ run.presses.length }}</p>
        <HelpSheet :run="run" :help="shown.help" :pressing="pressing" :about="about" />
      </div>
      <p v-if="unheard" class="away" role="status">
        Not heard yet: {{ presses(unheard) }}, kept here. Clocks run on.
      </p>
      <p v-if="rings.late.value" class="away" role="status">{{ rings.late.value }}</p>
      <LaneClocks :clocks="clocks" />
      <p v-if="rings.last.value" :class="['bell', rings.last.value.kind]" role="alert">
        {{ rings.last.value.says }}
      </p>
      <LeftForm
        v-if="run.left_at"
        :since="run.left_at"
        :error="ended.errors.value['off_at']"
        @end="ended.finish"
      />
      <StepFace :clocks="clocks" :step="step" :pause="shown.pause" />
      <GatePanel v-if="goesOn && run.stops.length" :run="run" :pressing="pressing" />
      <p v-if="goesOn && run.barred" class="bars" role="status">{{ run.barred }}</p>
      <p v-if="waitsFor" class="note" role="status">{{ waitsFor }}</p>
      <ReadyPanel v-if="step.kind === 'ready'" :run="run" :step="step" :pressing="pressing" />
      <p v-for="note in run.notes" :key="note" class="note">{{ note }}</p>
      <CautionList
        v-if="step.kind === 'ready'"
        :cautions="run.cautions.filter((one) => one.level === 'warning' || one.always)"
      />
      <p v-if="shown.trouble" class="note" role="status">{{ shown.trouble }}</p>
      <p v-if="refusal" class="error" role="alert">{{ refusal }}</p>
      <p v-if="ended.errors.value['step'] || ended.trouble.value" class="error" role="alert">
        {{ ended.errors.value["step"] ?? ended.trouble.value }}
      </p>
      <p v-if="said" class="quiet" role="status">{{ said }}</p>
      <div class="acts">
        <HoldButton ref="hold" :disabled="shown.ended || barred" @held="go">{{
          step.press
        }}</HoldButton>
        <p v-if="step.then" class="then text-center text-stem">{{ step.then }}</p>
        <button v-if="mayLeave" type="button" class="undo" @click="leaveOut">
          Leave it out this time
        </button>
        <button v-if="shown.undo" type="button" class="undo" :disabled="undoing" @click="takeBack">
          Undo: {{ shown.undo.says }}
        </button>
      </div>
      <AmissRow
        :key="step.step"
        :run="run"
        :step="step"
        :pressing="pressing"
        :about="about"
        @pressed="hold?.focus()"
      />
      <ComePanel v-if="changing" :run="run" :step="step" :pressing="pressing" />
      <p class="row foot justify-between">
        <button type="button" class="act" :aria-expanded="changing" @click="changing = !changing">
          Change the next steps
        </button>
        <button v-if="canSpeak" type="button" class="act" :aria-pressed="wanted" @click="listen">
          {{ wanted ? "Stop reading out" : "Read it out" }}
        </button>
        <RouterLink class="act" to="/today">Leave; clocks keep running</RouterLink>
        <button
          v-if="clocks.length && step.kind !== 'end'"
          type="button"
          class="act"
          @click="ended.finish()"
        >
          End it here
        </button>
        <button type="button" class="act" @click="ended.cancel">Cancel this wash</button>
      </p>
    </template>
  </main>
</template>

<style scoped>
.basin {
  flex: 1 0 auto;
  max-width: 720px;
  width: 100%;
  margin: 0 auto;
  padding: 12px 20px 32px;
  display: flex;
  flex-direction: column;
  gap: 14px;
}

.top {
  position: sticky;
  top: 0;
  z-index: 5;
  background: var(--petal);
  padding: 4px 0;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
}

.note,
.away {
  border-left: 4px solid var(--throat);
  padding-left: 12px;
  font-size: 1.0625rem;
}

.bell {
  font: 560 1.375rem/1.25 var(--serif);
  padding: 10px 14px;
  border-radius: 4px 18px 18px 18px;
  background: var(--throat-wash);
}

.bell.over,
.bell.stop {
  background: var(--madder-wash);
  color: var(--madder);
}

.acts {
  position: sticky;
  bottom: var(--tray, 0px);
  z-index: 4;
  background: var(--petal);
  padding: 8px 0;
  display: grid;
  gap: 8px;
  margin-top: auto;
}

.undo {
  min-height: 56px;
  border: 1px solid var(--stem);
  border-radius: 18px 18px 18px 4px;
  background: none;
  color: var(--ink);
  font: 400 1.125rem var(--sans);
  cursor: pointer;
}

.foot .act {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.error,
.bars {
  color: var(--madder);
}
</style>
