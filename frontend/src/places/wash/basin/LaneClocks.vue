<script setup lang="ts">
/** What is on, lane by lane: how long its first section and its last have had it, against what was planned. */
import type { BasinClock } from "@/api/types";
import { clock as figures, long } from "@/parts/clocks";

const { clocks } = defineProps<{ clocks: BasinClock[] }>();
const ZONE: Record<string, string> = {
  scalp: "scalp",
  lengths: "lengths",
  both: "scalp and lengths",
  bag: "in the bag",
  face: "face",
};
const first = (one: BasinClock) => one.seconds[0] ?? 0;
const last = (one: BasinClock) => one.seconds.at(-1) ?? 0;
/** What the bar is long for: the most, or a little more than is planned. */
const whole = (one: BasinClock) => one.most ?? Math.max(one.meant * 1.25, first(one), 60);
const share = (one: BasinClock, seconds: number) =>
  `${Math.min((100 * seconds) / whole(one), 100)}%`;
const over = (one: BasinClock) => one.most !== null && first(one) >= one.most && !one.off;
const up = (one: BasinClock) => one.whole && last(one) >= one.meant && !one.off;
</script>

<template>
  <ul
    v-if="clocks.some((one) => !one.stays)"
    class="list-none m-0 p-0 grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-x-6 gap-y-3"
    aria-label="What is on"
  >
    <li
      v-for="one in clocks.filter((each) => !each.stays)"
      :key="one.link"
      :class="{ over: over(one), up: up(one), off: one.off }"
    >
      <p class="name font-bold leading-[1.25]">
        {{ one.name }} <span class="quiet">{{ ZONE[one.zone] }}</span>
      </p>
      <p class="time font-serif font-normal text-xl leading-snug tabular-nums">
        <template v-if="one.seconds.length > 1">
          <span class="quiet">first</span> <strong>{{ figures(first(one)) }}</strong>
          <span class="quiet">last</span> {{ figures(last(one)) }}
        </template>
        <strong v-else>{{ figures(first(one)) }}</strong>
        <span v-if="one.off" class="quiet">off</span>
      </p>
      <div class="bar relative h-2 rounded-[4px] bg-hairline" aria-hidden="true">
        <span class="done" :style="{ width: share(one, first(one)) }" />
        <span
          class="meant absolute -top-0.75 w-0.75 h-3.5 bg-vein"
          :style="{ left: share(one, one.meant + first(one) - last(one)) }"
        />
      </div>
      <p class="quiet small flex justify-between">
        <span>planned {{ figures(one.meant) }}</span>
        <span v-if="one.most !== null"
          >most {{ one.most < 3600 ? figures(one.most) : long(one.most) }}</span
        >
      </p>
    </li>
  </ul>
</template>

<style scoped>
.name .quiet {
  font-weight: 400;
}

.time strong {
  font-size: 1.75rem;
  font-weight: 560;
}

.time .quiet {
  font: 400 0.875rem var(--sans);
}

.done {
  position: absolute;
  inset: 0 auto 0 0;
  border-radius: 4px;
  background: var(--leaf);
}

.up .done {
  background: var(--throat);
}

.over .done {
  background: var(--madder);
}

.over .time {
  color: var(--madder);
}

.off {
  opacity: 0.7;
}
</style>
