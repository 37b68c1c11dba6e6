<script setup lang="ts">
/** The pH of a thing by itself: the number, its range, and where that lies. */
import type { Figure } from "@/api/types";
import { ph, range } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import { kindOf } from "@/parts/figures";

defineProps<{ figure: Figure }>();
</script>

<template>
  <p class="row">
    <span>
      pH {{ ph(figure.value) }} by itself
      <span class="quiet">
        · likely {{ range(figure) }} <em>{{ kindOf(figure) }}</em>
      </span>
    </span>
    <PhStrip :predicted="figure" />
  </p>
</template>
