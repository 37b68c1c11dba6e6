<script setup lang="ts">
/** One wash: its links in order, and after each the oil on both zones, the wet hair's pH and the minutes. */
import Button from "primevue/button";
import Select from "primevue/select";
import { computed, ref } from "vue";
import type { HeadRow, Supply, WashChain, WashLink } from "@/api/client";
import { useSaveWash, useWashAssessment } from "@/api/wash";
import CautionList from "@/parts/CautionList.vue";
import { percents, roughly, withRange } from "@/parts/figures";
import HeadSelect from "@/parts/HeadSelect.vue";
import LoadState from "@/parts/LoadState.vue";
import { ph, range } from "@/parts/ph";
import { move } from "@/parts/order";
import OrderActs from "@/parts/OrderActs.vue";
import PhStrip from "@/parts/PhStrip.vue";
import TextField from "@/parts/TextField.vue";
import DraftNote from "@/parts/DraftNote.vue";
import { useEdit } from "@/parts/edit";
import { useTrouble } from "@/parts/trouble";
import LiftScale from "@/parts/LiftScale.vue";

const { wash, formulas, bought, heads } = defineProps<{
  wash: WashChain | undefined;
  formulas: { id: number; name: string }[];
  /** What was bought and is used as it comes: from the shelf first, then what anybody can buy. */
  bought: Supply[];
  heads: HeadRow[];
}>();
const emit = defineEmits<{ done: [id: number]; close: [] }>();

