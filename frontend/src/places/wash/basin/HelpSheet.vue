<script setup lang="ts">
/**
 * Help: what to do now, on one screen. It stands on the page itself, so that it works while the server is away; its
 * clock begins with the press.
 */
import { computed, nextTick, onUnmounted, ref, useTemplateRef, watch } from "vue";
import type { Run } from "@/api/types";
import { clock } from "@/parts/clocks";
import { chime } from "@/parts/chime";
import { speak } from "@/parts/voice";
import type { Meanwhile } from "./meanwhile";
import { useBeside, type Pressing } from "./pressing";

const { run, help, pressing, about } = defineProps<{
  run: Run;
  /** The one that was pressed, with the seconds left of its clock. */
  help: Meanwhile["help"];
  pressing: Pressing;
  /** What is on: which link it is about. */
  about: number | null;
}>();
const { mark } = useBeside(pressing);
const sheet = useTemplateRef<HTMLDialogElement>("sheet");
const open = ref(false);
const one = computed(() => run.helps.find((each) => each.key === help?.key));
const left = computed(() => help?.left ?? 0);
const done = computed(() => one.value !== undefined && one.value.minutes > 0 && left.value <= 0);
watch(done, (is) => {
  if (!is || !one.value) return;
  chime("help");
  speak(`${one.value.name}: the clock is done. ${one.value.call}`);
});

function show(): void {
  open.value = true;
  void nextTick(() => sheet.value?.showModal());
}
function hide(): void {
  sheet.value?.close();
  open.value = false;
}
function choose({ key, name, steps, call }: Run["helps"][number]): void {
  speak(`${steps.join(" ")} ${call}`);
  void mark({ what: "help", key, link: about }, `“${name}”`);
}
function over(): void {
  void mark({ what: "helped" }, "the end of Help");
  hide();
}
/** Another one: what was pressed stays on record. */
const again = ref(false);
const choosing = computed(() => !one.value || again.value);
onUnmounted(() => sheet.value?.close());
</script>

<template>
  <button type="button" class="help" @click="show">
    Help<template v-if="one"> · {{ left > 0 ? clock(left) : "open" }}</template>
  </button>
  <dialog v-if="open" ref="sheet" aria-label="Help" @close="open = false">
    <template v-if="choosing">
      <h2>What is it?</h2>
      <button
        v-for="each in run.helps"
        :key="each.key"
        type="button"
        class="what flex-1 max-h-30 border-0 bg-madder text-petal"
        @click="
          again = false;
          choose(each);
        "
      >
        {{ each.name }}
      </button>
    </template>
    <template v-else-if="one">
      <div class="head flex justify-between items-baseline gap-4">
        <h2>{{ one.name }}</h2>
        <p
          v-if="one.minutes > 0"
          class="font-serif font-title text-[2.25rem] leading-none tabular-nums text-madder"
          role="timer"
        >
          {{ left > 0 ? clock(left) : "time’s up" }}
        </p>
      </div>
      <ol>
        <li v-for="each in one.steps" :key="each">{{ each }}</li>
      </ol>
      <p class="call border-l-4 border-madder pl-3 text-lg leading-[1.35]">{{ one.call }}</p>
      <div class="row justify-between">
        <button type="button" class="act min-h-11 text-lg" @click="again = true">
          Something else
        </button>
        <button type="button" class="act min-h-11 text-lg" @click="over">It is over</button>
      </div>
    </template>
    <button
      type="button"
      class="back mt-auto border border-stem bg-transparent text-ink min-h-14 text-xl"
      @click="hide"
    >
      Back to the wash
    </button>
  </dialog>
</template>

<style scoped>
.help {
  border: 0;
  border-radius: 4px 18px 18px 18px;
  min-height: 48px;
  padding: 0 20px;
  background: var(--madder);
  color: var(--petal);
  font: 700 1.125rem var(--sans);
  font-variant-numeric: tabular-nums;
  cursor: pointer;
  white-space: nowrap;
}

dialog {
  border: 0;
  padding: 16px 20px 20px;
  margin: auto;
  width: min(100vw, 620px);
  max-width: 100vw;
  height: min(100dvh, 800px);
  max-height: 100dvh;
  background: var(--paper);
  color: var(--ink);
  overflow: auto;
}

dialog[open] {
  display: flex;
  flex-direction: column;
  gap: 12px;
}

dialog::backdrop {
  background: rgb(36 28 51 / 0.6);
}

ol {
  margin: 0;
  padding-left: 1.3em;
  display: grid;
  gap: 8px;
  font-size: 1.1875rem;
  line-height: 1.35;
}

.what,
.back {
  border-radius: 4px 18px 18px 18px;
  min-height: 72px;
  font: 700 1.375rem var(--sans);
  cursor: pointer;
}
</style>
