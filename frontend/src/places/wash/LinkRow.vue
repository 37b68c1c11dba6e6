<script setup lang="ts">
/** One link of a wash: what, where, how long; how it goes on unfolds below. */
import Select from "primevue/select";
import { computed, ref } from "vue";
import type { LinkResult, WashChoices, WashLink } from "@/api/types";
import { percents, withRange } from "@/parts/figures";
import OrderActs from "@/parts/OrderActs.vue";
import { ph, range, said as number } from "@/parts/ph";
import { besides, MUCH, said, WETNESS, whatOf, ZONES, type What } from "./links";

const { place, groups, choices, result, errors } = defineProps<{
  place: number;
  many: number;
  groups: { title: string; items: What[] }[];
  choices: WashChoices | undefined;
  result: LinkResult | undefined;
  errors: Record<string, string>;
}>();
defineEmits<{ move: [by: number]; remove: [] }>();
const link = defineModel<WashLink>({ required: true });
const open = ref(false);
const SEEN = 0.005; // a share of the oil that is worth a word

const nth = computed(() => `Link ${place + 1}`);
const found = computed(() => groups.reduce((sum, one) => sum + one.items.length, 0) > 12);
const plain = computed(() => whatOf(link.value) === "");
const pause = computed(() => Boolean(link.value.pause));
const more = computed(() => besides(link.value, choices));
const wrong = computed(() =>
  Object.entries(errors)
    .filter(([field]) => field.startsWith(`links.${place}.`))
    .map(([, message]) => message),
);
const set = (changed: Partial<WashLink>) => Object.assign(link.value, changed);
/** Its minutes as they are, where none are said. */
const usual = computed(() => {
  if (!result) return "";
  if (result.longest === null && !pause.value) return "stays";
  return number(Math.round(result.longest ?? result.minutes));
});
const typed = (event: Event) => (event.target as HTMLInputElement).value.trim();
const how = computed(() => choices?.pauses.find((one) => one.key === link.value.pause)?.how ?? "");
</script>

