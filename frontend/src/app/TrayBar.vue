<script setup lang="ts">
/** The tray: what every instrument that speaks says now. A number that is stale is not shown. */
import { computed, onUnmounted, useTemplateRef, watch } from "vue";
import { useResizeObserver } from "@vueuse/core";
import { useRoute } from "vue-router";
import { useInstruments } from "@/api/instruments";
import { useRuns } from "@/api/basin";
import { useClocks } from "@/api/make";
import { useShortcuts } from "./shortcuts";
import TrayClocks from "./TrayClocks.vue";
import { listen, lives, lost, shown, takeReading } from "./tray";

const instruments = useInstruments();
const clocks = useClocks();
const runs = useRuns();
const route = useRoute();
/** With wet hair under it nobody weighs: at the basin only clocks and thermometers stand here. */
const here = <T extends { kind: string }>(each: T[]) =>
  route.path.startsWith("/wash/run/") ? each.filter((one) => one.kind === "thermometer") : each;
const speaks = computed(() =>
  here(instruments.data.value ?? []).some((one) => one.link !== "hand"),
);
const told = computed(() => here(lives.value));
/** Whether any of them is switched on. */
const on = computed(() => told.value.some((one) => one.state !== "absent"));
let stop: (() => void) | undefined;
watch(
  speaks,
  (now) => {
    stop?.();
    stop = now ? listen() : undefined;
  },
  { immediate: true },
);
onUnmounted(() => stop?.());

/** How tall it stands, where it is stuck to the foot of the window: what else is stuck there stands on it. */
const tray = useTemplateRef<HTMLElement>("tray");
function stand(now?: HTMLElement | null): void {
  const tall = now && getComputedStyle(now).position === "sticky" ? now.offsetHeight : 0;
  document.documentElement.style.setProperty("--tray", `${tall}px`);
}
watch(tray, stand);
useResizeObserver(tray, () => stand(tray.value));

useShortcuts([{ key: "r", does: "Take a reading into the field you are in", run: takeReading }]);
</script>

<template>
  <div
    v-show="(speaks && (lost || on)) || clocks.data.value?.length || runs.data.value?.length"
    ref="tray"
    class="tray"
  >
    <TrayClocks />
    <section v-if="speaks && (lost || on)" class="contents" aria-label="Instruments">
      <p v-if="lost" class="small" role="status">The instruments cannot be heard just now.</p>
      <RouterLink
        v-for="one in told"
        :key="one.id"
        :to="{ path: '/shelf/instruments', hash: `#instrument-${one.id}` }"
        :class="['one', one.state]"
        :aria-label="
          one.value === null ? `${one.name}: ${one.says}` : `${one.name}, ${one.says.toLowerCase()}`
        "
      >
        <span class="quiet small">{{ one.name }}</span>
        <template v-if="one.value !== null">
          <span class="value font-serif font-title text-xl leading-auto">{{ shown(one) }}</span>
          <span v-if="one.reach !== null" class="quiet small">± {{ one.reach.toFixed(2) }}</span>
          <span v-if="one.state === 'moving'" class="small">moving</span>
        </template>
        <span v-else :class="[one.state === 'resting' ? 'quiet' : 'trouble', 'small']">{{
          one.says
        }}</span>
      </RouterLink>
      <button
        v-if="told.length"
        type="button"
        class="act ml-auto"
        @mousedown.prevent
        @click="takeReading"
      >
        Take a reading <kbd class="font-sans font-bold text-sm leading-auto">r</kbd>
      </button>
    </section>
  </div>
</template>

<style scoped>
.tray {
  position: sticky;
  bottom: 0;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  align-items: baseline;
  padding: 8px 40px;
  border-top: 1px solid var(--hairline);
  background: var(--petal);
}

.one {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  color: var(--ink);
  text-decoration: none;
}

.moving .value {
  color: var(--stem);
}

@media (max-width: 760px) {
  .tray {
    position: static;
    padding: 12px 16px;
  }

  kbd {
    display: none;
  }
}
</style>
