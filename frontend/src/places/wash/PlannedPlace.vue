<script setup lang="ts">
/** One planned wash: when, what must be made for it and by when, and what it comes to on that head then. */
import Button from "primevue/button";
import { computed, ref, useTemplateRef, watch } from "vue";
import { useRouter } from "vue-router";
import type { Planned, WashLink } from "@/api/types";
import { useBeginWash } from "@/api/basin";
import { useFormulas } from "@/api/formulas";
import { useQuestions } from "@/api/heads";
import { useBought } from "@/api/shelf";
import {
  useChangePlanned,
  usePlanned,
  useRemovePlanned,
  useRestorePlanned,
  useWashAssessment,
  useWashChoices,
} from "@/api/wash";
import { tell } from "@/app/undo";
import GlanceLink from "@/parts/GlanceLink.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph } from "@/parts/ph";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import { localField, when } from "@/parts/when";
import JobList from "./JobList.vue";
import LinkList from "./LinkList.vue";
import { linkOf } from "./links";
import SuitPanel from "./SuitPanel.vue";
import WashAssessmentPanel from "./WashAssessmentPanel.vue";
import WhenFields from "./WhenFields.vue";

const { id } = defineProps<{ id: number }>();
const router = useRouter();
const place = usePlanned(() => id);
const formulas = useFormulas("", "");
const choices = useWashChoices();
const questions = useQuestions();
const bought = useBought(() => place.data.value?.wash.links ?? []);
const { failed, loaded, again } = useWaiting(place, formulas, choices, bought, questions);
const change = useChangePlanned();
const remove = useRemovePlanned();
const restore = useRestorePlanned();
const { errors: refused, trouble: unsaved } = useTrouble(change.error);

const wash = computed(() => place.data.value?.wash);
const links = ref<WashLink[]>([]);
const at = ref("");
const occasion = ref("ordinary");
const day = ref("");
let shown = 0; // the version that the fields show

/** Take over what is kept, where nothing is being changed here. */
function show(now: Planned): void {
  shown = now.version;
  links.value = now.links.map((one) => ({ ...linkOf(""), ...one })) as WashLink[];
  at.value = localField(now.at);
  occasion.value = now.occasion;
}
const same = (now: Planned): boolean =>
  JSON.stringify(now.links.map((one) => ({ ...linkOf(""), ...one }))) ===
    JSON.stringify(links.value) &&
  localField(now.at) === at.value &&
  now.occasion === occasion.value;
watch(
  wash,
  (now, before) => {
    if (now && (!before || before.id !== now.id || same(before))) show(now);
  },
  { immediate: true },
);
const changed = computed(() => wash.value !== undefined && !same(wash.value));

const asked = computed(() => links.value.map((one) => ({ ...one })));
const whom = computed(() => ({
  head: wash.value?.head ?? null,
  at: at.value || null,
  occasion: occasion.value,
  planned: id,
}));
const assessment = useWashAssessment(asked, whom);
const side = useTemplateRef("side");
const { errors, trouble } = useTrouble(assessment.error);

async function keep(): Promise<void> {
  const now = wash.value;
  if (!now) return;
  const before = { links: now.links, at: now.at, occasion: now.occasion };
  const send = (body: object, version: number) =>
    change.mutateAsync({ id, body: { ...body, version } as never });
  const kept = await send(
    { links: links.value, at: at.value, occasion: occasion.value },
    shown,
  ).catch(() => null);
  if (!kept) return;
  show(kept);
  tell("The plan is changed; what must be made follows.", async () => {
    show(await send(before, kept.version));
  });
}
const begin = useBeginWash();
const begun = useTrouble(begin.error);
async function start(): Promise<void> {
  const none = { head: null, chain: null, formula: null, supply_key: "", minutes: null };
  const run = await begin
    .mutateAsync({ ...none, planned: id, zone: "both", occasion: "ordinary" })
    .catch(() => null);
  if (run) await router.push(`/wash/run/${run.id}`);
}
async function takeAway(): Promise<void> {
  const gone = await remove.mutateAsync(id).then(
    () => true,
    () => false,
  );
  if (!gone) return;
  tell("The wash is removed from the plan.", () => restore.mutateAsync(id));
  await router.push("/wash");
}
</script>

