<script setup lang="ts">
/** On a phone a glance at the reading stays in view, until the reading itself is. */
import { onUnmounted, ref, watch } from "vue";

const { target } = defineProps<{
  /** The reading, and the id it is found by. */
  target: HTMLElement | null;
  id: string;
}>();
const inView = ref(false);
const watcher = new IntersectionObserver(
  (entries) => (inView.value = entries.at(-1)?.isIntersecting ?? false),
  { rootMargin: "0px 0px -30%" },
);
watch(
  () => target,
  (now, before) => {
    if (before) watcher.unobserve(before);
    if (now) watcher.observe(now);
  },
  { immediate: true },
);
onUnmounted(() => watcher.disconnect());
</script>

<template>
  <a v-if="!inView" :href="`#${id}`" class="glance hidden"><slot /></a>
</template>

<style scoped>
@media (max-width: 760px) {
  .glance {
    display: block;
    position: fixed;
    z-index: 9;
    right: 12px;
    bottom: 80px;
    padding: 6px 16px;
    border-radius: 20px 20px 4px 20px;
    background: var(--ink);
    color: var(--petal);
    text-decoration: none;
  }

  .glance :slotted(strong) {
    font: 560 1.5rem/1 var(--serif);
    margin-right: 4px;
  }
}
</style>
