/**
 * Presses at the basin: the next step is painted at once, and what was pressed is sent one after another, with the
 * moment of each. Where the server is away they wait in this browser's storage: nothing is lost, and each keeps its
 * own time.
 */
import { computed, onUnmounted, ref, watch, type Ref } from "vue";
import { usePress, type Press } from "@/api/basin";
import { Problem } from "@/api/client";
import type { BasinStep, Run } from "@/api/types";
import { unsent } from "@/api/unsent";

const AGAIN_MS = 1_000;
const AWAY = 502;
const PAINT_MS = 30;

/** A press that was not heard yet, and when it was, by this machine's own clock. */
type Kept = Omit<Press, "ago"> & { at: number };

const kept = unsent<Kept[]>("press");

export function usePressing(id: () => number, run: Ref<Run | undefined>) {
  const send = usePress();
  const name = () => String(id());
  const queue = ref<Kept[]>(kept.get(name()) ?? []);
  const error = ref<Error | null>(null);
  const away = ref(false);
  let sending = false;
  let flying: Kept | undefined;
  let timer: number | undefined;

  /** Which press comes next, with what is on its way counted as done. */
  const at = computed(() => {
    const now = run.value;
    if (!now) return 0;
    let place = now.at;
    for (const press of queue.value) {
      const found = now.presses.findIndex(
        (one) => one.step === press.step && one.section === press.section,
      );
      if (found >= place) place = found + 1;
    }
    return Math.min(place, now.presses.length - 1);
  });
  const step = computed<BasinStep | undefined>(() => run.value?.presses[at.value]);

  function keep(): void {
    if (queue.value.length) kept.put(name(), queue.value);
    else kept.drop(name());
  }

  async function flush(): Promise<void> {
    window.clearTimeout(timer);
    if (sending) return;
    sending = true;
    while (queue.value[0]) {
      try {
        flying = queue.value[0];
        const { at: pressedAt, ...press } = flying;
        const ago = Math.max((Date.now() - pressedAt) / 1000, 0);
        await send.mutateAsync({ id: id(), input: { ...press, ago } });
        away.value = false;
        queue.value = queue.value.filter((one) => one !== flying);
      } catch (problem) {
        if (problem instanceof Problem && (problem.status === 0 || problem.status >= AWAY)) {
          away.value = true;
          timer = window.setTimeout(() => void flush(), AGAIN_MS);
          break;
        }
        error.value = problem as Error;
        queue.value = [];
      }
      keep();
    }
    sending = false;
    flying = undefined;
  }

  function press(): void {
    const now = step.value;
    if (!now || now.kind === "end") return;
    error.value = null;
    queue.value = [...queue.value, { step: now.step, section: now.section, at: Date.now() }];
    keep();
    // the next step is painted first; a window that is not looked at paints nothing
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void flush(), PAINT_MS);
  }

  /** Take the last press back, where it was not sent yet: whether it was one of those. */
  function takeBack(): boolean {
    const last = queue.value.at(-1);
    if (!last || last === flying) return false;
    queue.value = queue.value.slice(0, -1);
    keep();
    return true;
  }

  /** All that was pressed has been sent, or was refused. */
  async function settled(): Promise<void> {
    await flush();
    while (sending) await new Promise((done) => window.setTimeout(done, PAINT_MS));
  }

  watch(id, () => (queue.value = kept.get(name()) ?? []));
  if (queue.value.length) void flush();
  onUnmounted(() => window.clearTimeout(timer));
  return {
    at,
    step,
    press,
    takeBack,
    settled,
    waiting: computed(() => queue.value.length > 0),
    away,
    error,
  };
}
