<script setup lang="ts">
/** The flow test: a spoon that drips, runs, trails a ribbon, holds a peak or stands. */
const { grade } = defineProps<{ grade: string; says: string }>();
</script>

<template>
  <svg viewBox="0 0 120 96" role="img" :aria-label="says">
    <path
      class="spoon"
      d="M8 22 C30 18 44 18 54 24 C66 14 96 16 100 28 C96 42 66 44 54 32 C44 34 30 28 8 22 Z"
    />
    <g class="poured">
      <template v-if="grade === 'watery'">
        <path d="M60 28 C72 24 88 24 95 28 C88 36 72 37 60 30 Z" />
        <path
          d="M76 48 q-4 7 0 10 q4 -3 0 -10 M72 66 q-4 7 0 10 q4 -3 0 -10 M80 78 q-4 7 0 10 q4 -3 0 -10"
        />
      </template>
      <template v-else-if="grade === 'runny'">
        <path
          d="M60 27 C72 22 88 22 95 28 C90 34 84 36 80 38 L79 84 L75 84 L74 38 C68 37 63 33 60 27 Z"
        />
        <path d="M62 88 q15 -7 30 0 q-15 5 -30 0" />
      </template>
      <template v-else-if="grade === 'clings'">
        <path
          d="M58 26 C70 16 90 16 96 27 C92 36 84 38 84 50 C84 62 72 60 72 70 C72 78 80 78 80 84 L74 86 C64 78 66 68 72 60 C76 54 72 44 70 38 C64 36 60 32 58 26 Z"
        />
      </template>
      <template v-else-if="grade === 'spreads'">
        <path d="M57 27 C60 12 74 14 76 4 C84 10 98 12 98 28 C92 40 66 40 57 27 Z" />
      </template>
      <template v-else>
        <path d="M58 27 L62 8 L72 3 L84 6 L95 10 L98 28 C92 38 66 38 58 27 Z" />
        <path class="crack" d="M70 6 l4 10 l-3 8 M86 8 l-3 12" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 104px;
  height: 84px;
  flex: none;
}

.spoon {
  fill: none;
  stroke: var(--stem);
  stroke-width: 2;
}

.poured path {
  fill: var(--herb);
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-linejoin: round;
}

.poured .crack {
  fill: none;
}
</style>