const edit = useEdit({
  path: "/api/wash/chains",
  row: wash,
  fields: (row?: WashChain) => ({
    name: row?.name ?? "",
    links: (row?.links ?? []).map((one) => ({ ...one })) as WashLink[],
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
const SEEN = 0.005; // a share of the oil that is worth a word
const PLAIN = { what: "", name: "plain water" };
const groups = computed(() => {
  const stock = bought.filter((one) => one.key.startsWith("made-")).map(asChoice);
  const rest = bought.filter((one) => !one.key.startsWith("made-"));
  const mine = rest.filter((one) => one.at_hand).map(asChoice);
  const any = rest.filter((one) => !one.at_hand).map(asChoice);
  const made = formulas.map((one) => ({ what: `formula-${one.id}`, name: one.name }));
  return [
    { title: "Water", items: [PLAIN] },
    { title: "Made, and in stock", items: stock },
    { title: "Your formulas", items: made },
    { title: "Bought, on your shelf", items: mine },
    { title: "Bought, of any make", items: any },
  ].filter((one) => one.items.length);
});
const asChoice = (one: Supply) => ({ what: one.key, name: one.name });
const whatOf = (link: WashLink): string =>
  typeof link.formula === "number" ? `formula-${link.formula}` : (link.stuff ?? "");
const many = computed(() => groups.value.reduce((sum, one) => sum + one.items.length, 0) > 12);
const ZONES = [
  { key: "scalp", name: "on the scalp" },
  { key: "lengths", name: "on the lengths" },
  { key: "both", name: "on both" },
] as const;
const asked = computed(() => links.value.map((one) => ({ ...one })));
const reading = useWashAssessment(asked, head);
const found = computed(() => (links.value.length ? reading.data.value : undefined));
const { errors, trouble } = useTrouble(reading.error);
const save = useSaveWash();
const { errors: refused } = useTrouble(save.error);
const along = (at: number) => found.value?.along[at];

/** A link is a formula, something bought, or plain water. */
function said(what: string): Pick<WashLink, "formula" | "stuff"> {
  const formula = /^formula-(\d+)$/.exec(what)?.[1];
  return formula ? { formula: Number(formula), stuff: "" } : { formula: null, stuff: what };
}
function add(what: string): void {
  links.value.push({ ...said(what), zone: "both", minutes: null, times: 1 });
}
function choose(link: WashLink, what: string): void {
  Object.assign(link, said(what));
}
function minutes(at: number, typed: string): void {
  const link = links.value[at];
  if (link) link.minutes = typed.trim() === "" ? null : (typed as unknown as number);
}

async function keep(how = edit.keep): Promise<void> {
  const kept = await how(save.mutateAsync);
  if (kept) emit("done", kept.id);
}
</script>

<template>
  <form class="board" @submit.prevent="keep()">
    <DraftNote :edit="edit" @mine="keep(edit.keepMine)" />
    <div class="row">
      <TextField v-model="entered.name" label="What this wash is called" :error="refused['name']" />
      <label class="for"
        ><span class="quiet">For</span>
        <HeadSelect v-model="head" :heads="heads" label="For whom the wash is" />
      </label>
    </div>
    <ol>
      <li v-for="(link, i) in links" :key="i">
        <span class="nth">{{ i + 1 }}</span>
        <Select
          :model-value="whatOf(link)"
          :options="groups"
          option-group-label="title"
          option-group-children="items"
          option-label="name"
          option-value="what"
          placeholder="plain water"
          :aria-label="`Link ${i + 1}, what`"
          :filter="many"
          @update:model-value="choose(link, $event)"
        />
        <Select
          v-model="link.zone"
          :options="[...ZONES]"
          option-label="name"
          option-value="key"
          :aria-label="`Link ${i + 1}, where`"
        />
        <label class="minutes"
          ><input
            class="inline"
            :value="link.minutes ?? ''"
            :placeholder="along(i) ? String(along(i)!.minutes) : ''"
            inputmode="decimal"
            :aria-label="`Link ${i + 1}, minutes`"
            @change="minutes(i, ($event.target as HTMLInputElement).value)"
          />
          min</label
        >
        <label v-if="whatOf(link)" class="covered"
          ><input
            type="checkbox"
            :checked="link.cover ?? false"
            :aria-label="`Link ${i + 1}, under a cap or film`"
            @change="link.cover = ($event.target as HTMLInputElement).checked"
          />
          covered</label
        >
        <span v-else class="none" />
        <OrderActs
          :place="i"
          :many="links.length"
          :earlier="`Link ${i + 1} earlier`"
          :later="`Link ${i + 1} later`"
          :out="`Leave out link ${i + 1}`"
          @move="move(links, i, $event)"
          @remove="links.splice(i, 1)"
        />
        <p v-if="errors[`links.${i}.formula`]" class="error" role="alert">
          {{ errors[`links.${i}.formula`] }}
        </p>
        <p v-else-if="along(i)" class="after">
          <span v-if="along(i)!.scalp_lift && along(i)!.scalp_lift!.high >= SEEN">
            washes out {{ percents(along(i)!.scalp_lift!) }} of what is on the scalp</span
          >
          <span v-if="along(i)!.put_back.value >= 0.05">
            puts {{ withRange(along(i)!.put_back) }}, of oil on</span
          >
          <span>
            oil left: scalp {{ withRange(along(i)!.scalp_oil) }}; lengths
            {{ withRange(along(i)!.lengths_oil) }}</span
          >
          <span v-if="along(i)!.ph"
            >wet hair pH {{ ph(along(i)!.ph!.value) }}, likely {{ range(along(i)!.ph!) }}</span
          >
        </p>
        <details v-if="along(i)?.doubts.length" class="doubts">
          <summary>What is not known of it ({{ along(i)!.doubts.length }})</summary>
          <p v-for="doubt in along(i)!.doubts" :key="doubt" class="quiet">{{ doubt }}</p>
        </details>
      </li>
    </ol>
    <div class="row">
      <Select
        :key="links.length"
        :model-value="undefined"
        :options="groups"
        option-group-label="title"
        option-group-children="items"
        option-label="name"
        option-value="what"
        placeholder="Add what comes next"
        aria-label="Add what comes next"
        :filter="many"
        @update:model-value="add"
      />
      <button type="button" class="act" @click="add('')">Plain water</button>
    </div>
    <p v-if="!links.length" class="quiet">Begin with what goes on first.</p>
    <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
    <LoadState v-else-if="links.length && !found && !reading.error.value" />
    <section v-if="found && links.length" class="whole" aria-label="What the whole wash does">
      <p>
        <strong class="grade">{{ found.grade }}</strong> In all it washes out
        {{ percents(found.scalp_lift) }} of the scalp’s oil and
        {{ found.lengths_lift.high < SEEN ? "hardly anything" : percents(found.lengths_lift) }}
        of what is on the lengths, and takes
        {{ roughly(found.minutes) }} minutes. {{ found.asked }} <em>computed</em>
      </p>
      <LiftScale says="Washes out" :lift="found.scalp_lift" />
      <p v-if="found.ph" class="row">
        The hair ends at pH {{ ph(found.ph.value) }}, likely {{ range(found.ph) }}
        <PhStrip :predicted="found.ph" />
      </p>
      <CautionList v-if="found.cautions.length" :cautions="found.cautions" />
    </section>
    <div class="row">
      <Button type="submit" :label="wash ? 'Save' : 'Save'" :disabled="save.isPending.value" />
      <button type="button" class="act" @click="$emit('close')">Close</button>
    </div>
  </form>
</template>

<style scoped>
.board {
  display: grid;
  gap: 12px;
  margin: 12px 0 24px;
}

.for {
  display: grid;
  gap: 4px;
  font-size: 0.9375rem;
}

ol {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1.4fr) minmax(0, 0.8fr) 110px 96px auto;
  gap: 2px 10px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hairline);
}

.after,
.doubts,
.error {
  grid-column: 2 / -1;
}

.after,
.doubts {
  color: var(--stem);
  font-size: 0.9375rem;
}

.doubts summary {
  cursor: pointer;
}

.after {
  display: flex;
  flex-wrap: wrap;
  gap: 0 20px;
}

.error {
  color: var(--madder);
}

.whole {
  display: grid;
  gap: 8px;
}

.grade {
  font: 560 1.25rem/1.2 var(--serif);
  margin-right: 6px;
}

em {
  color: var(--stem);
}

@media (max-width: 760px) {
  li {
    grid-template-columns: 20px minmax(0, 1fr) auto;
  }

  li > :nth-child(3) {
    grid-column: 2;
  }

  .minutes {
    grid-column: 2;
  }

  .covered {
    grid-column: 2;
  }

  .none {
    display: none;
  }

  .acts {
    grid-row: 1;
    grid-column: 3;
  }
}
</style>
