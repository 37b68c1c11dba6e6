<script setup lang="ts">
/** What a head may be washed with, the likeliest first; the rest behind one press. */
import { ref } from "vue";
import type { Offer } from "@/api/types";

const {
  offers,
  shown = 8,
  chosen = "",
  disabled = false,
} = defineProps<{
  offers: Offer[];
  shown?: number;
  /** Which of them was chosen, by its kind and key. */
  chosen?: string;
  disabled?: boolean;
}>();
defineEmits<{ choose: [offer: Offer] }>();
const all = ref(false);
const keyOf = (one: Offer): string => `${one.what}:${one.key}`;
</script>

<template>
  <ul class="list-none m-0 p-0 grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-2 w-full">
    <li v-for="one in all ? offers : offers.slice(0, shown)" :key="keyOf(one)">
      <button
        type="button"
        class="offer"
        :aria-pressed="chosen === keyOf(one)"
        :disabled="disabled"
        @click="$emit('choose', one)"
      >
        <strong>{{ one.name }}</strong> <span>{{ one.hint }}</span>
      </button>
    </li>
  </ul>
  <button
    v-if="offers.length > shown && !all"
    type="button"
    class="act justify-self-start"
    @click="all = true"
  >
    {{ offers.length - shown }} more
  </button>
</template>

<style scoped>
.offer {
  width: 100%;
  min-height: 56px;
  text-align: left;
  border: 1px solid var(--stem);
  border-radius: 4px 16px 16px 16px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  padding: 6px 12px;
  cursor: pointer;
}

.offer strong,
.offer span {
  display: block;
}

.offer span {
  color: var(--stem);
  font-size: 0.875rem;
}

.offer[aria-pressed="true"] {
  border: 2px solid var(--vein);
  background: var(--vein-wash);
}

.offer[aria-pressed="true"] span {
  color: var(--ink);
}
</style>
