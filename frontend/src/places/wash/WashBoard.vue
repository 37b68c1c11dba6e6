<script setup lang="ts">
/** A wash by name: its links on the left, what they come to on the right. */
import Button from "primevue/button";
import { computed, ref, useTemplateRef } from "vue";
import type { HeadRow, Supply, WashChain, WashChoices, WashLink } from "@/api/types";
import { useSaveWash, useWashAssessment } from "@/api/wash";
import DraftNote from "@/parts/DraftNote.vue";
import { useEdit } from "@/parts/edit";
import HeadSelect from "@/parts/HeadSelect.vue";
import GlanceLink from "@/parts/GlanceLink.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import LinkList from "./LinkList.vue";
import { linkOf } from "./links";
import SuitPanel from "./SuitPanel.vue";
import WashAssessmentPanel from "./WashAssessmentPanel.vue";

const { wash, formulas, bought, heads, choices } = defineProps<{
  wash: WashChain | undefined;
  formulas: { id: number; name: string }[];
  /** What was bought and is used as it comes: from the shelf first, then what anybody can buy. */
  bought: Supply[];
  heads: HeadRow[];
  choices: WashChoices | undefined;
}>();
const emit = defineEmits<{ done: [id: number]; close: [] }>();

const edit = useEdit({
  path: "/api/wash/chains",
  row: wash,
  fields: (row?: WashChain) => ({
    name: row?.name ?? "",
    links: (row?.links ?? []).map((one) => ({ ...linkOf(""), ...one })) as WashLink[],
  }),
  sent: (typed) => ({ ...typed }),
  name: (row) => `“${row.name}”`,
});
const entered = edit.entered;
const links = computed({
  get: () => entered.links as WashLink[],
  set: (now) => (entered.links = now as typeof entered.links),
});
const head = ref<number | null>(null);
const whom = computed(() => ({ head: head.value }));
const asked = computed(() => links.value.map((one) => ({ ...one })));
const assessment = useWashAssessment(asked, whom);
const found = computed(() => (links.value.length ? assessment.data.value : undefined));
const side = useTemplateRef("side");
const { errors, trouble } = useTrouble(assessment.error);
const save = useSaveWash();
const { errors: refused, trouble: unsaved } = useTrouble(save.error);
const called = computed(
  () => heads.find((one) => one.id === head.value)?.name ?? "an ordinary head",
);

async function keep(how = edit.keep): Promise<void> {
  const kept = await how(save.mutateAsync);
  if (kept) emit("done", kept.id);
}
</script>

<template>
  <form
    class="beside grid-cols-[minmax(0,1fr)_minmax(0,1fr)] mx-0 mt-3 mb-8"
    @submit.prevent="keep()"
  >
    <div class="worktop gap-3">
      <DraftNote :edit="edit" @mine="keep(edit.keepMine)" />
      <div class="row">
        <TextField
          v-model="entered.name"
          label="What this wash is called"
          :error="refused['name']"
        />
        <label class="for grid gap-1 text-md"
          ><span class="quiet">Worked out for</span>
          <HeadSelect v-model="head" :heads="heads" label="For whom the wash is" />
        </label>
      </div>
      <LinkList
        v-model="links"
        :formulas="formulas"
        :bought="bought"
        :choices="choices"
        :results="found?.results"
        :errors="[refused, errors]"
      />
      <SuitPanel
        v-if="links.length && head"
        :links="asked"
        :whom="whom"
        :name="called"
        @take="links = $event"
      />
      <p v-if="unsaved" class="error" role="alert">{{ unsaved }}</p>
      <div class="row">
        <Button type="submit" label="Save" :disabled="save.isPending.value" />
        <RouterLink
          v-if="wash"
          class="act"
          :to="{ path: '/wash/plan/new', query: { chain: wash.id, ...(head ? { head } : {}) } }"
          >Plan it</RouterLink
        >
        <button type="button" class="act" @click="$emit('close')">Close</button>
      </div>
    </div>
    <GlanceLink v-if="found" id="wash-reading" :target="side">
      <strong>{{ found.grade }}</strong>
      {{ found.ph ? `pH ${ph(found.ph.value)}` : "" }}
    </GlanceLink>
    <div id="wash-reading" ref="side" class="side">
      <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
      <LoadState v-else-if="links.length && !found && !assessment.error.value" />
      <WashAssessmentPanel v-if="found" :assessment="found" />
      <p v-else-if="!links.length" class="quiet">
        What it washes out, what it puts back and the pH at the end stand here as soon as something
        is in it.
      </p>
    </div>
  </form>
</template>
