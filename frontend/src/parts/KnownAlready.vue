<script setup lang="ts">
/** What goes by a name already: rows of the library, or a material of one's own. */
import type { Guess, Material } from "@/api/types";

defineProps<{ guess: Guess }>();
defineEmits<{ take: [material: Material] }>();
</script>

<template>
  <p
    v-if="guess.mine"
    class="flex flex-wrap gap-x-2.5 gap-y-1 border-l-3 border-leaf pl-2.5"
    role="status"
  >
    You already have {{ guess.mine.name }}.
    <button type="button" class="act" @click="$emit('take', guess.mine)">Use it</button>
  </p>
  <p
    v-else-if="guess.library.length"
    class="flex flex-wrap gap-x-2.5 gap-y-1 border-l-3 border-leaf pl-2.5"
    role="status"
  >
    The library knows
    <button
      v-for="one in guess.library"
      :key="one.key"
      type="button"
      class="act"
      @click="$emit('take', one)"
    >
      {{ one.name }}
    </button>
    already: take that, under your own name for it. It can be corrected from its page.
  </p>
</template>
