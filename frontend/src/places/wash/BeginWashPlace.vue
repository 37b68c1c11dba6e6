<script setup lang="ts">
/** Begin a wash on the spot, in two presses: whose hair, and with what. */
import { computed, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useBeginWash, useRuns } from "@/api/basin";
import type { Offer } from "@/api/types";
import { useHeads } from "@/api/heads";
import { useOffers } from "@/api/wash";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import OfferList from "./OfferList.vue";

const route = useRoute();
const router = useRouter();
const heads = useHeads();
const runs = useRuns();
const head = ref<number | null>(Number(route.query["head"]) || null);
const offers = useOffers(head);
const begin = useBeginWash();
const { errors, trouble } = useTrouble(begin.error);
const said = computed(() => Object.values(errors.value)[0] ?? trouble.value);
/** A kind of preparation alone is nothing that could be poured. */
const known = computed(() =>
  (offers.data.value?.offers ?? []).filter((one) => one.what !== "family"),
);
watch(
  heads.data,
  (now) => {
    if (head.value === null && now?.length === 1) head.value = now[0]?.id ?? null;
  },
  { immediate: true },
);

async function go(one: Offer): Promise<void> {
  const id = (what: Offer["what"]) => (one.what === what ? Number(one.key) : null);
  const run = await begin
    .mutateAsync({
      head: head.value,
      planned: id("planned"),
      chain: id("chain"),
      formula: id("formula"),
      supply_key: one.what === "supply" ? one.key : "",
      zone: one.zone as never,
      minutes: one.minutes as never,
      occasion: "ordinary",
    })
    .catch(() => null);
  if (run) await router.push(`/wash/run/${run.id}`);
}
</script>

<template>
  <main class="place">
    <header>
      <h1>Begin a wash</h1>
    </header>
    <LoadState v-if="!heads.data.value" :error="heads.error.value" @again="heads.refetch()" />
    <p v-else-if="!heads.data.value.length">
      Whose hair is it? <RouterLink to="/heads?new=head">Add someone</RouterLink> first.
    </p>
    <div v-else class="form">
      <ul v-if="runs.data.value?.length">
        <li v-for="one in runs.data.value" :key="one.id">
          <RouterLink class="block px-0 py-2.5" :to="`/wash/run/${one.id}`">
            <strong>{{ one.head_name }}: {{ one.name }}</strong> is under way: go on
          </RouterLink>
        </li>
      </ul>
      <section aria-label="Whose hair is it?">
        <h2>Whose hair is it?</h2>
        <ChoiceRow
          v-model="head as number"
          label="Whose hair is it?"
          :choices="heads.data.value.map((one) => ({ value: one.id, label: one.name }))"
        />
      </section>
      <section v-if="head !== null" aria-label="With what?">
        <h2>With what?</h2>
        <LoadState
          v-if="!offers.data.value"
          :error="offers.error.value"
          @again="offers.refetch()"
        />
        <p v-else-if="!known.length" class="quiet">
          Nothing stands here yet: put what you bought on the
          <RouterLink to="/shelf">shelf</RouterLink>,
          <RouterLink to="/formulas">write a formula</RouterLink>, or string
          <RouterLink to="/wash/names">a wash</RouterLink> first.
        </p>
        <OfferList :offers="known" :shown="10" :disabled="begin.isPending.value" @choose="go" />
        <p v-if="said" class="error" role="alert">{{ said }}</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.form,
section {
  display: grid;
  gap: 12px;
  max-width: 720px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
</style>
