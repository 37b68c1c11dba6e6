<script setup lang="ts">
/** One formula: what goes in and how it is made on the left, what comes of it on the right. */
import { computed, reactive, ref, useTemplateRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Formula, Supply } from "@/api/types";
import { useAddFormula, useBench, useRestoreFormula, useRemoveFormula } from "@/api/formulas";
import { dropDraft } from "@/api/drafts";
import { useAsks, useHeads } from "@/api/heads";
import { useVessels } from "@/api/shelf";
import { isTyping, useShortcuts } from "@/app/shortcuts";
import { tellOf } from "@/app/undo";
import GlanceLink from "@/parts/GlanceLink.vue";
import HeadSelect from "@/parts/HeadSelect.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph } from "@/parts/ph";
import { useWaiting } from "@/parts/waiting";
import AssessmentPanel from "./AssessmentPanel.vue";
import { useDraft } from "./draft";
import WayList from "./WayList.vue";
import FormulaSchools from "./FormulaSchools.vue";
import FormulaSettings from "./FormulaSettings.vue";
import GoalPanel from "./GoalPanel.vue";
import LineBoard from "./LineBoard.vue";
import StepBoard from "./StepBoard.vue";
import ToldPanel from "./ToldPanel.vue";
import VersionList from "./VersionList.vue";
import WentList from "./WentList.vue";

const props = defineProps<{ id: number }>();
const route = useRoute();
const router = useRouter();
const bench = useBench();
const heads = useHeads();
const vessels = useVessels();
const asked = Number(route.query["head"]);
const head = ref<number | null>(Number.isFinite(asked) && asked > 0 ? asked : null);
const vessel = ref<number | null>(null);
const asks = useAsks(head);
const work = useDraft(props.id, head, vessel, bench.data);
const { draft, kept, assessment, errors, failed, state, stale } = work;
const add = useAddFormula();
const remove = useRemoveFormula();
const restore = useRestoreFormula();
const { failed: others, loaded, again } = useWaiting(bench, heads, vessels);

/** Everything that is or was in it, by key: its name and units. */
const met = reactive(new Map<string, Supply>());
watch(kept, (now) => now?.supplies.forEach((one) => met.set(one.key, one)), { immediate: true });
const names = computed(
  () =>
    new Map(
      (draft.value?.lines ?? [])
        .filter((line) => line.supply_key)
        .map((line) => [line.id, met.get(line.supply_key ?? "")?.name ?? "…"]),
    ),
);
const called = computed(
  () => heads.data.value?.find((one) => one.id === head.value)?.name.split(" ")[0] ?? "",
);
const SAYS = {
  kept: "Saved",
  keeping: "Saving…",
  amiss: "Not saved yet: correct what is marked",
  elsewhere: "Changed in another window",
  removed: "Removed in another window",
  unreachable: "Not saved: Eyebright cannot be reached",
} as const;

const goals = useTemplateRef("goals");
const side = useTemplateRef("side");

function form(line: number, now: string): void {
  void goals.value?.ask({ goal: "form", line, word: now }, `#line-${line}`, true);
}
/** Until somebody chooses, the family of an imported recipe, its use and minutes follow what goes in. */
watch(
  () => kept.value?.guesses[0],
  (best) => {
    const now = draft.value;
    if (!best || !now || now.family_by !== "content" || now.family === best.family) return;
    Object.assign(now, { family: best.family, use: best.use, minutes: best.minutes });
  },
);
/** From what suits a head one press leads here, and its dose is worked out at once. */
watch(
  () => goals.value && assessment.value && heads.data.value,
  (there) => {
    if (!there || !("make" in route.query) || head.value === null) return;
    void goals.value?.ask({ goal: "head", value: 1 });
    void router.replace({ query: { head: String(head.value) } });
  },
);
const swap = (line: number) => void goals.value?.ask({ goal: "swap", line }, `#line-${line}`);
const order = () => void goals.value?.ask({ goal: "order" }, "#beside-steps");

