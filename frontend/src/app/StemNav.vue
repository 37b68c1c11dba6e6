<script setup lang="ts">
/** The stem: the places in the order of work, a leaf each; the one you are in is in flower. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import { useDue } from "@/api/heads";
import { places } from "./router";

const route = useRoute();
const due = useDue();
/** Patch tests that wait for a person: a small fruit on the leaf, and words for who cannot see it. */
const waiting = computed(() => (due.data.value ?? []).filter((one) => one.due).length);
const waits = (path: string) => path === "/heads" && waiting.value > 0;
const here = computed(() => places.findIndex((place) => route.path.startsWith(place.path)));
</script>

<template>
  <nav aria-label="Places">
    <ul class="list-none m-0 p-0 phone:flex">
      <li v-for="(place, index) in places" :key="place.path">
        <RouterLink
          :to="place.path"
          :class="{ here: index === here }"
          :aria-current="index === here ? 'page' : undefined"
        >
          <svg viewBox="0 0 44 56" aria-hidden="true">
            <path class="stalk phone:hidden" d="M14 0C11 18 17 38 14 56" />
            <g v-if="index === here" class="flower">
              <path
                d="M22 14c-6 0-9 4-8 7 0 3 3 4 5 4-4 1-7 3-7 6s4 5 7 3c2-1 3-3 4-5 1 3 3 5 5 6 4 1 6-2 5-5-1-2-3-4-6-5 3 0 5-2 5-5 0-4-4-6-10-6z"
              />
              <path class="line" d="M21 17l1 5M25 17l-2 5M17 31l4-5M29 32l-4-6" />
              <circle cx="23" cy="25" r="2.6" />
            </g>
            <path
              v-else
              class="leaf"
              d="M14 32c4-10 12-13 20-11-1 3-3 4-3 5 1 0 2 0 3 1-5 7-12 9-20 5z"
            />
            <circle v-if="waits(place.path)" class="fruit" cx="36" cy="14" r="6" />
          </svg>
          <span>{{ place.label }}</span>
          <span v-if="waits(place.path)" class="unseen">
            {{ waiting }} patch {{ waiting === 1 ? "test is" : "tests are" }} due
          </span>
        </RouterLink>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
a {
  display: flex;
  align-items: center;
  gap: 4px;
  color: var(--ink);
  text-decoration: none;
  font-size: 1.0625rem;
}

a:hover span {
  text-decoration: underline;
  text-decoration-color: var(--vein);
  text-underline-offset: 4px;
}

.here {
  font-weight: 700;
  color: var(--vein);
}

svg {
  width: 44px;
  height: 56px;
  flex: none;
}

.stalk {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2.5;
}

.leaf {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 1.6;
  stroke-linejoin: round;
}

.fruit {
  fill: var(--throat);
  stroke: var(--ink);
  stroke-width: 1.2;
}

.flower path {
  fill: var(--paper);
  stroke: var(--vein);
  stroke-width: 1.4;
}

.flower .line {
  stroke-linecap: round;
}

.flower circle {
  fill: var(--throat);
}

@media (max-width: 760px) {
  li {
    flex: 1 1 0;
    min-width: 0;
  }

  a {
    flex-direction: column;
    gap: 0;
    padding: 4px 0 8px;
    font-size: 0.75rem;
    min-width: 0;
    flex: 1 1 0;
    align-items: center;
  }

  svg {
    width: 34px;
    height: 34px;
  }
}
</style>
