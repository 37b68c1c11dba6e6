<script setup lang="ts">
import { dismiss, notices, type Notice } from "./undo";

async function takeBack(one: Notice): Promise<void> {
  dismiss(one.id);
  await one.undo?.();
}
</script>

<template>
  <div class="holder" role="status" aria-live="polite">
    <div
      v-for="one in notices"
      :key="one.id"
      class="flex gap-4 items-center pr-3 pl-5 py-3 rounded-drop-24 bg-ink text-petal"
    >
      <span>{{ one.words }}</span>
      <button
        v-if="one.undo"
        type="button"
        :aria-label="one === notices.at(-1) ? one.back : `${one.back}: ${one.words}`"
        @click="takeBack(one)"
      >
        {{ one.back }}
      </button>
      <button
        type="button"
        class="bg-transparent text-inherit p-1.5"
        :aria-label="`Close this notice: ${one.words}`"
        @click="dismiss(one.id)"
      >
        ✕
      </button>
    </div>
  </div>
</template>

<style scoped>
.holder {
  position: fixed;
  z-index: 20;
  left: 50%;
  bottom: 24px;
  transform: translateX(-50%);
  max-width: calc(100vw - 32px);
  display: grid;
  gap: 8px;
  justify-items: center;
}

button {
  border: 0;
  border-radius: 999px;
  padding: 6px 14px;
  background: var(--throat);
  color: var(--on-throat);
  font: 700 1rem var(--sans);
  cursor: pointer;
  white-space: nowrap;
}

@media (max-width: 760px) {
  .holder {
    bottom: 84px;
    width: calc(100vw - 32px);
  }
}
</style>
