<script setup lang="ts">
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import type { Library, Lot } from "@/api/types";
import { useBlocked } from "@/api/heads";
import { useNextLot, useRemoveLot, useRestoreLot } from "@/api/shelf";
import { tell } from "@/app/undo";
import { said } from "@/parts/ph";
import FigureLine from "./FigureLine.vue";
import IngredientList from "./IngredientList.vue";
import LotForm from "./LotForm.vue";
import NeatReadings from "./NeatReadings.vue";
import PhLine from "./PhLine.vue";
import ShelfRow from "./ShelfRow.vue";

const { lot } = defineProps<{ lot: Lot; library: Library; currency: string }>();
const route = useRoute();
const blocked = useBlocked();
/** Whom it is not for, by why. */
const barred = computed(() => {
  const here = blocked.data.value?.filter((one) => one.supply_key === lot.key) ?? [];
  return [...new Set(here.map((one) => one.why))].map((why) => ({
    why,
    heads: here.filter((one) => one.why === why),
  }));
});
const remove = useRemoveLot();
const restore = useRestoreLot();
const next = useNextLot();
/** The next bottle of the same thing, on the shelf. */
async function another(): Promise<void> {
  const made = await next.mutateAsync(lot.id).catch((error: Error) => tell(error.message));
  if (made) tell(`A new ${made.name} is on the shelf.`, () => remove.mutateAsync(made.id));
}
const reading = ref(route.query["read"] === lot.key);
const share = computed(() =>
  lot.left === null || !lot.size ? null : Math.min(lot.left / lot.size, 1),
);
</script>

<template>
  <ShelfRow
    :thing="lot"
    :kind="lot.material_name"
    :remove="remove.mutateAsync"
    :restore="restore.mutateAsync"
  >
    <template #form="{ done }">
      <LotForm :library="library" :lot="lot" :currency="currency" @done="done" />
    </template>
    <p v-for="notice in lot.notices" :key="notice.what" :class="['notice', notice.what]">
      {{ notice.says }}
    </p>
    <p v-if="lot.unknown" class="barred">
      It is not known here any more what this is, and nothing is reckoned with it: press Change, and
      say it anew.
    </p>
    <p v-if="lot.left !== null" class="row left">
      <span>{{ said(lot.left) }} {{ lot.unit }} left</span>
      <svg v-if="share !== null" viewBox="0 0 120 8" aria-hidden="true">
        <rect width="120" height="8" rx="4" class="all" />
        <rect :width="120 * share" height="8" rx="4" class="rest" />
      </svg>
    </p>
    <p v-if="lot.strength">
      <strong v-if="lot.readings">This bottle now: </strong>
      <FigureLine :figure="lot.strength" />
    </p>
    <p v-if="lot.unlabelled" class="quiet">
      Nobody has said how strong it is: the library’s figure stands in. Read it off the label.
    </p>
    <PhLine v-if="lot.neat_ph" :figure="lot.neat_ph" />
    <p v-for="group in barred" :key="group.why" class="barred">
      Not for
      <template v-for="(one, at) in group.heads" :key="one.head"
        >{{ at ? ", " : ""
        }}<RouterLink :to="`/heads/${one.head}`">{{ one.head_name }}</RouterLink></template
      >: {{ group.why }}.
    </p>
    <NeatReadings v-if="reading" :thing="lot" />
    <p v-for="doubt in lot.doubts" :key="doubt" class="quiet">{{ doubt }}</p>
    <details v-if="lot.ingredients.length">
      <summary class="cursor-pointer text-stem text-sm">
        Its ingredients ({{ lot.ingredients.length }})
      </summary>
      <IngredientList :ingredients="lot.ingredients" />
    </details>
    <template #acts>
      <button
        v-if="lot.neat_ph"
        type="button"
        class="act"
        :aria-label="`${lot.readings ? `Readings (${lot.readings})` : 'Test it undiluted'}: ${lot.name}`"
        :aria-expanded="reading"
        @click="reading = !reading"
      >
        {{ lot.readings ? `Readings (${lot.readings})` : "Test it undiluted" }}
      </button>
      <button
        type="button"
        class="act"
        :aria-label="`New bottle of this: ${lot.name}`"
        @click="another"
      >
        New bottle of this
      </button>
      <RouterLink
        class="act"
        :to="`/shelf/materials/${lot.material}`"
        :aria-label="`What is known of ${lot.material_name}`"
      >
        What is known
      </RouterLink>
    </template>
  </ShelfRow>
</template>

<style scoped>
.barred,
.notice.past,
.notice.empty {
  color: var(--madder);
}

.notice {
  border-left: 4px solid var(--throat);
  padding-left: 10px;
}

.left svg {
  width: 120px;
}

.all {
  fill: var(--hairline);
}

.rest {
  fill: var(--leaf);
}
</style>
