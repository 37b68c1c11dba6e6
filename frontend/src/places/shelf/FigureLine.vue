<script setup lang="ts">
/** A figure with its name, its range and its kind. */
import type { Figure } from "@/api/types";
import { said, span } from "@/parts/ph";
import { kindOf } from "@/parts/figures";

defineProps<{ name?: string; figure: Figure }>();
</script>

<template>
  <span>
    {{ name ? `${name} ` : "" }}{{ said(figure.value) }} {{ figure.unit }}
    <span class="quiet">
      · likely {{ span(said(figure.low), said(figure.high)) }} <em>{{ kindOf(figure) }}</em>
    </span>
  </span>
</template>