<template>
  <li
    class="grid grid-cols-[20px_minmax(0,1fr)_auto] gap-x-2.5 gap-y-1 items-center px-0 py-2.5 border-t border-hairline"
  >
    <span class="nth">{{ place + 1 }}</span>
    <Select
      :model-value="whatOf(link)"
      :options="groups"
      option-group-label="title"
      option-group-children="items"
      option-label="name"
      option-value="what"
      placeholder="plain water"
      :aria-label="`${nth}, what`"
      :filter="found"
      auto-filter-focus
      reset-filter-on-hide
      @update:model-value="set(said($event))"
    />
    <OrderActs
      :place="place"
      :many="many"
      :earlier="`${nth} earlier`"
      :later="`${nth} later`"
      :out="`Leave out ${nth.toLowerCase()}`"
      @move="$emit('move', $event)"
      @remove="$emit('remove')"
    />
    <div class="where flex flex-wrap gap-x-4 gap-y-1 items-center">
      <Select
        v-if="!pause"
        v-model="link.zone"
        :options="[...ZONES]"
        option-label="name"
        option-value="key"
        :aria-label="`${nth}, where`"
      />
      <span v-else class="quiet small">{{ how }}</span>
      <label class="minutes"
        ><input
          class="brief"
          :value="link.minutes ?? ''"
          :placeholder="usual"
          inputmode="decimal"
          :aria-label="`${nth}, minutes`"
          :aria-invalid="Boolean(errors[`links.${place}.minutes`])"
          @change="set({ minutes: (typed($event) || null) as never })"
        />
        min</label
      >
    </div>
    <p class="more flex flex-wrap gap-x-3.5 gap-y-0.5 items-center">
      <button type="button" class="act small" :aria-expanded="open" @click="open = !open">
        {{ open ? "Fold away" : "How it goes on" }}<span class="unseen">: {{ nth }}</span>
      </button>
      <span v-for="one in more" :key="one" class="text-sm border-l-3 border-vein pl-1.5">{{
        one
      }}</span>
    </p>
    <div v-if="open" class="how">
      <label v-if="place > 0" class="tick"
        ><input v-model="link.beside" type="checkbox" :aria-label="`${nth}, at the same time`" /> at
        the same time as what is before it</label
      >
      <template v-if="!plain && !pause">
        <label class="tick"
          ><input
            type="checkbox"
            :checked="link.cover ?? result?.covered ?? false"
            :aria-label="`${nth}, under a cap or film`"
            @change="set({ cover: ($event.target as HTMLInputElement).checked })"
          />
          under a cap, film or bag</label
        >
        <label
          >How much
          <select v-model="link.amount_mode" :aria-label="`${nth}, how much`">
            <option v-for="one in MUCH" :key="one.key" :value="one.key">{{ one.name }}</option>
          </select></label
        >
        <span v-if="link.amount_mode === 'amount'" class="pair">
          <input
            class="brief"
            :value="link.amount ?? ''"
            inputmode="decimal"
            :aria-label="`${nth}, amount`"
            @change="set({ amount: (typed($event) || null) as never })"
          />
          <select v-model="link.unit" :aria-label="`${nth}, unit`">
            <option value="mL">mL</option>
            <option value="g">g</option>
          </select>
        </span>
        <label v-if="link.amount_mode === 'dose'"
          ><input
            class="brief"
            :value="link.times"
            inputmode="decimal"
            :aria-label="`${nth}, times the usual amount`"
            @change="set({ times: (typed($event) || 1) as never })"
          />
          times the usual</label
        >
        <label
          >Thinned 1 +
          <input
            class="brief"
            :value="link.parts"
            inputmode="numeric"
            :aria-label="`${nth}, parts of water to one`"
            @change="set({ parts: (typed($event) || 0) as never })"
          />
          water</label
        >
        <label
          >On
          <select
            :value="link.wetness ?? ''"
            :aria-label="`${nth}, how wet the hair is`"
            @change="set({ wetness: (typed($event) || null) as never })"
          >
            <option v-for="one in WETNESS" :key="one.key" :value="one.key">{{ one.name }}</option>
          </select></label
        >
        <label
          >Section by section
          <select v-model="link.sections" :aria-label="`${nth}, section by section`">
            <option value="">no, all at once</option>
            <option v-for="one in choices?.sections ?? []" :key="one.key" :value="one.key">
              {{ one.name }}, {{ number(one.whole) }} min more
            </option>
          </select></label
        >
      </template>
      <label class="tick"
        ><input v-model="link.optional" type="checkbox" :aria-label="`${nth}, may be left out`" />
        may be left out</label
      >
      <label v-if="link.optional"
        >only if
        <input
          v-model.lazy="link.only_if"
          class="brief wide"
          maxlength="80"
          placeholder="it still feels oily"
          :aria-label="`${nth}, only if`"
      /></label>
    </div>
    <p v-for="message in wrong" :key="message" class="error" role="alert">{{ message }}</p>
    <p v-if="result && !wrong.length && !result.pause" class="after flex flex-wrap gap-x-5 gap-y-0">
      <span v-if="result.says" :class="{ short: result.short }">{{ result.says }}</span>
      <span v-if="result.scalp_lift && result.scalp_lift.high >= SEEN">
        washes out {{ percents(result.scalp_lift) }} of what is on the scalp</span
      >
      <span v-if="result.put_back.value >= 0.05">
        puts {{ withRange(result.put_back) }}, of oil on</span
      >
      <span v-if="result.own_ph">itself pH {{ ph(result.own_ph.value) }}</span>
      <span v-if="result.ph"
        >wet hair then pH {{ ph(result.ph.value) }}, likely {{ range(result.ph) }}</span
      >
    </p>
    <details v-if="result?.doubts?.length" class="doubts">
      <summary>What is not known of it ({{ result.doubts.length }})</summary>
      <p v-for="doubt in result.doubts" :key="doubt" class="quiet">{{ doubt }}</p>
    </details>
  </li>
</template>

<style scoped>
.where,
.after,
.doubts,
.error,
.how,
.more {
  grid-column: 2 / -1;
}

.where > :first-child {
  min-width: min(100%, 190px);
}

span.small {
  flex: 1 1 200px;
}

.how {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  padding: 8px 12px;
  background: var(--paper);
  border-radius: 4px 16px 16px 16px;
  font-size: 0.9375rem;
  align-items: center;
}

.how label,
.pair {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 32px;
}

.how input.brief {
  width: 52px;
}

.how input.wide {
  width: 190px;
}

.after,
.doubts {
  color: var(--stem);
  font-size: 0.9375rem;
}

.short {
  color: var(--ink);
  font-weight: 700;
}

.doubts summary {
  cursor: pointer;
}
</style>
