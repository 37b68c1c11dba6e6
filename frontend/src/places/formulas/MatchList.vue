<script setup lang="ts">
/** What suits a head today, the best first, with the reasons for and against; what was ruled out, and why. */
import { computed } from "vue";
import type { Match } from "@/api/types";
import { useMatches } from "@/api/formulas";
import LoadState from "@/parts/LoadState.vue";
import { percents, roughly } from "@/parts/figures";

const { head, name } = defineProps<{ head: number; name: string }>();
defineEmits<{ begin: [start: string] }>();
const matches = useMatches(() => head);
const WORD = {
  meets: "meets what is asked",
  near: "nearly",
  care: "with care",
  far: "poor match",
  ruled_out: "ruled out",
} as const;
const all = computed(() => matches.data.value ?? []);
const PARTS = [
  { key: "wash", name: "To wash with" },
  { key: "rinse", name: "To rinse with" },
  { key: "care", name: "Before, after and between" },
] as const;
const parts = computed(() =>
  PARTS.map((part) => ({
    ...part,
    matches: all.value.filter((one) => one.part === part.key && one.verdict !== "ruled_out"),
  })).filter((part) => part.matches.length),
);
const out = computed(() => all.value.filter((one) => one.verdict === "ruled_out"));
const key = (one: Match) => one.id ?? one.start;
</script>

<template>
  <section aria-labelledby="match">
    <h2 id="match">What suits {{ name }} today</h2>
    <LoadState
      v-if="matches.error.value || !matches.data.value"
      :error="matches.error.value"
      @again="matches.refetch()"
    />
    <template v-else>
      <p v-if="!all.length" class="quiet">Nothing to choose from yet: begin a formula.</p>
      <template v-for="part in parts" :key="part.key">
        <h3 class="part mt-4">{{ part.name }}</h3>
        <ol class="list-none mx-0 my-2 p-0">
          <li v-for="one in part.matches" :key="key(one)">
            <div class="row">
              <h4 class="m-0">
                <RouterLink
                  v-if="one.id !== null"
                  :to="{ path: `/formulas/${one.id}`, query: { head: String(head) } }"
                  >{{ one.name }}</RouterLink
                >
                <button v-else type="button" class="act" @click="$emit('begin', one.start)">
                  {{ one.name }}
                </button>
              </h4>
              <span :class="['verdict', one.verdict]">{{ WORD[one.verdict] }}</span>
              <span class="quiet small"
                >{{ one.family_name }}{{ one.id === null ? ", makeable from the shelf" : "" }}</span
              >
              <span v-if="one.lift" class="small">washes out {{ percents(one.lift) }}</span>
              <span class="small quiet">{{ roughly(one.dose.value) }} g on the scalp</span>
              <RouterLink
                v-if="one.id !== null"
                class="small"
                :to="{ path: `/formulas/${one.id}`, query: { head: String(head), make: '1' } }"
                >One wash of it<span class="unseen">: {{ one.name }}</span></RouterLink
              >
            </div>
            <ul v-if="one.reasons.length || one.against.length" class="mx-0 mt-0.5 mb-0 pl-5">
              <li v-for="why in one.reasons" :key="why" class="for">{{ why }}</li>
              <li v-for="why in one.against" :key="why" class="against">{{ why }}</li>
            </ul>
          </li>
        </ol>
      </template>
      <details v-if="out.length">
        <summary>{{ out.length }} ruled out for {{ name }}</summary>
        <ul class="mx-0 mt-0.5 mb-0 pl-5">
          <li v-for="one in out" :key="key(one)">
            <strong>{{ one.name }}</strong>:
            {{ one.stops.map((stop) => `${stop.what} ${stop.instead}`).join(" ") }}
          </li>
        </ul>
      </details>
    </template>
  </section>
</template>

<style scoped>
ol > li {
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
}

h4 a,
h4 .act {
  font: 560 1.125rem var(--serif);
  color: var(--ink);
  text-decoration-color: var(--vein);
}

.verdict {
  font-weight: 700;
}

.meets,
.for::marker {
  color: var(--leaf);
}

.far {
  color: var(--madder);
}

.for {
  list-style: "+ ";
}

.against {
  list-style: "– ";
  color: var(--stem);
}
</style>
