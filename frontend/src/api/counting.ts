/**
 * The server's even count as it goes on in this window, looked at every second. What runs says when its time is up in
 * that count (`until_steady`), so that neither an old answer nor a clock that is set moves it.
 *
 *     const left = useLeft();
 *     left(clock.until_steady)     seconds until its time is up, below nothing after it
 */
import { computed } from "vue";
import { useTick } from "@/parts/monotonic";
import { reached } from "./outbox";
import { steadyNow, steadyPressed } from "./steady";

/** Null before the first answer. While the server is away, what this machine slept counts too: nobody else counts it. */
export function useCount() {
  const tick = useTick();
  return computed(() => {
    void tick.value;
    return reached.value ? steadyNow() : steadyPressed();
  });
}

export function useLeft() {
  const count = useCount();
  return (until: number | null | undefined): number | null =>
    count.value === null || until === null || until === undefined ? null : until - count.value;
}
