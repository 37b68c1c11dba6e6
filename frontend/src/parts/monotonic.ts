/** Seconds that nobody can set: what counts here goes by these, never by the clock of the machine. */
import { computed, ref, watch, type Ref } from "vue";
import { useIntervalFn } from "@vueuse/core";

export const monotonic = (): number => performance.now() / 1000;

/** The same, looked at every second. */
export function useTick(every = 1000): Ref<number> {
  const tick = ref(monotonic());
  useIntervalFn(() => (tick.value = monotonic()), every);
  return tick;
}

/** Seconds since an answer came, by when the query cache had it. */
export function useSince(dataUpdatedAt: Ref<number>, tick: Ref<number>) {
  const at = ref(0);
  watch(dataUpdatedAt, (came) => (at.value = monotonic() - Math.max(Date.now() - came, 0) / 1000), {
    immediate: true,
    flush: "sync",
  });
  return computed(() => Math.max(tick.value - at.value, 0));
}