async function copy(formula: Formula | null): Promise<void> {
  const made = await add
    .mutateAsync(
      formula
        ? { formula: { ...formula, name: `${formula.name}, mine`.slice(0, 80) } }
        : { copy_of: props.id },
    )
    .catch(() => null);
  if (!made) return;
  if (formula) dropDraft(`PUT /api/formulas/${props.id}`); // it stands in the copy now
  await router.push(`/formulas/${made.id}`);
}

/** It was removed elsewhere: it is there again, with what was typed here. */
async function putBack(): Promise<void> {
  const back = await restore.mutateAsync(props.id).then(
    () => true,
    () => false,
  );
  if (back) await work.putBack();
}

async function takeAway(): Promise<void> {
  const gone = await tellOf(
    `“${draft.value?.name}” is removed.`,
    () => remove.mutateAsync(props.id),
    () => restore.mutateAsync(props.id),
  );
  if (gone) await router.push("/formulas");
}

const FILES = [
  { kind: "pdf", name: "Card to print, A5" },
  { kind: "md", name: "Markdown" },
  { kind: "jsonld", name: "Recipe (JSON-LD)" },
  { kind: "csv", name: "Lines (CSV)" },
  { kind: "inci", name: "INCI list" },
] as const;

useShortcuts([
  { key: "u", does: "Undo", run: work.undo },
  { key: "U", does: "Redo", run: work.redo },
  { key: "n", does: "A new formula", run: () => void router.push("/formulas?new=1") },
]);

/** Undo and redo also work by the machine's own keys, unless a field has its own to undo. */
function onKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
  if (isTyping(event.target)) return;
  event.preventDefault();
  if (event.shiftKey) work.redo();
  else work.undo();
}
</script>

