<script setup lang="ts">
/** The nearest that the household's own spoons make, and the pH that comes of it. */
import type { SpoonVersion } from "@/api/types";
import { ph, range } from "@/parts/ph";
import { kindOf } from "@/parts/figures";

defineProps<{ version: SpoonVersion }>();
defineEmits<{ take: [] }>();
</script>

<template>
  <div class="grid justify-items-start">
    <p>
      <strong>By the spoon:</strong>
      {{ version.spoonfuls.map((one) => `${one.words} of ${one.name}`).join(", ") }}.
    </p>
    <p class="quiet">
      pH {{ ph(version.ph.value) }}, likely {{ range(version.ph) }}
      <em>{{ kindOf(version.ph) }}</em>
    </p>
    <button type="button" class="act" @click="$emit('take')">Use spoons</button>
  </div>
</template>