<template>
  <main class="place">
    <LoadState v-if="failed || !loaded || !wash" :error="failed" @again="again" />
    <p v-if="failed"><RouterLink to="/wash">Back to what is planned</RouterLink></p>
    <template v-if="wash && loaded && !failed">
      <header>
        <div>
          <h1>{{ wash.head_name }}: {{ wash.name }}</h1>
          <p class="when text-vein font-bold">{{ when(wash.at) }}</p>
          <p v-for="note in wash.notes" :key="note">{{ note }}</p>
        </div>
        <p class="row">
          <button v-if="!wash.done_at" type="button" class="begin" @click="start">
            Begin the wash
          </button>
          <RouterLink
            v-if="!wash.done_at"
            class="act"
            :to="`/wash/record?head=${wash.head}&planned=${wash.id}`"
            >Record it as done</RouterLink
          >
          <a class="act" :href="`/api/wash/planned/${wash.id}/calendar.ics`" download
            >Calendar file</a
          >
          <button type="button" class="act" @click="takeAway">Remove</button>
        </p>
      </header>
      <p
        v-if="Object.values(begun.errors.value)[0] ?? begun.trouble.value"
        class="error"
        role="alert"
      >
        {{ Object.values(begun.errors.value)[0] ?? begun.trouble.value }}
      </p>
      <p v-if="wash.done_at" class="quiet">
        Done {{ when(wash.done_at) }}.
        <RouterLink :to="`/wash/planned/${wash.id}/how`">How it went</RouterLink>
      </p>
      <div
        v-if="wash.late"
        class="border-l-4 border-madder bg-madder-wash px-3 py-2 mx-0 my-2"
        role="status"
      >
        <p>
          <strong>What it takes cannot be ready by then.</strong>
          <button
            v-if="wash.nearest"
            type="button"
            class="act"
            @click="at = localField(wash.nearest)"
          >
            Move it to {{ when(wash.nearest) }}
          </button>
        </p>
      </div>
      <form class="beside grid-cols-[minmax(0,1fr)_minmax(0,1fr)] mt-3" @submit.prevent="keep">
        <div class="worktop gap-5">
          <section aria-label="What must be made for it">
            <h2>To be made for it</h2>
            <p v-if="!place.data.value!.jobs.length" class="quiet">Everything it takes is there.</p>
            <JobList :jobs="place.data.value!.jobs" :now="new Date().toISOString()" />
          </section>
          <WhenFields
            v-model:at="at"
            v-model:occasion="occasion"
            v-model:day="day"
            :head="wash.head"
            :chain="wash.chain"
            :questions="questions.data.value!"
            :errors="refused"
          />
          <LinkList
            v-model="links"
            :formulas="formulas.data.value!.formulas"
            :bought="bought.data.value!"
            :choices="choices.data.value"
            :results="links.length ? assessment.data.value?.results : undefined"
            :errors="[refused, errors]"
          />
          <SuitPanel :links="asked" :whom="whom" :name="wash.head_name" @take="links = $event" />
          <p v-if="unsaved || refused['version']" class="error" role="alert">
            {{ refused["version"] ?? unsaved }}
          </p>
          <div v-if="changed" class="row">
            <Button type="submit" class="now" label="Save" :disabled="change.isPending.value" />
            <button type="button" class="act" @click="show(wash)">Undo my changes</button>
          </div>
        </div>
        <GlanceLink v-if="assessment.data.value" id="wash-reading" :target="side">
          <strong>{{ assessment.data.value.grade }}</strong>
          {{ assessment.data.value.ph ? `pH ${ph(assessment.data.value.ph.value)}` : "" }}
        </GlanceLink>
        <div id="wash-reading" ref="side" class="side">
          <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
          <LoadState
            v-else-if="links.length && !assessment.data.value && !assessment.error.value"
          />
          <WashAssessmentPanel
            v-if="assessment.data.value && links.length"
            :assessment="assessment.data.value"
          />
        </div>
      </form>
    </template>
  </main>
</template>

<style scoped>
.begin {
  border: 0;
  border-radius: 4px 14px 14px 14px;
  min-height: 44px;
  padding: 6px 20px;
  background: var(--throat);
  color: var(--on-throat);
  font: 700 1rem var(--sans);
  cursor: pointer;
}
</style>
