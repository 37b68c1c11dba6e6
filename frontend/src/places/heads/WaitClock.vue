<script setup lang="ts">
/** A wait that a quick hair test asks for: started by a press, counted down, with a sound at its end. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useIntervalFn } from "@vueuse/core";
import { chime } from "@/parts/chime";
import { monotonic } from "@/parts/monotonic";

const { seconds } = defineProps<{ seconds: number }>();
const endsAt = ref<number | null>(null);
const now = ref(monotonic());
const ticking = useIntervalFn(
  () => {
    now.value = monotonic();
    if (!over.value) return;
    ticking.pause();
    chime();
  },
  250,
  { immediate: false },
);

const left = computed(() =>
  endsAt.value === null ? seconds : Math.max(0, Math.ceil(endsAt.value - now.value)),
);
const over = computed(() => endsAt.value !== null && left.value === 0);
const said = computed(
  () => `${Math.floor(left.value / 60)}:${String(left.value % 60).padStart(2, "0")}`,
);

function toggle(): void {
  ticking.pause();
  if (endsAt.value !== null && !over.value) {
    endsAt.value = null;
    return;
  }
  now.value = monotonic();
  endsAt.value = now.value + seconds;
  ticking.resume();
}
defineExpose({ toggle });
</script>

<template>
  <div class="flex gap-4 items-center">
    <span
      class="font-serif font-title text-4xl leading-none text-vein"
      role="timer"
      :aria-label="`${said} left`"
      >{{ said }}</span
    >
    <Button
      variant="outlined"
      :label="over ? 'Once more' : endsAt === null ? 'Start the wait' : 'Stop'"
      @click="toggle"
    />
    <span v-if="over" role="status">Now look.</span>
  </div>
</template>
