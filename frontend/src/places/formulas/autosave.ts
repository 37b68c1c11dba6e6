/** Saving by itself: a moment after each change, one at a time, again while nobody answers, and once at the end. */
import { useTimeoutFn } from "@vueuse/core";
import { onScopeDispose, ref, watch, type Ref } from "vue";
import { reached } from "@/api/outbox";

const SAVED_MS = 40; // a change is kept once the hand has rested so long
const AGAIN_MS = 1_000; // a save that nobody answered is tried again so much later, then twice that
const LONGEST_MS = 15_000;

export type Saved = "kept" | "amiss" | "elsewhere" | "removed" | "unreachable";
/** Nothing more is saved by itself until somebody decides. */
const waits = (state: State) => state === "elsewhere" || state === "removed";
export type State = Saved | "keeping";

const lockOf = (name: string) => `eyebright-bench ${name}`;

/** What is being saved by screens that may be closed already: coming back waits for it. */
const underWay = new Map<string, Promise<void>>();
export const savedBefore = (name: string): Promise<void> | undefined => underWay.get(name);

/** Do it unless a window of this browser has it open and saves it by itself. */
export async function ifClosed(name: string, does: () => Promise<void>): Promise<void> {
  await navigator.locks.request(lockOf(name), { ifAvailable: true }, (free) => free && does());
}

/** `send` sends a text and says what became of it; `lost` is told where nobody is left to see that it failed. */
export function useAutosave(
  name: string,
  text: Ref<string>,
  send: (text: string) => Promise<Saved>,
  lost: () => void,
) {
  const state = ref<State>("kept");
  const sent = ref("");
  const wait = ref(SAVED_MS);
  const soon = useTimeoutFn(() => void save(), wait, { immediate: false });
  let pause = AGAIN_MS;
  let saving = false;
  let closed = false;
  const closing = new AbortController();
  let free = (): void => closing.abort();
  void navigator.locks
    .request(
      lockOf(name),
      { signal: closing.signal },
      () => new Promise<void>((done) => (free = done)),
    )
    .catch(() => null);

  function after(milliseconds: number): void {
    wait.value = milliseconds;
    soon.start();
  }

  function later(): void {
    if (!waits(state.value)) state.value = "keeping";
    after(SAVED_MS);
  }

  function save(): Promise<void> {
    if (saving || !text.value || waits(state.value)) return Promise.resolve();
    saving = true;
    const done = once(text.value).finally(() => {
      if (underWay.get(name) === done) underWay.delete(name);
    });
    underWay.set(name, done);
    return done;
  }

  async function once(now: string): Promise<void> {
    sent.value = now;
    const found = await send(now);
    saving = false;
    const same = text.value === now;
    state.value = found === "kept" && !same ? "keeping" : found;
    if (found === "kept") pause = AGAIN_MS;
    if (found === "unreachable") {
      after(pause);
      pause = Math.min(pause * 2, LONGEST_MS);
    }
    if (closed && (found === "amiss" || waits(found))) lost();
    if (same || waits(found) || found === "unreachable") return;
    if (closed) await save();
    else later();
  }

  // The server is back: at once.
  watch(reached, (now) => now && state.value === "unreachable" && void save());
  onScopeDispose(() => {
    closed = true;
    const saved = text.value === sent.value ? Promise.resolve() : save();
    void saved.finally(() => free());
  });

  /** This text is the one that is kept. */
  function begin(): void {
    sent.value = text.value;
    state.value = "kept";
  }
  /** Somebody else was first: nothing is saved until that is settled. */
  function hold(): void {
    soon.stop();
    state.value = "elsewhere";
  }
  /** It is there again: what was typed is saved. */
  function goOn(): Promise<void> {
    state.value = "keeping";
    return save();
  }
  return { state, sent, begin, hold, goOn, later, save };
}
