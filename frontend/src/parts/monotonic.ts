/** Seconds that nobody can set: what counts here goes by these, never by the clock of the machine. */
import { ref, type Ref } from "vue";
import { useIntervalFn } from "@vueuse/core";

export const monotonic = (): number => performance.now() / 1000;

/** The same, looked at every second. */
export function useTick(every = 1000): Ref<number> {
  const tick = ref(monotonic());
  useIntervalFn(() => (tick.value = monotonic()), every);
  return tick;
}
