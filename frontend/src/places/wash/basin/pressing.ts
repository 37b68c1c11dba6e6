/**
 * Presses at the basin: each is shown at once, as it is, and sent in order. Where the server is away they wait, and
 * the clocks of what went on since start here.
 */
import { computed, ref, watch, type Ref } from "vue";
import { useTick } from "@/parts/monotonic";
import { usePresses, type Pressed, type PressOperation } from "@/api/presses";
import { call } from "@/api/client";
import { useCount } from "@/api/counting";
import { behind } from "@/api/steady";
import type { BasinChange, BasinMark, BasinStep, Run } from "@/api/types";
import { asPressed, type Meanwhile } from "./meanwhile";

const SAID_S = 1.5; // what is heard sooner is not worth a word
const UNDO_MS = 700; // a second tap of the same finger undoes nothing

type Push = ReturnType<typeof usePresses>["push"];

/** Press, and keep why the last press was refused: null then. */
function usePush(push: Push) {
  const error = ref<Error | null>(null);
  async function press(
    operation: PressOperation,
    body: object,
    says: string,
  ): Promise<Pressed | null> {
    error.value = null;
    return push(operation, body as Record<string, unknown>, says).catch((why: Error) => {
      error.value = why;
      return null;
    });
  }
  return { error, press };
}

export function usePressing(id: () => number, run: Ref<Run | undefined>) {
  const { entries, push: send, letGo } = usePresses(id);
  /** What the server said of a press: it stays until the next. */
  const said = ref("");
  const push: Push = async (...asked) => {
    said.value = "";
    const pressed = await send(...asked);
    said.value = pressed.run.says || said.value;
    return pressed;
  };
  const { error, press } = usePush(push);
  const tick = useTick();
  const undoing = ref(false);
  const count = useCount();
  const shown = computed<Meanwhile | null>(() => {
    const now = run.value;
    if (!now) return null;
    return asPressed(now, entries.value, count.value ?? now.steady);
  });
  const step = computed<BasinStep | undefined>(() =>
    shown.value ? run.value?.presses[shown.value.at] : undefined,
  );
  /** How many presses were not heard for longer than it takes to hear one. */
  const unheard = computed(() => {
    const first = entries.value[0];
    const late = first && (count.value ?? 0) - first.at > SAID_S;
    return late ? entries.value.length : 0;
  });

  function go(): void {
    const now = step.value;
    if (!now || now.kind === "end") return;
    const { step: key, section } = now;
    const body = { step: key, section, seen: run.value?.steady ?? null };
    void press("press_step", body, lower(now.press));
  }

  /** Take back what is named, once: nothing more until it is done and the finger is off. */
  async function undo(): Promise<void> {
    const last = shown.value?.undo;
    if (!last || undoing.value) return;
    undoing.value = true;
    const mine = entries.value.find((one) => one.id === last.press);
    const rest = new Promise((done) => window.setTimeout(done, UNDO_MS));
    if (!mine || !letGo(mine))
      void press("undo_press", { press: last.press }, `undo: ${last.says}`);
    await rest;
    undoing.value = false;
  }

  // The larger of what the server and this page counted holds.
  behind.on((counted) => {
    void call("mark_run", {
      path: { pk: id() },
      body: { what: "counted", steady: counted, id: crypto.randomUUID() } as never,
    }).catch(() => null);
  });

  const lower = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);
  watch(id, () => {
    error.value = null;
    said.value = "";
  });
  return {
    shown,
    step,
    go,
    undo,
    undoing,
    unheard,
    said,
    push,
    error,
    tick,
  };
}

export type Pressing = ReturnType<typeof usePressing>;

/** An act beside the steps, with its own failure: shown beside the field that it is of. */
export function useBeside(pressing: Pressing) {
  const { error, press } = usePush(pressing.push);
  const act: typeof press = (...asked) => {
    pressing.error.value = null; // what was refused before is over
    return press(...asked);
  };
  return {
    error,
    mark: (body: Partial<BasinMark> & Pick<BasinMark, "what">, says: string) =>
      act("mark_run", body, says),
    change: (body: Partial<BasinChange>, says: string) => act("change_run", body, says),
    end: (off: string) => act("end_wash", { off_at: off || null }, "the end of this wash"),
  };
}
