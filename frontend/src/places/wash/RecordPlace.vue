<script setup lang="ts">
/** Record a wash that was done, in three presses: whose hair, with what, save. */
import Button from "primevue/button";
import { computed, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Offer } from "@/api/types";
import { useHeads, useQuestions } from "@/api/heads";
import { useOffers, useRecordWash, useTakeRecordBack } from "@/api/wash";
import { tell } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import { ZONES } from "./links";
import OfferList from "./OfferList.vue";

const route = useRoute();
const router = useRouter();
const heads = useHeads();
const questions = useQuestions();
const { failed, loaded, again } = useWaiting(heads, questions);
const head = ref<number | null>(Number(route.query["head"]) || null);
const offers = useOffers(head);
const record = useRecordWash();
const back = useTakeRecordBack();
const { errors, trouble } = useTrouble(record.error);

const chosen = ref("");
const zone = ref<(typeof ZONES)[number]["key"]>("both");
const minutes = ref("");
const at = ref("");
const answer = ref("");
const other = ref<string | null>(null);

const keyOf = (one: Offer): string => `${one.what}:${one.key}`;
const known = computed(() => offers.data.value?.offers ?? []);
const offer = computed(() => known.value.find((one) => keyOf(one) === chosen.value));
/** What of it may have been left out, and was not. */
const done = ref<number[]>([]);
const may = computed(() =>
  (offer.value?.optional ?? []).map((one) => ({
    value: one.place,
    label: one.only_if ? `${one.name} (only if ${one.only_if})` : one.name,
  })),
);
const alone = computed(() =>
  offer.value ? !["planned", "chain"].includes(offer.value.what) : other.value,
);
watch(
  heads.data,
  (now) => {
    if (head.value === null && now?.length === 1) head.value = now[0]?.id ?? null;
  },
  { immediate: true },
);
watch(
  known,
  (now) => {
    const wanted = `planned:${String(route.query["planned"])}`;
    if (!chosen.value && now.some((one) => keyOf(one) === wanted)) chosen.value = wanted;
  },
  { immediate: true },
);
function choose(one: Offer): void {
  done.value = [];
  chosen.value = keyOf(one);
  other.value = null;
  zone.value = one.zone as typeof zone.value;
  minutes.value = one.minutes === null ? "" : String(one.minutes);
}
watch(other, (now) => now && (chosen.value = ""));
watch(head, () => (chosen.value = ""));

async function keep(): Promise<void> {
  const one = offer.value;
  const id = (what: Offer["what"]) => (one?.what === what ? Number(one.key) : null);
  const kept = await record
    .mutateAsync({
      head: head.value ?? 0,
      planned: id("planned"),
      chain: id("chain"),
      formula: id("formula"),
      supply_key: one?.what === "supply" ? one.key : "",
      family: one?.what === "family" ? one.key : (other.value ?? ""),
      zone: alone.value ? zone.value : "both",
      minutes: alone.value && minutes.value ? (minutes.value as never) : null,
      at: at.value || null,
      optional_done: one
        ? done.value.filter((place) => may.value.some((each) => each.value === place))
        : [],
      answer: answer.value || null,
      note: "",
    })
    .catch(() => null);
  if (!kept) return;
  tell(["Recorded.", kept.says && `${kept.says}.`].filter(Boolean).join(" "), () =>
    back.mutateAsync(kept),
  );
  await router.push(`/heads/${kept.head}/washes`);
}
</script>

<template>
  <main class="place">
    <header>
      <h1>Record a wash</h1>
    </header>
    <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
    <p v-else-if="!heads.data.value!.length">
      Whose hair was it? <RouterLink to="/heads?new=head">Add someone</RouterLink> first.
    </p>
    <form v-else class="grid gap-5 max-w-205" @submit.prevent="keep">
      <fieldset>
        <legend>Whose hair was it?</legend>
        <div>
          <ChoiceRow
            v-model="head as number"
            label="Whose hair was it?"
            :choices="heads.data.value!.map((one) => ({ value: one.id, label: one.name }))"
          />
        </div>
        <p v-if="errors['head']" class="error" role="alert">{{ errors["head"] }}</p>
      </fieldset>
      <fieldset v-if="head !== null">
        <legend>With what?</legend>
        <LoadState
          v-if="offers.error.value || !offers.data.value"
          :error="offers.error.value"
          @again="offers.refetch()"
        />
        <OfferList v-else :offers="known" :chosen="chosen" @choose="choose" />
        <PickField
          v-model="other"
          label="Something else"
          placeholder="a kind of preparation"
          :options="questions.data.value!.families"
          by="key"
          :search-in="['name', 'made_of']"
          :error="errors['family']"
        />
        <p v-for="field in ['what', 'planned', 'chain', 'formula', 'supply_key']" :key="field">
          <span v-if="errors[field]" class="error" role="alert">{{ errors[field] }}</span>
        </p>
      </fieldset>
      <fieldset v-if="may.length">
        <legend>Was this done too?</legend>
        <div><ChoiceRow v-model="done" many label="Was this done too?" :choices="may" /></div>
      </fieldset>
      <div class="row">
        <Button
          type="submit"
          class="now"
          label="Save"
          :disabled="head === null || (!chosen && !other) || record.isPending.value"
        />
        <RouterLink class="act" to="/today">Cancel</RouterLink>
      </div>
      <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
      <details v-if="head !== null && (chosen || other)">
        <summary>When, where, how long, how it went</summary>
        <div class="more flex flex-wrap gap-x-6 gap-y-3 mx-0 my-2.5">
          <label
            ><span class="quiet">When, if not just now</span>
            <input v-model="at" type="datetime-local" aria-label="When, if not just now" />
            <span v-if="errors['at']" class="error" role="alert">{{ errors["at"] }}</span>
          </label>
          <template v-if="alone">
            <label
              ><span class="quiet">Where</span>
              <select v-model="zone" aria-label="Where">
                <option v-for="one in ZONES" :key="one.key" :value="one.key">{{ one.name }}</option>
              </select></label
            >
            <label
              ><span class="quiet">Minutes on</span>
              <input v-model="minutes" class="brief" inputmode="decimal" aria-label="Minutes on" />
              <span v-if="errors['minutes']" class="error" role="alert">{{
                errors["minutes"]
              }}</span>
            </label>
          </template>
        </div>
        <p class="quiet small">How did the scalp feel, once dry? It can also be said later.</p>
        <ChoiceRow
          v-model="answer"
          label="How the scalp felt"
          :choices="questions.data.value!.outcomes.map((word) => ({ value: word, label: word }))"
        />
      </details>
    </form>
  </main>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}

fieldset > .act {
  justify-self: start;
}

legend {
  font: 560 1.25rem var(--serif);
  margin-bottom: 6px;
}

.more label {
  display: grid;
  gap: 4px;
  align-content: start;
}
</style>
