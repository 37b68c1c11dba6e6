<script setup lang="ts">
/** Every step of the sheet, done or to come: go back to one that was done otherwise. */
import { ref } from "vue";
import type { Batch } from "@/api/types";

const { batch, at } = defineProps<{ batch: Batch; at: number }>();
const emit = defineEmits<{ go: [step: number] }>();
const open = ref(false);

function go(to: number): void {
  open.value = false;
  emit("go", to);
}
</script>

<template>
  <div class="relative" @keydown.esc="open = false">
    <button type="button" class="act min-h-11" :aria-expanded="open" @click="open = !open">
      All steps
    </button>
    <ol v-if="open">
      <li v-for="step in batch.steps" :key="step.place" :class="{ done: step.place < at }">
        <button
          class="min-h-11"
          type="button"
          :disabled="step.place > at"
          :aria-current="step.place === at ? 'step' : undefined"
          @click="go(step.place)"
        >
          {{ step.says }}
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
ol {
  position: absolute;
  right: 0;
  z-index: 6;
  margin: 4px 0 0;
  padding: 8px 16px 8px 36px;
  min-width: min(320px, 84vw);
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: 8px;
}

li button {
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}

li button:disabled {
  color: var(--stem);
  cursor: default;
}

[aria-current] {
  font-weight: 700;
}
</style>
