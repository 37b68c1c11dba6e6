<script setup lang="ts">
/** A recipe as it was told: each sentence, what was heard of it, and the words that were not understood. */
import { computed } from "vue";
import type { Formula, KeptFormula } from "@/api/types";

const { guesses } = defineProps<{ guesses: KeptFormula["guesses"] }>();
const formula = defineModel<Formula>({ required: true });

const told = computed(() => formula.value.told ?? []);
const missed = computed(() => told.value.filter((one) => one.missed));
const taken = computed(() => guesses.find((one) => one.family === formula.value.family));
const others = computed(() => guesses.filter((one) => one.family !== formula.value.family));

function choose(family: string): void {
  const found = guesses.find((one) => one.family === family);
  if (!found) return;
  const { use, minutes } = found;
  Object.assign(formula.value, { family, use, minutes, family_by: "chosen" });
}
</script>

<template>
  <section aria-labelledby="told">
    <h2 id="told">As it was told</h2>
    <p v-if="taken" class="row">
      <span>
        Taken for: <strong>{{ taken.name }}</strong>, going by {{ taken.why }}.
      </span>
      <template v-if="others.length">
        <span class="quiet">Or is it</span>
        <button
          v-for="one in others"
          :key="one.family"
          type="button"
          class="act"
          @click="choose(one.family)"
        >
          {{ one.name }}
        </button>
      </template>
    </p>
    <p v-if="missed.length" class="missed">
      Not understood, and kept in the note:
      <span v-for="(one, i) in missed" :key="i">“{{ one.missed }}” </span>
    </p>
    <details>
      <summary>
        {{ told.length === 1 ? "One sentence" : `${told.length} sentences` }}, and what was heard
      </summary>
      <ul>
        <li v-for="(one, i) in told" :key="i">
          “{{ one.text }}”
          <span class="quiet small">{{ one.heard?.join(" · ") || "nothing" }}</span>
        </li>
      </ul>
      <button type="button" class="act" @click="formula.told = []">Remove these sentences</button>
    </details>
  </section>
</template>

<style scoped>
.missed {
  border-left: 4px solid var(--throat);
  padding-left: 12px;
}

ul {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  display: grid;
  gap: 8px;
}

li span {
  display: block;
}
</style>
