<script setup lang="ts">
/** What a making takes: what comes of it, for whom, what to fetch, what is missing. */
import { computed } from "vue";
import type { Takes, TakeLine } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import { withRange } from "@/parts/figures";
import { ph, range, said } from "@/parts/ph";
import ForWhom from "./ForWhom.vue";

const { takes } = defineProps<{ takes: Takes }>();
const emit = defineEmits<{
  draw: [line: number, key: string];
  optional: [line: number, goesIn: boolean];
}>();
const grave = computed(() => takes.cautions.filter((one) => one.level !== "note"));
const notes = computed(() => takes.cautions.filter((one) => one.level === "note"));
const print = () => window.print();

/** The same amount by weight and by spoons, what of that was not said already. */
function inOtherWords(line: TakeLine): string {
  const plain = `${said(Number(line.needed.toPrecision(3)))} ${line.unit}`;
  return [plain, line.spoons].filter((one) => one && one !== line.says).join(", ");
}
const bottles = (line: TakeLine) => [...line.drawn, ...line.others];
const from = (line: TakeLine) =>
  line.drawn.map((one) => `${said(Number(one.amount.toPrecision(3)))} ${line.unit}`).join(" + ");
function chosen(line: TakeLine, event: Event): void {
  emit("draw", line.id, (event.target as HTMLSelectElement).value);
}
</script>

<template>
  <div class="takes grid gap-4 content-start">
    <p v-if="takes.says" class="says">{{ takes.says }}</p>
    <p v-if="takes.makes" class="answer text-xl">
      Makes <strong>{{ withRange(takes.makes) }}</strong>
      <template v-if="takes.ph"
        >, <strong>pH {{ ph(takes.ph.value) }}</strong> (likely {{ range(takes.ph) }})</template
      >.
      <em class="quiet">computed</em>
    </p>
    <p v-if="takes.keeps" class="quiet">{{ takes.keeps }}</p>
    <p v-if="takes.too_small" class="trouble" role="alert">{{ takes.too_small }}</p>
    <ForWhom v-if="takes.heads.length" :heads="takes.heads" />
    <section v-if="takes.shopping.length" class="missing" aria-labelledby="missing">
      <h2 id="missing">To buy</h2>
      <ul class="list">
        <li v-for="one in takes.shopping" :key="one">{{ one }}</li>
      </ul>
      <button type="button" class="act" @click="print">Print this list</button>
    </section>
    <fieldset v-if="takes.optional.length" class="rest optional">
      <legend>May be left out</legend>
      <label v-for="one in takes.optional" :key="one.id" class="block">
        <input
          type="checkbox"
          :checked="one.goes_in"
          @change="emit('optional', one.id, ($event.target as HTMLInputElement).checked)"
        />
        {{ one.says }} <span class="quiet">{{ one.only_if }}</span>
      </label>
    </fieldset>
    <section v-if="takes.lines.length" class="rest" aria-labelledby="goes-in">
      <h2 id="goes-in">What goes in</h2>
      <ul class="lines">
        <li v-for="line in takes.lines" :key="line.id">
          <strong>{{ line.says }}</strong> {{ line.name }}
          <span class="quiet small">{{ inOtherWords(line) }}</span>
          <label v-if="bottles(line).length > 1" class="small">
            from
            <select :value="line.drawn[0]?.key" @change="chosen(line, $event)">
              <option v-for="one in bottles(line)" :key="one.key" :value="one.key">
                {{ one.name }}{{ one.left === null ? "" : `, ${said(one.left)} ${line.unit} left`
                }}{{ one.use_by ? `, by ${one.use_by}` : "" }}
              </option>
            </select>
            <template v-if="line.drawn.length > 1"> ({{ from(line) }})</template>
          </label>
          <p v-if="line.missing > 0" class="trouble">
            {{ said(Number(line.missing.toPrecision(3))) }} {{ line.unit }} missing.
            <template v-if="line.stand_ins.length">
              What could stand in:
              <template v-for="(one, place) in line.stand_ins" :key="one.key"
                >{{ place ? "; " : "" }}{{ one.name }} ({{ one.says }})</template
              >.
            </template>
          </p>
        </li>
      </ul>
    </section>
    <section v-if="takes.tools.length" class="rest" aria-labelledby="at-hand">
      <h2 id="at-hand">At hand</h2>
      <ul class="tools">
        <li v-for="tool in takes.tools" :key="tool.name">
          <strong>{{ tool.name }}</strong>
          <template v-if="tool.holds"> for {{ said(Math.round(tool.holds)) }} mL</template>
          <span class="quiet"> · {{ tool.why }}</span>
        </li>
      </ul>
    </section>
    <section v-if="grave.length" class="rest" aria-labelledby="beware">
      <h2 id="beware">Beware</h2>
      <CautionList :cautions="grave" />
    </section>
    <details v-if="notes.length" class="rest">
      <summary>{{ notes.length === 1 ? "One thing" : `${notes.length} things` }} to know</summary>
      <CautionList :cautions="notes" />
    </details>
  </div>
</template>

<style scoped>
.lines,
.tools,
.list {
  margin: 4px 0 8px;
  padding-left: 20px;
}

.lines li,
.tools li {
  margin-bottom: 6px;
}

select {
  font: inherit;
  max-width: 100%;
  color: var(--ink);
  background: var(--paper);
  border: 1px solid var(--stem);
  border-radius: 6px;
  padding: 4px 6px;
}

.optional {
  border: 0;
  margin: 0;
  padding: 0;
}

@media print {
  .rest,
  .answer,
  .says,
  .quiet,
  .act {
    display: none;
  }
}
</style>
