<script setup lang="ts">
/** The clocks of what is being made, from any place: a sound and the window's title when one is up. */
import { computed, onUnmounted, watch } from "vue";
import { useRoute } from "vue-router";
import { useRuns } from "@/api/basin";
import { useLeft } from "@/api/counting";
import { useClocks } from "@/api/make";
import { chime } from "@/parts/chime";
import { clock, long } from "@/parts/clocks";
import { useTick } from "@/parts/monotonic";

const route = useRoute();
const { data } = useClocks();
const tick = useTick();
const leftOf = useLeft();
const running = computed(() =>
  (data.value ?? []).flatMap((one) => {
    const left = leftOf(one.until_steady);
    return left === null ? [] : { ...one, left };
  }),
);
const over = computed(() => running.value.filter((one) => one.left <= 0));
const elsewhere = computed(() =>
  running.value.filter((one) => route.path !== `/make/${one.batch}/run`),
);
/** Washes under way: at the basin itself they stand on the page. */
const runs = useRuns();
const washes = computed(() =>
  (runs.data.value ?? [])
    .filter((one) => route.path !== `/wash/run/${one.id}`)
    .map((one) => ({ ...one, left: leftOf(one.until_steady) })),
);
const AT_ONCE = 3; // the soonest; what is up comes first
const shown = computed(() => elsewhere.value.slice(0, AT_ONCE));

const FRESH = 90; // s: what was up for longer is said, and rings no more
const rung = new Set<string>();
const plain = computed(() => `${String(route.meta["title"] ?? "")} · Eyebright`);
const BEHIND = 8; // s: past the most it goes on ringing
let rangAt = 0;
watch(tick, () => {
  for (const one of washes.value) {
    if (one.left === null || one.left > 0) continue;
    const grave = one.ring.endsWith("over") || one.ring.endsWith("stop");
    const name = `${one.id}-${one.ring}`;
    if (rung.has(name) && !(grave && tick.value - rangAt > BEHIND)) continue;
    if (!rung.has(name) && !grave && one.left < -FRESH) continue;
    rung.add(name);
    rangAt = tick.value;
    chime(grave ? "over" : "due");
  }
});
watch(
  () => over.value.map((one) => `${one.batch}-${one.place}-${one.until}`).join(),
  () => {
    for (const one of over.value) {
      const name = `${one.batch}-${one.place}-${one.until}`;
      if (rung.has(name)) continue;
      rung.add(name);
      if (one.left > -FRESH) chime();
    }
    const first = over.value[0];
    document.title = first ? `${first.step}: time’s up · ${first.name}` : plain.value;
  },
);
onUnmounted(() => (document.title = plain.value));
</script>

<template>
  <section v-if="shown.length || washes.length" class="clocks" aria-label="Clocks">
    <RouterLink
      v-for="one in washes"
      :key="`wash-${one.id}`"
      :to="`/wash/run/${one.id}`"
      :class="{ over: one.left !== null && one.left <= 0 }"
    >
      <span class="quiet small">{{ one.head_name }}, {{ one.title.toLowerCase() }}</span>
      <strong v-if="one.left === null">under way</strong>
      <strong v-else-if="one.left > 0">{{ clock(one.left) }}</strong>
      <strong v-else role="status">{{ one.says }}</strong>
    </RouterLink>
    <RouterLink
      v-for="one in shown"
      :key="`${one.batch}-${one.place}`"
      :to="`/make/${one.batch}/run`"
      :class="{ over: one.left <= 0 }"
    >
      <span class="quiet small">{{ one.name }}, {{ one.step.toLowerCase() }}</span>
      <strong v-if="one.left > 0">{{ clock(one.left) }}</strong>
      <strong v-else role="status">time’s up, {{ long(-one.left) }} ago</strong>
    </RouterLink>
    <RouterLink v-if="elsewhere.length > AT_ONCE" to="/make">
      and {{ elsewhere.length - AT_ONCE }} more
    </RouterLink>
  </section>
</template>

<style scoped>
.clocks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  flex-basis: 100%;
}

a {
  display: inline-flex;
  gap: 8px;
  align-items: baseline;
  min-height: 24px;
  color: var(--ink);
  text-decoration: none;
}

strong {
  font: 560 1.125rem var(--serif);
  font-variant-numeric: tabular-nums;
}

.over strong {
  color: var(--madder);
}
</style>
