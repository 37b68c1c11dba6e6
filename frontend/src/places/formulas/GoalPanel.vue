<script setup lang="ts">
/** Backwards from what is wanted: the change is shown before it is taken. */
import { computed, ref, watch } from "vue";
import { Problem } from "@/api/client";
import type { Bench, Formula, Proposal, Propose } from "@/api/types";
import { propose } from "@/api/formulas";
import ProposalCard from "./ProposalCard.vue";

const { formula, bench, head, name } = defineProps<{
  formula: Formula;
  bench: Bench;
  head: number | null;
  /** Whom it is for; "" for nobody. */
  name: string;
}>();
const emit = defineEmits<{ take: [formula: Formula]; undo: [] }>();

type Asked = Partial<Propose> & { goal: Propose["goal"] };

const found = ref<Proposal | null>(null);
/** What was done at once, in words. */
const done = ref("");
/** Where the answer stands: beside what was asked of, "#line-3"; "" for here. */
const beside = ref("");
const trouble = ref("");
const busy = ref(false);
const asking = ref<Asked | null>(null);
const aimed = bench.schools.find((one) => one.key === "aim")?.options;
const ph = ref(String(aimed?.find((one) => one.key === bench.picked["aim"])?.ph ?? 5));
const grade = ref("clings");
const cubes = ref("4");
const cube = ref("30");
const washes = ref("1");
const WITHOUT = [
  { key: "dairy", name: "dairy" },
  { key: "nuts", name: "nuts" },
  { key: "honey", name: "honey" },
  { key: "essential oil", name: "essential oil" },
];
const without = ref("dairy");

const many = (text: string) => Number(text.replace(",", "."));
const fill = computed(() => many(cubes.value) * many(cube.value));

/** `at`: the element beside which the answer stands; `now`: taken at once where it can be, to be undone. */
async function ask(asked: Asked, at = "", now = false): Promise<void> {
  busy.value = true;
  asking.value = asked;
  trouble.value = done.value = "";
  found.value = null;
  beside.value = at;
  try {
    found.value = await propose({
      value: null,
      word: "",
      words: [],
      line: null,
      taking: "",
      head,
      ...asked,
      formula,
    });
  } catch (error) {
    const fields = error instanceof Problem ? Object.values(error.fields) : [];
    trouble.value = fields.length ? [...new Set(fields)].join(" ") : (error as Error).message;
  }
  busy.value = false;
  if (!now || !found.value?.met || !found.value.changes.length) return;
  done.value = found.value.says;
  take();
}

function undo(): void {
  done.value = "";
  emit("undo");
}

/** What stood beside a line goes with it. */
watch(
  () => formula.lines?.map((line) => line.id).join(),
  () => {
    const line = asking.value?.line ?? null;
    if (line === null || formula.lines?.some((one) => one.id === line)) return;
    found.value = null;
    done.value = trouble.value = beside.value = "";
  },
);

function take(): void {
  if (found.value) emit("take", found.value.formula);
  found.value = null;
}

defineExpose({ ask });
</script>

<template>
  <section aria-labelledby="goals" class="grid gap-2">
    <h2 id="goals">Change it for me</h2>
    <div class="ways">
      <div class="row">
        <button type="button" class="act" :disabled="busy" @click="ask({ goal: 'less' })">
          Wash out less
        </button>
        <button type="button" class="act" :disabled="busy" @click="ask({ goal: 'more' })">
          Wash out more
        </button>
        <button
          v-if="head !== null"
          type="button"
          class="act"
          :disabled="busy"
          @click="ask({ goal: 'asked' })"
        >
          Wash out what suits {{ name }}
        </button>
        <button type="button" class="act" :disabled="busy" @click="ask({ goal: 'shelf' })">
          Use only what I have
        </button>
      </div>
      <form class="row" @submit.prevent="ask({ goal: 'thickness', word: grade })">
        <label
          >Make it
          <select v-model="grade" aria-label="How thick">
            <option v-for="one in bench.grades" :key="one.key" :value="one.key">
              {{ one.name }}
            </option>
          </select></label
        >
        <button class="act" :disabled="busy">Work it out</button>
      </form>
      <form class="row" @submit.prevent="ask({ goal: 'ph', value: ph as unknown as number })">
        <label
          >Bring it to pH
          <input v-model="ph" class="brief" inputmode="decimal" aria-label="pH to bring it to"
        /></label>
        <button class="act" :disabled="busy">Work it out</button>
      </form>
      <form class="row" @submit.prevent="ask({ goal: 'makes', value: fill })">
        <label
          >Fill
          <input v-model="cubes" class="brief" inputmode="decimal" aria-label="How many to fill" />
          cubes or bottles of
          <input v-model="cube" class="brief" inputmode="decimal" aria-label="mL of each" />
          mL</label
        >
        <button class="act" :disabled="busy">Work it out</button>
      </form>
      <form class="row" @submit.prevent="ask({ goal: 'head', value: many(washes) })">
        <label
          >Make
          <input v-model="washes" class="brief" inputmode="decimal" aria-label="How many washes" />
          {{ washes === "1" ? "wash" : "washes" }} for {{ name || "a head" }}</label
        >
        <button class="act" :disabled="busy || head === null">Work it out</button>
        <span v-if="head === null" class="quiet small">choose whom it is for, above</span>
      </form>
      <form class="row" @submit.prevent="ask({ goal: 'without', words: [without] })">
        <label
          >Without
          <select v-model="without" aria-label="Without what">
            <option v-for="one in WITHOUT" :key="one.key" :value="one.key">{{ one.name }}</option>
          </select></label
        >
        <button class="act" :disabled="busy">Work it out</button>
      </form>
    </div>
    <Teleport :to="beside || 'body'" :disabled="!beside" defer>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <p v-if="done" class="quiet" role="status">
        {{ done }} <button type="button" class="act p-0" @click="undo">Undo</button>
      </p>
      <ProposalCard
        v-if="found"
        :proposal="found"
        @take="take"
        @leave="found = null"
        @instead="asking && ask({ ...asking, taking: $event }, beside)"
      />
    </Teleport>
  </section>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(330px, 100%), 1fr));
  gap: 4px 32px;
}

.act:disabled {
  opacity: 0.5;
}
</style>
