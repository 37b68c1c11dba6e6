<script setup lang="ts">
/**
 * Weighing in: one line at a time. The scale fills the bar; what stands still is taken by itself, or by one key.
 * Without a scale a spoon and a tick do as well. Too much, something else, left out: one press each.
 */
import { span } from "@/parts/ph";
import { computed, ref, watch } from "vue";
import type { Batch, BatchLine, RunStep, Supply } from "@/api/types";
import { useChangeBatch, usePour } from "@/api/make";
import { useShortcuts } from "@/app/shortcuts";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import FreePour from "./FreePour.vue";
import PourList from "./PourList.vue";
import ScalePanel from "./ScalePanel.vue";
import { grams } from "./words";
import WaysPanel from "./WaysPanel.vue";

const { batch, step } = defineProps<{ batch: Batch; step: RunStep }>();
const pour = usePour();
const change = useChangeBatch();
const { errors, trouble } = useTrouble(pour.error);

const lines = computed(() => batch.lines.filter((line) => step.lines.includes(line.id)));
const free = computed(() => batch.lines.length === 0);
const chosen = ref<number | null>(null);
const line = computed<BatchLine | undefined>(
  () =>
    lines.value.find((one) => one.id === chosen.value) ?? lines.value.find((one) => !one.enough),
);
const over = computed(() => lines.value.filter((one) => one.over));
const typed = ref("");
const drops = ref(0);
const other = ref<Supply | null>(null);
const adding = ref(false);
const looking = ref(false);

watch(
  () => line.value?.id,
  () => {
    typed.value = "";
    drops.value = 0;
    other.value = null;
    looking.value = false;
    pour.reset();
  },
);

type Much = { amount?: string | number; unit?: string; shown?: number; state?: string };
/** Note what was poured. What was typed or chosen since it was sent stays as it is. */
async function put(much: Much): Promise<boolean> {
  const [words, fallen, place] = [typed.value, drops.value, chosen.value];
  const supply_key = other.value?.key ?? "";
  const besides = adding.value || free.value;
  const target = besides ? 0 : (line.value?.id ?? 0);
  const body = { version: batch.version, line: target, supply_key, ...much } as never;
  const done = await pour.mutateAsync({ id: batch.id, body }).then(
    () => true,
    () => false,
  );
  if (!done) return false;
  if (typed.value === words) typed.value = "";
  if (drops.value === fallen) drops.value = 0;
  if (chosen.value === place) chosen.value = null;
  if (other.value?.key === supply_key) other.value = null;
  if (besides) adding.value = false;
  looking.value = false;
  return true;
}

const tick = () => put({});
const say = () => put({ amount: typed.value, unit: unit.value });
/** What it is said in: spoons, pinches and pieces of what went in besides; mL or g of a line. */
const chosenUnit = ref("");
const unit = computed(() => {
  const offered = other.value?.units.some((one) => one.key === chosenUnit.value);
  return offered ? chosenUnit.value : (other.value?.unit ?? line.value?.unit ?? "g");
});
const count = () => put({ amount: drops.value, unit: "drop" });

async function leaveOut(one: BatchLine, out: boolean): Promise<void> {
  const left = batch.lines.filter((each) => each.left_out).map((each) => each.id);
  const left_out = out ? [...left, one.id] : left.filter((id) => id !== one.id);
  await change
    .mutateAsync({ id: batch.id, body: { version: batch.version, left_out } })
    .catch(() => null);
}

/** A pour of the trace has got its name: it is in the batch from now on. */
async function named(supply: Supply, weight: number, done: () => void): Promise<void> {
  const body = {
    version: batch.version,
    line: 0,
    supply_key: supply.key,
    amount: weight,
    unit: "g",
  };
  const kept = await pour.mutateAsync({ id: batch.id, body: body as never }).catch(() => null);
  if (kept) done();
}

function something(supply: Supply): void {
  other.value = supply;
}

useShortcuts([{ key: "Enter", does: "Tick the line as planned", run: () => void tick() }]);
</script>

