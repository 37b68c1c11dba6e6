<script setup lang="ts">
/** Three ways to the aim, side by side: what to pour, what comes of it, and what each costs. */
import type { Mix, Route } from "@/api/types";
import { ph, range, said, span } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import SpoonLine from "./SpoonLine.vue";
import { kindOf } from "@/parts/figures";

defineProps<{ routes: Route[]; currency: Mix["currency"] }>();
defineEmits<{ take: [route: Route]; spoon: [route: Route] }>();

const CALLED = { dilute: "Dilute", buffer: "Buffer", swap: "Substitute" } as const;
const GRAVE = { stop: "Stop: see why before you pour it", warning: "Take care" } as const;
</script>

<template>
  <div class="grid grid-cols-[repeat(3,minmax(0,1fr))] gap-x-9 gap-y-6 slim:grid-cols-1">
    <article
      v-for="route in routes"
      :key="route.way"
      class="grid gap-2 content-start justify-items-start"
      :class="{ absent: !route.reachable }"
    >
      <h3>{{ CALLED[route.way] }}</h3>
      <p>{{ route.says }}</p>
      <template v-if="route.reachable && route.ph">
        <p class="figure">
          pH <strong>{{ ph(route.ph.value) }}</strong>
          <span class="quiet"
            >likely {{ range(route.ph) }} <em>{{ kindOf(route.ph) }}</em></span
          >
        </p>
        <PhStrip :predicted="route.ph" />
        <ul class="list-none m-0 p-0">
          <li v-for="pour in route.pours" :key="pour.key">
            <strong>{{ said(pour.amount) }} {{ pour.unit }}</strong> {{ pour.name }}
          </li>
        </ul>
        <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 m-0">
          <template v-if="route.buffer">
            <dt class="text-stem">holds its pH</dt>
            <dd
              class="m-0"
              :title="`likely ${span(said(route.buffer.low), said(route.buffer.high))}`"
            >
              {{ said(route.buffer.value) }} {{ route.buffer.unit }}
            </dd>
          </template>
          <template v-if="route.acid">
            <dt class="text-stem">acid</dt>
            <dd class="m-0" :title="`likely ${span(said(route.acid.low), said(route.acid.high))}`">
              {{ said(route.acid.value) }} {{ route.acid.unit }}
            </dd>
          </template>
          <template v-if="route.cost !== null">
            <dt class="text-stem">costs</dt>
            <dd v-if="route.cost < 0.01" class="m-0">less than {{ currency }}0.01</dd>
            <dd v-else class="m-0">about {{ currency }}{{ route.cost.toFixed(2) }}</dd>
          </template>
        </dl>
        <p v-if="route.smells" class="quiet">It leaves its smell in the hair.</p>
        <p v-if="route.gravest" :class="['grave', route.gravest]">{{ GRAVE[route.gravest] }}.</p>
        <SpoonLine v-if="route.spoons" :version="route.spoons" @take="$emit('spoon', route)" />
        <button
          type="button"
          class="act"
          :aria-label="`Use this: ${CALLED[route.way].toLowerCase()}`"
          @click="$emit('take', route)"
        >
          Use this
        </button>
      </template>
      <p class="quiet">{{ route.why }}</p>
      <p v-if="route.others.length" class="quiet small">
        Also at hand:
        {{ route.others.map((one) => `${one.name}, pH ${ph(one.ph)}`).join("; ") }}.
      </p>
    </article>
  </div>
</template>

<style scoped>
.figure strong {
  font: 560 1.75rem/1 var(--serif);
  margin-right: 6px;
}

.grave.stop {
  color: var(--madder);
  font-weight: 700;
}

@media (max-width: 900px) {
  article + article {
    border-top: 1px solid var(--hairline);
    padding-top: 16px;
  }
}
</style>
