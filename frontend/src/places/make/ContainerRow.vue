<script setup lang="ts">
/** A container in stock: what is left, where it stands, until when and why; and what can be done with it. */
import { computed, ref } from "vue";
import type { Container, ContainerChange } from "@/api/types";
import {
  useChangeContainer,
  useRemoveContainer,
  useRemoveTopping,
  useRestoreContainer,
  useRestoreTopping,
  useThawSome,
} from "@/api/make";
import { tell, tellOf } from "@/app/undo";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { said } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { dayOf } from "@/parts/when";
import { PLACES, WHY } from "./words";

const { container } = defineProps<{ container: Container; bare?: boolean }>();
const change = useChangeContainer();
const remove = useRemoveContainer();
const restore = useRestoreContainer();
const untop = useRemoveTopping();
const top = useRestoreTopping();
const thaw = useThawSome();
const { errors, trouble } = useTrouble(change.error);
const { errors: notThawed, trouble: thawTrouble } = useTrouble(thaw.error);

const using = ref(false);
const amount = ref("");
const throwing = ref(false);
const thawing = ref(false);
const pieces = ref("1");
const why = ref<string>("old");
const place = computed({ get: () => container.place, set: (to) => void move(to) });
const choices = [...PLACES];
const reasons = WHY.map((one) => ({ ...one }));
const day = computed(() => dayOf(container.use_by));
const URGENT = { past: "Past its date", today: "Use it today", soon: "Use soon", "": "" } as const;

async function save(body: Omit<ContainerChange, "version">): Promise<Container | null> {
  return change
    .mutateAsync({ id: container.id, body: { ...body, version: container.version } })
    .catch(() => null);
}

/** Do it, and say so with the way back. */
async function told(
  words: string,
  body: Omit<ContainerChange, "version">,
  back: Omit<ContainerChange, "version">,
): Promise<boolean> {
  const done = await save(body);
  if (done)
    tell(words, () =>
      change
        .mutateAsync({ id: done.id, body: { ...back, version: done.version } })
        .catch((error: Error) => tell(error.message)),
    );
  return done !== null;
}

async function use(): Promise<void> {
  const left = container.left;
  const used = await told(
    `${amount.value} ${container.unit} of ${container.of} used.`,
    { use: amount.value as never },
    { left: left as never },
  );
  if (used) {
    amount.value = "";
    using.value = false;
  }
}

async function thawSome(): Promise<void> {
  const body = { version: container.version, count: pieces.value as never };
  const out = await thaw.mutateAsync({ id: container.id, body }).catch(() => null);
  if (!out) return;
  thawing.value = false;
  tell(`${out.name} of ${out.of} is taken out to thaw: use it today.`, () =>
    remove.mutateAsync(out.id),
  );
}

async function move(to: Container["place"]): Promise<void> {
  if (to === container.place) return;
  await told(`${container.of}: moved to the ${to}.`, { place: to }, { stayed: true });
}

async function throwAway(): Promise<void> {
  const thrown = await told(
    `${container.of} is thrown away.`,
    { ended: why.value as never },
    { ended: "" },
  );
  if (thrown) throwing.value = false;
}

const finish = () =>
  told(`${container.of}, ${container.name}: used up.`, { ended: "used" }, { ended: "" });
const open = () => save({ opened: container.opened_on === null });
const takeOut = () =>
  tellOf(
    `${container.name} of ${container.of} is removed.`,
    () => remove.mutateAsync(container.id),
    () => restore.mutateAsync(container.id),
  );
const takeOff = (id: number) =>
  tellOf(
    `It was not poured on top of ${container.name}.`,
    () => untop.mutateAsync(id),
    () => top.mutateAsync(id),
  );
</script>

