<script setup lang="ts">
/**
 * Poured by eye: the scale is listened to while somebody pours as they like, and what it showed is cut into pours.
 * Each is named when there is a hand free; it then stands in the batch, and the batch can become a formula.
 */
import { useSessionStorage } from "@vueuse/core";
import { computed, watch } from "vue";
import type { Supply, TraceIn } from "@/api/types";
import { useCutTrace } from "@/api/make";
import { scale } from "@/app/tray";
import SupplyPicker from "@/parts/SupplyPicker.vue";
import { withRange } from "@/parts/figures";

const { id } = defineProps<{ id: number }>();
const emit = defineEmits<{ name: [supply: Supply, grams: number, done: () => void] }>();
const MOST = 5_000;
const SAME = 0.05; // g: less is no news

/** What the scale showed, and which pours have a name by now; a reload of the page loses nothing of it. */
const kept = useSessionStorage(`poured by eye ${id}`, {
  since: Date.now(),
  shown: [] as NonNullable<TraceIn["shown"]>,
  named: [] as number[],
});
watch(
  scale,
  (now) => {
    if (now?.state !== "steady" || now.value === null || kept.value.shown.length >= MOST) return;
    const last = kept.value.shown.at(-1);
    if (last && Math.abs(last.grams - now.value) < SAME) return;
    const seconds = (Date.now() - kept.value.since) / 1000;
    kept.value.shown.push({ seconds, grams: now.value, steady: true });
  },
  { immediate: true },
);
const trace = computed<TraceIn>(() => ({ shown: [...kept.value.shown] }));
const pours = useCutTrace(trace);
const open = computed(
  () => pours.data.value?.filter((one) => !kept.value.named.includes(one.seconds)) ?? [],
);
const name = (supply: Supply, grams: number, seconds: number) =>
  emit("name", supply, grams, () => kept.value.named.push(seconds));
</script>

<template>
  <section v-if="scale" aria-label="Poured by eye" class="grid gap-2">
    <p class="quiet">
      Pour as you like. Each time the scale stands still, what was added stands here: name it now,
      or when everything is in.
    </p>
    <p v-if="pours.error.value" class="trouble" role="alert">{{ pours.error.value.message }}</p>
    <ol v-if="open.length" class="list-none m-0 p-0">
      <li
        v-for="(one, i) in open"
        :key="one.seconds"
        class="grid grid-cols-[minmax(0,1fr)_minmax(0,2fr)] gap-3 items-center py-1.5 border-t border-hairline phone:grid-cols-1"
      >
        <span
          ><strong>{{ withRange(one.much) }}</strong> <em class="quiet">measured</em></span
        >
        <SupplyPicker
          :label="`What pour ${i + 1} was`"
          placeholder="What was it?"
          @choose="name($event, one.much.value, one.seconds)"
        />
      </li>
    </ol>
  </section>
</template>