<template>
  <main class="place" @keydown="onKey">
    <header>
      <h1 :class="{ unseen: draft }">{{ draft?.name ?? "Formula" }}</h1>
      <input
        v-if="draft"
        v-model="draft.name"
        class="title"
        aria-label="Name of the formula"
        maxlength="80"
        autocomplete="off"
      />
    </header>
    <LoadState
      v-if="failed || others || !loaded || !draft || !kept"
      :error="failed ?? others"
      @again="failed ? work.load() : again()"
    />
    <template v-else>
      <p v-if="errors['name'] || errors['head']" class="trouble" role="alert">
        {{ errors["name"] ?? errors["head"] }}
      </p>
      <div class="row bar mb-2">
        <label class="row"
          >For
          <HeadSelect v-model="head" :heads="heads.data.value!" />
        </label>
        <button type="button" class="act" :disabled="!work.canUndo.value" @click="work.undo">
          Undo
        </button>
        <button type="button" class="act" :disabled="!work.canRedo.value" @click="work.redo">
          Redo
        </button>
        <span :class="['state', state]" role="status">{{ SAYS[state] }}</span>
        <RouterLink
          class="act"
          :to="{ path: '/make/new', query: { formula: id, ...(head === null ? {} : { head }) } }"
          >Make it</RouterLink
        >
      </div>
      <WayList :id="id" :ways="kept.ways" />
      <div v-if="state === 'elsewhere'" class="elsewhere" role="alert">
        <p>
          <strong>This formula was changed in another window.</strong> Nothing of yours is lost, and
          nothing was written over.
        </p>
        <div class="row">
          <button type="button" class="act" @click="copy(draft)">Keep mine as a copy</button>
          <button type="button" class="act" @click="work.takeOther">Take the other one</button>
        </div>
      </div>
      <div v-if="state === 'removed'" class="elsewhere" role="alert">
        <p>
          <strong>This formula was removed in another window.</strong> What you typed still stands
          here.
        </p>
        <div class="row">
          <button type="button" class="act" @click="putBack">Restore it</button>
          <button type="button" class="act" @click="copy(draft)">Keep mine as a copy</button>
        </div>
      </div>
      <p v-if="state === 'unreachable'" class="trouble">
        Nothing you typed is lost.
        <button type="button" class="act" @click="work.save">Try again</button>
      </p>
      <div class="beside grid-cols-[minmax(0,1.6fr)_minmax(340px,1fr)]">
        <div class="worktop gap-6">
          <ToldPanel
            v-if="(draft.told ?? []).length"
            v-model="draft"
            :guesses="kept.guesses"
            class="told"
          />
          <LineBoard
            v-model="draft"
            :bench="bench.data.value!"
            :supplies="met"
            :assessment="assessment"
            :errors="errors"
            :asks="kept?.asks ?? []"
            @met="met.set($event.key, $event)"
            @form="form"
            @swap="swap"
          />
          <GoalPanel
            ref="goals"
            :formula="draft"
            :bench="bench.data.value!"
            :head="head"
            :name="called"
            @take="work.become"
            @undo="work.undo"
          />
          <StepBoard
            v-model="draft"
            :bench="bench.data.value!"
            :assessment="assessment"
            :errors="errors"
            :names="names"
            @order="order"
          />
          <FormulaSettings
            v-model="draft"
            v-model:vessel="vessel"
            :bench="bench.data.value!"
            :vessels="vessels.data.value!"
            :errors="errors"
            :names="names"
          />
          <FormulaSchools v-model="draft" :bench="bench.data.value!" />
          <label class="about grid gap-1"
            ><span class="quiet">Note</span>
            <textarea v-model="draft.about" rows="2" maxlength="2000" />
          </label>
          <VersionList :id="id" :version="kept.version" @back="work.load" />
          <WentList :id="id" />
          <section aria-labelledby="share">
            <h2 id="share">Print and share</h2>
            <p class="row">
              <a
                v-for="one in FILES"
                :key="one.kind"
                :href="`/api/formulas/${id}/file/${one.kind}${head === null ? '' : `?head=${head}`}`"
                target="_blank"
                rel="noopener"
                >{{ one.name }}</a
              >
              <button type="button" class="act" @click="copy(null)">Make another like it</button>
              <button type="button" class="act" @click="takeAway">Remove</button>
            </p>
          </section>
        </div>
        <GlanceLink v-if="assessment" id="reading" :target="side" :class="{ stale }">
          <template v-if="assessment.ph"
            >pH <strong>{{ ph(assessment.ph.value) }}</strong></template
          >
          {{ assessment.lift.grade }}
        </GlanceLink>
        <div id="reading" ref="side" class="side">
          <AssessmentPanel
            v-if="assessment"
            :assessment="assessment"
            :belief="kept?.belief ?? ''"
            :bench="bench.data.value!"
            :asks="head === null ? undefined : asks.data.value"
            :head="called"
            :place="draft.place ?? 'fridge'"
            :stale="stale"
          />
          <p v-else class="quiet">
            {{
              (draft.lines ?? []).length
                ? "It can be read as soon as every line has an amount."
                : "Put a line in, and this side says what comes of it."
            }}
          </p>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.title {
  flex: 1;
  min-width: 240px;
  border: 0;
  border-bottom: 2px dotted var(--hairline);
  background: transparent;
  color: var(--ink);
  font: 560 2rem/1.2 var(--serif);
  letter-spacing: -0.01em;
  padding: 0 0 2px;
}

.title:hover,
.title:focus {
  border-color: var(--vein);
}

.state {
  color: var(--stem);
}

.state.kept {
  color: var(--leaf);
}

.state.amiss,
.state.elsewhere,
.state.removed,
.state.unreachable,
.elsewhere {
  border-left: 4px solid var(--madder);
  background: var(--madder-wash);
  padding: 8px 16px;
  margin-bottom: 8px;
}

textarea {
  border: 1px solid var(--stem);
  border-radius: 8px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  padding: 8px 12px;
}

.act:disabled {
  opacity: 0.4;
}

@media (max-width: 1099px) {
  .worktop > :first-child {
    order: 1;
  }

  .side {
    order: 2;
  }

  .worktop > :not(:first-child) {
    order: 3;
  }
}

@media (max-width: 760px) {
  .title {
    font-size: 1.6rem;
  }
}
</style>