<template>
  <li :class="container.soon" :data-code="container.code">
    <div class="what flex-[1_1_300px]">
      <strong>
        <RouterLink v-if="!bare" :to="`/make/${container.batch}`">{{ container.of }}</RouterLink>
        <template v-else>{{ container.name }}</template>
      </strong>
      <span v-if="!bare" class="quiet">{{ container.name }}</span>
      <span class="code quiet small">{{ container.code }}</span>
      <p>
        {{ said(container.left) }} of {{ said(container.filled) }} {{ container.unit }} ·
        <span :class="{ urgent: container.soon && container.soon !== 'soon' }">
          <template v-if="container.soon">{{ URGENT[container.soon] }}: </template>by
          {{ day }}</span
        >
        <template v-if="container.opened_on"> · open</template>
        <template v-if="container.thawed_on"> · thawed</template>
      </p>
      <p v-if="container.whom.length" class="quiet small">{{ container.whom.join("; ") }}</p>
      <p v-for="one in container.toppings" :key="one.id" class="quiet small">
        {{ said(one.amount) }} {{ container.unit }} on top on {{ dayOf(one.poured_on) }}
        <button v-if="!container.ended_on" type="button" class="act" @click="takeOff(one.id)">
          Take back
        </button>
      </p>
      <p v-if="container.asks" class="border-l-4 border-throat pl-3" role="status">
        {{ container.asks }}
      </p>
      <details>
        <summary class="small">Why by then?</summary>
        <p class="small">{{ container.reason }}</p>
      </details>
    </div>
    <div v-if="!container.ended_on" class="flex-[1_1_380px] grid gap-2 content-start">
      <ChoiceRow v-model="place" :choices="choices" :label="`Where ${container.name} stands`" />
      <div class="row flex flex-wrap gap-x-4 gap-y-1 items-end">
        <button type="button" class="act" @click="using = !using">Use some</button>
        <button
          v-if="container.place === 'freezer' && container.count > 1"
          type="button"
          class="act"
          @click="thawing = !thawing"
        >
          Thaw some
        </button>
        <button type="button" class="act" @click="open">
          {{ container.opened_on ? "Not open after all" : "Open" }}
        </button>
        <button type="button" class="act" @click="finish">Used up</button>
        <button type="button" class="act" @click="throwing = !throwing">Throw away</button>
        <a
          class="act"
          :href="`/api/make/labels?which=${container.id}`"
          target="_blank"
          rel="noopener"
          >Label</a
        >
        <button type="button" class="act" @click="takeOut">Remove</button>
      </div>
      <form v-if="using" class="row flex flex-wrap gap-x-4 gap-y-1 items-end" @submit.prevent="use">
        <TextField
          v-model="amount"
          :label="`How much, in ${container.unit}`"
          decimal
          short
          :error="errors['use']"
          takes="scale"
        />
        <button type="submit" class="act">Use it</button>
      </form>
      <form
        v-if="thawing"
        class="row flex flex-wrap gap-x-4 gap-y-1 items-end"
        @submit.prevent="thawSome"
      >
        <TextField
          v-model="pieces"
          label="How many cubes"
          decimal
          short
          :error="notThawed['count'] ?? thawTrouble"
        />
        <button type="submit" class="act">Take them out</button>
      </form>
      <form v-if="throwing" @submit.prevent="throwAway">
        <ChoiceRow v-model="why" :choices="reasons" label="Why it is thrown away" />
        <button type="submit" class="act">Throw it away</button>
      </form>
      <p v-if="errors['place'] || trouble" class="trouble" role="alert">
        {{ errors["place"] ?? trouble }}
      </p>
    </div>
    <p v-else class="quiet">
      {{ container.ended === "used" ? "Used up" : "Thrown away" }} on
      {{ dayOf(container.ended_on) }}
      <button type="button" class="act" @click="save({ ended: '' })">Take that back</button>
    </p>
  </li>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 32px;
  padding: 12px 0 12px 12px;
  border-bottom: 1px solid var(--hairline);
  border-left: 4px solid transparent;
}

.past,
.today {
  border-left-color: var(--madder);
}

.soon {
  border-left-color: var(--throat);
}

.what > span {
  margin-left: 12px;
}

.urgent,
.urgent {
  font-weight: 700;
}
</style>
