<script setup lang="ts">
/** A formula by its address. Each has a bench of its own: nothing typed into one is ever saved as another. */
import FormulaBench from "./FormulaBench.vue";

defineProps<{ id: number }>();
</script>

<template>
  <FormulaBench :id="id" :key="id" />
</template>
