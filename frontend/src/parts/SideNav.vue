<script setup lang="ts">
/** The sides of a place, one of them looked at. */
defineProps<{
  sides: readonly { key: string; name: string }[];
  at: string;
  base: string;
  label: string;
}>();
</script>

<template>
  <nav class="flex flex-wrap gap-x-5 gap-y-1" :aria-label="label">
    <RouterLink
      v-for="side in sides"
      :key="side.key"
      :to="side.key ? `${base}/${side.key}` : base"
      :aria-current="side.key === at ? 'page' : undefined"
    >
      {{ side.name }}
    </RouterLink>
  </nav>
</template>

<style scoped>
nav a {
  color: var(--ink);
  padding: 6px 0;
  text-decoration: none;
  border-bottom: 3px solid transparent;
}

nav a:hover {
  border-color: var(--hairline);
}

nav a[aria-current] {
  color: var(--vein);
  font-weight: 700;
  border-color: var(--throat);
}
</style>
