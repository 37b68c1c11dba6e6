<script setup lang="ts">
/** Three ways to the aim, side by side: what to pour, what comes of it, and what each costs. */
import type { Mix, Route } from "@/api/types";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import SpoonLine from "./SpoonLine.vue";
import { kindOf } from "@/parts/figures";

defineProps<{ routes: Route[]; currency: Mix["currency"] }>();
defineEmits<{ take: [route: Route]; spoon: [route: Route] }>();

const CALLED = { dilute: "Dilute", buffer: "Buffer", swap: "Substitute" } as const;
const GRAVE = { stop: "Stop: see why before you pour it", warning: "Take care" } as const;
</script>

<template>
  <div class="routes">
    <article v-for="route in routes" :key="route.way" :class="{ absent: !route.there }">
      <h3>{{ CALLED[route.way] }}</h3>
      <p>{{ route.says }}</p>
      <template v-if="route.there && route.ph">
        <p class="figure">
          pH <strong>{{ ph(route.ph.value) }}</strong>
          <span class="quiet"
            >likely {{ range(route.ph) }} <em>{{ kindOf(route.ph) }}</em></span
          >
        </p>
        <PhStrip :predicted="route.ph" />
        <ul>
          <li v-for="pour in route.pours" :key="pour.key">
            <strong>{{ said(pour.amount) }} {{ pour.unit }}</strong> {{ pour.name }}
          </li>
        </ul>
        <dl>
          <template v-if="route.buffer">
            <dt>holds its pH</dt>
            <dd :title="`likely ${said(route.buffer.low)} to ${said(route.buffer.high)}`">
              {{ said(route.buffer.value) }} {{ route.buffer.unit }}
            </dd>
          </template>
          <template v-if="route.acid">
            <dt>acid</dt>
            <dd :title="`likely ${said(route.acid.low)} to ${said(route.acid.high)}`">
              {{ said(route.acid.value) }} {{ route.acid.unit }}
            </dd>
          </template>
          <template v-if="route.cost !== null">
            <dt>costs</dt>
            <dd v-if="route.cost < 0.01">less than {{ currency }}0.01</dd>
            <dd v-else>about {{ currency }}{{ route.cost.toFixed(2) }}</dd>
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
.routes {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 24px 36px;
}

article {
  display: grid;
  gap: 8px;
  align-content: start;
  justify-items: start;
}

.figure strong {
  font: 560 1.75rem/1 var(--serif);
  margin-right: 6px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}

dt {
  color: var(--stem);
}

dd {
  margin: 0;
}

.grave.stop {
  color: var(--madder);
  font-weight: 700;
}

@media (max-width: 900px) {
  .routes {
    grid-template-columns: minmax(0, 1fr);
  }

  article + article {
    border-top: 1px solid var(--hairline);
    padding-top: 16px;
  }
}
</style>
