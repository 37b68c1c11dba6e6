<script setup lang="ts">
/** What is still to come, changed on the spot: swapped, left out, added, poured again. */
import { computed, ref } from "vue";
import type { BasinChange, BasinStep, Offer, Run } from "@/api/types";
import { useOffers } from "@/api/wash";
import { useTrouble } from "@/parts/trouble";
import OfferList from "../OfferList.vue";
import { useBeside, type Pressing } from "./pressing";

const { run, step, pressing } = defineProps<{ run: Run; step: BasinStep; pressing: Pressing }>();
const { change, error } = useBeside(pressing);
const { errors, trouble } = useTrouble(error);
const busy = ref(false);
const offers = useOffers(() => run.head);
const doing = ref<{ do: "swap" | "add"; link: number | null; ranOut: boolean } | null>(null);
const things = computed<Offer[]>(() => {
  const seen = new Set<string>();
  return (offers.data.value?.offers ?? []).filter((one) => {
    const fits = one.what === "formula" || one.what === "supply";
    const fresh = !seen.has(`${one.what}${one.key}`);
    seen.add(`${one.what}${one.key}`);
    return fits && fresh;
  });
});
const coming = computed(() => run.links.filter((one) => one.state === "to_come"));
/** What could be poured again: what this step rinses out. */
const left = computed(() =>
  step.again ? run.links.filter((one) => step.waits.includes(one.id)) : [],
);

const SAYS = {
  swap: "the swap",
  add: "what you added",
  leave_out: "what you left out",
  again: "pouring again",
};
async function alter(body: Partial<BasinChange> & Pick<BasinChange, "do">): Promise<void> {
  busy.value = true;
  if (await change({ zone: "both", left: "half", ...body }, SAYS[body.do])) doing.value = null;
  busy.value = false;
}
const take = (one: Offer) =>
  alter({
    do: doing.value?.do ?? "add",
    link: doing.value?.link ?? null,
    formula: one.what === "formula" ? Number(one.key) : null,
    supply_key: one.what === "supply" ? one.key : "",
    zone: one.zone as BasinChange["zone"], // where it went the last time
    ran_out: doing.value?.ranOut ?? false,
  });
</script>

<template>
  <section class="grid gap-2 justify-items-start" aria-label="Change the next steps">
    <template v-if="doing">
      <h2>{{ doing.do === "swap" ? "What instead?" : "What else?" }}</h2>
      <OfferList :offers="things" :shown="things.length" :disabled="busy" @choose="take" />
      <button
        type="button"
        class="thing"
        :disabled="busy"
        @click="alter({ do: doing.do, link: doing.link, ran_out: doing.ranOut })"
      >
        Plain water
      </button>
      <button type="button" class="act min-h-11" @click="doing = null">Cancel</button>
    </template>
    <template v-else>
      <p v-for="one in left" :key="one.id" class="row">
        <span>Some of {{ one.name }} is left? Top it up with water and pour it again:</span>
        <button
          v-for="[share, word] in [
            ['most', 'most of it'],
            ['half', 'half'],
            ['quarter', 'a quarter'],
          ] as const"
          :key="share"
          type="button"
          class="act min-h-11"
          @click="alter({ do: 'again', link: one.id, left: share })"
        >
          {{ word }} is left
        </button>
      </p>
      <ul>
        <li v-for="one in coming" :key="one.id" class="row">
          <span class="name flex-[1_1_160px] font-bold">{{ one.name }}</span>
          <template v-if="one.what === 'put_on'">
            <button
              type="button"
              class="act min-h-11"
              @click="doing = { do: 'swap', link: one.id, ranOut: true }"
            >
              It ran out<span class="unseen">: {{ one.name }}</span>
            </button>
            <button
              type="button"
              class="act min-h-11"
              @click="doing = { do: 'swap', link: one.id, ranOut: false }"
            >
              Swap<span class="unseen">: {{ one.name }}</span>
            </button>
          </template>
          <button
            type="button"
            class="act min-h-11"
            @click="alter({ do: 'leave_out', link: one.id })"
          >
            Leave out<span class="unseen">: {{ one.name }}</span>
          </button>
        </li>
      </ul>
      <button
        type="button"
        class="act min-h-11"
        @click="doing = { do: 'add', link: null, ranOut: false }"
      >
        Add something
      </button>
    </template>
    <p
      v-if="errors['link'] || errors['formula'] || errors['version'] || trouble"
      class="error"
      role="alert"
    >
      {{ errors["link"] ?? errors["formula"] ?? errors["version"] ?? trouble }}
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  width: 100%;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 4px 0;
  border-top: 1px solid var(--hairline);
}

.thing {
  width: 100%;
  min-height: 56px;
  text-align: left;
  padding: 8px 16px;
  border: 1px solid var(--stem);
  border-radius: 4px 14px 14px 14px;
  background: none;
  color: var(--ink);
  font: 700 1.0625rem var(--sans);
  cursor: pointer;
}
</style>
