<script setup lang="ts">
/** The nearest that the household's own spoons make, and the pH that comes of it. */
import type { SpoonVersion } from "@/api/client";
import { ph, range } from "@/parts/ph";

defineProps<{ version: SpoonVersion }>();
defineEmits<{ take: [] }>();
</script>

<template>
  <div class="spoons">
    <p>
      <strong>By the spoon:</strong>
      {{ version.spoonfuls.map((one) => `${one.words} of ${one.name}`).join(", ") }}.
    </p>
    <p class="quiet">
      pH {{ ph(version.ph.value) }}, likely {{ range(version.ph) }} <em>{{ version.ph.kind }}</em>
    </p>
    <button type="button" class="act" @click="$emit('take')">Measure it so</button>
  </div>
</template>

<style scoped>
.spoons {
  display: grid;
  justify-items: start;
}
</style>