<template>
  <div class="grid gap-4">
    <ul v-if="lines.length" class="lines list-none m-0 p-0 flex flex-wrap gap-x-2 gap-y-1">
      <li v-for="one in lines" :key="one.id" :class="{ here: one.id === line?.id && !adding }">
        <button
          type="button"
          :aria-current="one.id === line?.id ? 'true' : undefined"
          @click="((chosen = one.id), (adding = false))"
        >
          <span class="text-leaf font-bold" aria-hidden="true">{{ one.enough ? "✓" : "" }}</span>
          <span class="unseen">{{ one.enough ? "In: " : "Still to come: " }}</span>
          {{ one.name }}
          <span class="quiet">{{ one.left_out ? "left out" : one.says }}</span>
        </button>
      </li>
    </ul>

    <p v-if="!line && !adding && !free" class="text-2xl" role="status">
      Everything is in.
      <button type="button" class="act" @click="adding = true">Something more</button>
    </p>
    <section v-if="line && !adding && !free" class="line" :aria-label="line.name">
      <p class="number">{{ grams(line.grams) }}</p>
      <p class="text-2xl">
        {{ line.says }}<template v-if="line.spoons"> · {{ line.spoons }}</template>
      </p>
      <p class="quiet">
        {{ span(grams(line.low), grams(line.high)) }} is fine{{
          line.by ? `; beyond that ${line.by} shifts` : ": how much hardly matters"
        }}.
        <template v-if="line.loads > 1">
          Mill it in {{ line.loads }} loads of {{ grams(line.each_load) }}.</template
        >
      </p>
      <ScalePanel :batch="batch" :line="line" @take="put" />
      <div v-if="line.drops" class="drops">
        <button type="button" class="press" @click="drops += 1">One drop · {{ drops }}</button>
        <button v-if="drops" type="button" class="act" @click="count">
          Keep {{ drops }} drops
        </button>
        <button v-if="drops" type="button" class="act" @click="drops = 0">Start again</button>
      </div>
      <div class="row">
        <button
          v-if="line.left > 0.001 && !line.left_out"
          type="button"
          class="press"
          :disabled="pour.isPending.value"
          @click="tick"
        >
          {{ line.pours.length ? `The last ${grams(line.left)} are in` : "Added" }}
        </button>
        <form class="said" @submit.prevent="say">
          <TextField
            v-model="typed"
            :label="`Different amount, ${other?.unit ?? line.unit}`"
            decimal
            takes="scale"
            :error="errors['amount']"
          />
          <button type="submit" class="act" :disabled="!typed">Keep</button>
        </form>
      </div>
      <p v-if="other">
        <strong>{{ other.name }}</strong> in place of {{ line.name }}: say how much, or weigh it.
      </p>
      <SupplyPicker v-if="looking" label="What went in" @choose="something" />
      <p
        v-if="
          errors['shown'] || errors['line'] || errors['supply_key'] || errors['version'] || trouble
        "
        class="trouble"
        role="alert"
      >
        {{
          errors["shown"] ?? errors["line"] ?? errors["supply_key"] ?? errors["version"] ?? trouble
        }}
      </p>
      <PourList :batch="batch" :pours="line.pours" />
      <div class="row">
        <button type="button" class="act" @click="looking = !looking">Something else</button>
        <button type="button" class="act" @click="leaveOut(line, !line.left_out)">
          {{ line.left_out ? "Not left out after all" : "Leave it out" }}
        </button>
        <button type="button" class="act" @click="adding = true">Something more</button>
      </div>
    </section>

    <section v-if="adding || free" class="line" aria-label="Something more">
      <FreePour v-if="free && !other" :id="batch.id" @name="named" />
      <SupplyPicker label="What went in" :supply="other" @choose="something" />
      <form v-if="other" class="said" @submit.prevent="say">
        <TextField
          v-model="typed"
          :label="`How much ${other.name}`"
          decimal
          takes="scale"
          :error="errors['amount']"
        />
        <select
          :value="unit"
          :aria-label="`What ${other.name} is measured in`"
          @change="chosenUnit = ($event.target as HTMLSelectElement).value"
        >
          <option v-for="one in other.units" :key="one.key" :value="one.key">{{ one.name }}</option>
        </select>
        <button type="submit" class="act" :disabled="!typed">Keep</button>
      </form>
      <ScalePanel v-if="other" :batch="batch" @take="put" />
      <p v-if="errors['supply_key'] || errors['shown'] || trouble" class="trouble" role="alert">
        {{ errors["supply_key"] ?? errors["shown"] ?? trouble }}
      </p>
      <PourList :batch="batch" :pours="batch.besides" />
      <button v-if="!free" type="button" class="act" @click="adding = false">Cancel</button>
    </section>

    <WaysPanel v-for="one in over" :key="one.id" :batch="batch" :line="one" />
    <ul v-if="batch.off.length" class="m-0 pl-5 text-stem" role="status">
      <li v-for="one in batch.off" :key="one.line">{{ one.says }}</li>
    </ul>
  </div>
</template>

<style scoped>
.lines button {
  min-height: 44px;
  border: 1px solid var(--hairline);
  border-radius: 4px 14px 14px 14px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  padding: 6px 14px;
  cursor: pointer;
}

.lines .here button {
  border-color: var(--vein);
  box-shadow: inset 0 0 0 1px var(--vein);
}

.line {
  display: grid;
  gap: 10px;
}

.number {
  font: 560 clamp(3rem, 14vw, 5.5rem) / 1.05 var(--serif);
  color: var(--vein);
}

.row,
.said,
.drops {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: end;
}

.act {
  min-height: 44px;
}
</style>
