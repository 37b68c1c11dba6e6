<script setup lang="ts">
/**
 * One pour after another over one head: the wet hair's pH after each. After a soda wash, how much of
 * which rinse brings the hair back; else this jug is the rinse that follows what went over before.
 */
import { computed, ref } from "vue";
import type { ChainAsk, Mix, MixAsk, Supply } from "@/api/types";
import { useChain } from "@/api/mix";
import CautionList from "@/parts/CautionList.vue";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FollowCurve from "@/parts/FollowCurve.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, range } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { plain, poured, pourOver, rinseOf } from "./chain";
import { kindOf } from "@/parts/figures";

const { ask, mix, atHand } = defineProps<{ ask: MixAsk; mix: Mix; atHand: Supply[] }>();

const MOST_RINSES = 3;
const PLAIN_ML = "1000";
const acids = computed(() =>
  atHand
    .filter((one) => one.sour)
    .toSorted((a, b) => Number(b.kind === "vinegar") - Number(a.kind === "vinegar")),
);
const water = computed(() => atHand.find((one) => one.what === "water")?.key);
const soda = computed(() => mix.soda !== null);
const volume = ref("");
const over = computed(() => volume.value || String(Math.round(mix.volume)));
const between = ref(true);
const aim = ref("3.5");
const picked = ref<string[]>([]);
const rinses = computed(() => {
  const chosen = picked.value.length ? picked.value : acids.value.slice(0, 1).map((one) => one.key);
  return chosen.slice(0, MOST_RINSES);
});
const follows = computed(() => poured.value.length > 0 && !soda.value);

const chain = computed<ChainAsk>(() => {
  const pours = poured.value.map((one) => ({ ask: one.ask, volume: one.volume }));
  if (!follows.value) pours.push({ ask, volume: over.value });
  if (soda.value && between.value && water.value)
    pours.push({ ask: plain(water.value), volume: PLAIN_ML });
  const follow = follows.value
    ? [ask]
    : soda.value && water.value
      ? rinses.value.map((acid) => rinseOf(acid, water.value as string, aim.value))
      : [];
  return { head: ask.head ?? null, pours, follow };
});
const { data, error, refetch } = useChain(chain);
const { errors, trouble } = useTrouble(error);
const said = computed(() => trouble.value || Object.values(errors.value).join(" "));
const after = computed(() => data.value?.after ?? []);
/** What its jugs say, each by name; this jug's own notes stand in its reading. */
const grave = computed(
  () => data.value?.cautions.filter((caution) => caution.level !== "note") ?? [],
);
</script>

<template>
  <div class="grid gap-3.5">
    <p class="quiet">
      Wet hair keeps about its own weight of what was poured last, and the fibre takes acid and soda
      up and gives them back.
    </p>
    <ol class="m-0 p-0 list-none">
      <li v-for="(one, i) in after" :key="i">
        <span class="name">{{ one.name }}</span>
        <TextField
          v-if="poured[i]"
          v-model="poured[i]!.volume"
          label="mL over the hair"
          decimal
          short
        />
        <TextField
          v-else-if="i === poured.length && !follows"
          :model-value="over"
          label="mL over the hair"
          decimal
          short
          @update:model-value="volume = $event"
        />
        <span v-else class="quiet">{{ PLAIN_ML }} mL over the hair</span>
        <span class="wet">
          wet hair: <strong>pH {{ ph(one.ph.value) }}</strong>
          <span class="quiet small">
            likely {{ range(one.ph) }} <em>{{ kindOf(one.ph) }}</em></span
          >
        </span>
        <PhStrip :predicted="one.ph" />
        <button
          v-if="poured[i]"
          type="button"
          class="act"
          :aria-label="`Take pour ${i + 1} out of the wash`"
          @click="poured.splice(i, 1)"
        >
          Remove
        </button>
      </li>
    </ol>
    <CautionList v-if="grave.length" :cautions="grave" />
    <div v-if="soda" class="row">
      <label><input v-model="between" type="checkbox" /> plain water between</label>
      <TextField v-model="aim" label="then a rinse at pH" decimal short />
      <ChoiceRow
        v-model="picked"
        :choices="acids.map((one) => ({ value: one.key, label: one.name }))"
        label="Which acids the rinse could be made of"
        many
      />
    </div>
    <template v-if="data?.follow.length">
      <h3>{{ soda ? "The rinse that must follow" : "This jug, poured after that" }}</h3>
      <FollowCurve :rinses="data.follow" />
    </template>
    <p v-if="said" class="trouble" role="alert">{{ said }}</p>
    <LoadState v-else-if="!data" @again="refetch()" />
    <div class="row">
      <button type="button" class="act" @click="pourOver(ask, over)">
        This jug has gone over the head: what comes next?
      </button>
      <button v-if="water" type="button" class="act" @click="pourOver(plain(water), PLAIN_ML)">
        A litre of plain water has
      </button>
      <button v-if="poured.length" type="button" class="act" @click="poured = []">
        Begin the wash anew
      </button>
    </div>
  </div>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px minmax(0, 1.2fr) 160px 90px;
  gap: 4px 16px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hairline);
}

@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
