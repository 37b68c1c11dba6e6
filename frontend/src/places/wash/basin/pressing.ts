/**
 * Presses at the basin: the next step is painted at once, and what was pressed is sent one after another, with the
 * moment of each. Where the server is away they wait in this browser's storage: nothing is lost, and each keeps its
 * own time.
 */
import { computed, onUnmounted, ref, watch, type Ref } from "vue";
import { usePress, type Press } from "@/api/basin";
import { Problem, type BasinStep, type Run } from "@/api/client";
import { stored } from "@/api/drafts";

const AGAIN_MS = 1_000;
const AWAY = 502;
const PAINT_MS = 30;

export function usePressing(id: () => number, run: Ref<Run | undefined>, heardAt: Ref<number>) {
  const send = usePress();
  const name = () => `eyebright-press ${id()}`;
  const queue = ref<Press[]>(stored<Press[]>(name()) ?? []);
  const error = ref<Error | null>(null);
  const away = ref(false);
  let sending = false;
  let timer: number | undefined;

  /** The moment now, by the server's clock. */
  const moment = (): string => {
    const ahead = run.value ? Date.parse(run.value.now) - heardAt.value : 0;
    return new Date(Date.now() + ahead).toISOString();
  };

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
    try {
      if (queue.value.length) localStorage.setItem(name(), JSON.stringify(queue.value));
      else localStorage.removeItem(name());
    } catch {
      // It is sent all the same.
    }
  }

  async function flush(): Promise<void> {
    window.clearTimeout(timer);
    if (sending) return;
    sending = true;
    while (queue.value[0]) {
      try {
        await send.mutateAsync({ id: id(), input: queue.value[0] });
        away.value = false;
        queue.value = queue.value.slice(1);
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
  }

  function press(): void {
    const now = step.value;
    if (!now || now.kind === "end") return;
    error.value = null;
    queue.value = [...queue.value, { step: now.step, section: now.section, at: moment() }];
    keep();
    // the next step is painted first; a window that is not looked at paints nothing
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void flush(), PAINT_MS);
  }

  /** All that was pressed has been sent, or was refused. */
  async function settled(): Promise<void> {
    await flush();
    while (sending) await new Promise((done) => window.setTimeout(done, PAINT_MS));
  }

  watch(id, () => (queue.value = stored<Press[]>(name()) ?? []));
  if (queue.value.length) void flush();
  onUnmounted(() => window.clearTimeout(timer));
  return { at, step, press, settled, waiting: computed(() => queue.value.length > 0), away, error };
}
