<script setup lang="ts">
/** Washes by name: formulas and other things strung in order over the two zones of a head. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { WashChain } from "@/api/types";
import { useFormulas } from "@/api/formulas";
import { useHeads } from "@/api/heads";
import { useBought } from "@/api/shelf";
import { useRemoveWash, useRestoreWash, useWashChains, useWashChoices } from "@/api/wash";
import { useShortcuts } from "@/app/shortcuts";
import { tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import WashBoard from "./WashBoard.vue";

const route = useRoute();
const washes = useWashChains();
const formulas = useFormulas("", "");
const heads = useHeads();
const choices = useWashChoices();
const bought = useBought(() => (washes.data.value ?? []).flatMap((one) => one.links));
const { failed, loaded, again } = useWaiting(washes, formulas, heads, bought, choices);
const remove = useRemoveWash();
const restore = useRestoreWash();
const open = ref<number | "new" | null>(
  "new" in route.query ? "new" : Number(route.query["open"]) || null,
);
const chosen = computed(() => washes.data.value?.find((one) => one.id === open.value));

const takeAway = (one: WashChain) =>
  tellOf(
    `“${one.name}” is removed.`,
    () => remove.mutateAsync(one.id),
    () => restore.mutateAsync(one.id),
  );

useShortcuts([{ key: "n", does: "A new wash", run: () => (open.value = "new") }]);
</script>

<template>
  <LoadState v-if="failed || !loaded" :error="failed" @again="again" />
  <template v-else>
    <p class="quiet">
      A wash is a sequence: oil on the ends, a cleanser on the scalp, plain water, a rinse through
      the lengths. What is washed out, what is put back and the pH at the end depend on all of it.
    </p>
    <WashBoard
      v-if="open !== null"
      :key="open"
      :wash="chosen"
      :formulas="formulas.data.value!.formulas"
      :bought="bought.data.value!"
      :heads="heads.data.value!"
      :choices="choices.data.value"
      @done="open = $event"
      @close="open = null"
    />
    <Button v-else class="new" label="A new wash" variant="outlined" @click="open = 'new'" />
    <p v-if="!washes.data.value!.length && open === null" class="quiet">
      None yet. Put formulas in order, and see what the whole wash does.
    </p>
    <ul class="list-none mx-0 mt-2 mb-0 p-0">
      <li v-for="one in washes.data.value" :key="one.id" class="px-0 py-3 border-t border-hairline">
        <h2>
          <button type="button" class="act" @click="open = one.id">{{ one.name }}</button>
        </h2>
        <p>{{ one.names.join(" → ") || "nothing in it yet" }}</p>
        <p v-if="one.gone" class="text-madder">
          Something in it is gone: open it and choose another.
        </p>
        <p class="row">
          <RouterLink class="act small" :to="{ path: '/wash/plan/new', query: { chain: one.id } }"
            >Plan it<span class="unseen">: {{ one.name }}</span></RouterLink
          >
          <button type="button" class="act small" @click="takeAway(one)">
            Remove<span class="unseen">: {{ one.name }}</span>
          </button>
        </p>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.new {
  margin: 12px 0;
}

h2 .act {
  font: inherit;
  color: var(--ink);
  text-decoration-color: var(--vein);
}
</style>
