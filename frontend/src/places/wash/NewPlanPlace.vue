<script setup lang="ts">
/** Plan a wash: whose hair, which wash, when. What must be made is worked back from there. */
import Button from "primevue/button";
import { computed, reactive } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useHeads, useQuestions } from "@/api/heads";
import { usePlanWash, useRemovePlanned, useWashChains } from "@/api/wash";
import { tell } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { useWaiting } from "@/parts/waiting";
import WhenFields from "./WhenFields.vue";

const route = useRoute();
const router = useRouter();
const heads = useHeads();
const chains = useWashChains();
const questions = useQuestions();
const { failed, loaded, again } = useWaiting(heads, chains, questions);
const plan = usePlanWash();
const remove = useRemovePlanned();
const { errors, trouble } = useTrouble(plan.error);

const number = (name: string): number | null => Number(route.query[name]) || null;
const entered = reactive({
  heads: [number("head")].filter((one) => one !== null),
  chain: number("chain"),
  at: "",
  occasion: "ordinary",
  day: "",
  note: "",
});
const people = computed(() =>
  (heads.data.value ?? []).map((one) => ({ value: one.id, label: one.name })),
);
const named = computed(() =>
  (chains.data.value ?? []).filter((one) => one.links.length).map(({ id, name }) => ({ id, name })),
);

async function keep(): Promise<void> {
  const kept = await plan
    .mutateAsync({
      heads: entered.heads,
      chain: entered.chain,
      name: "",
      links: [],
      at: entered.at,
      occasion: entered.occasion,
      note: entered.note,
    })
    .catch(() => null);
  if (!kept?.length) return;
  const many = kept.length === 1 ? "The wash is planned." : `${kept.length} washes are planned.`;
  tell(many, async () => {
    for (const one of kept) await remove.mutateAsync(one.id);
    await router.push("/wash");
  });
  await router.push(kept.length === 1 ? `/wash/planned/${kept[0]?.id}` : "/wash");
}
</script>

<template>
  <main class="place">
    <header>
      <h1>Plan a wash</h1>
    </header>
    <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
    <p v-else-if="!heads.data.value!.length">
      Whose hair is it? <RouterLink to="/heads?new=head">Add someone</RouterLink> first.
    </p>
    <p v-else-if="!named.length">
      There is no wash by name yet:
      <RouterLink to="/wash/names?new">string one together</RouterLink> first.
    </p>
    <form v-else class="grid gap-5 max-w-190 mt-2" @submit.prevent="keep">
      <fieldset>
        <legend class="text-stem text-md mb-1.5">
          Whose hair? Several are washed one after the other.
        </legend>
        <ChoiceRow v-model="entered.heads" many label="Whose hair" :choices="people" />
        <p v-if="errors['heads']" class="error" role="alert">{{ errors["heads"] }}</p>
      </fieldset>
      <PickField
        v-model="entered.chain"
        label="Which wash"
        :options="named"
        by="id"
        :search-in="['name']"
        :error="errors['chain']"
      />
      <WhenFields
        v-model:at="entered.at"
        v-model:occasion="entered.occasion"
        v-model:day="entered.day"
        :head="entered.heads[0] ?? null"
        :chain="entered.chain"
        :questions="questions.data.value!"
        :errors="errors"
      />
      <TextField v-model="entered.note" label="Note" :rows="1" :error="errors['note']" />
      <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
      <div class="row">
        <Button type="submit" class="now" label="Plan it" :disabled="plan.isPending.value" />
        <RouterLink class="act" to="/wash">Cancel</RouterLink>
      </div>
    </form>
  </main>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
</style>
