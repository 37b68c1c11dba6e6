/**
 * A formula as it stands on the bench: every change is kept a moment later, can be undone and redone, and
 * is never written over what another window has kept meanwhile. A draft is of one formula for good; what is
 * not kept yet stands in this browser's storage (api/drafts), and is kept as soon as the server answers: here,
 * or by `saveLeft` where its bench is closed.
 */
import { computed, onUnmounted, ref, shallowRef, watch, type Ref } from "vue";
import { Problem } from "@/api/client";
import type { Formula, KeptFormula } from "@/api/types";
import { draftOf, draftsUnder, dropDraft, keepDraft } from "@/api/drafts";
import { fetchFormula, saveFormula } from "@/api/formulas";
import { reached } from "@/api/outbox";
import { tell } from "@/app/undo";

const SAVED_MS = 40; // a change is kept once the hand has rested so long
const GROUPED_MS = 600; // keystrokes within it are one step back
const STEPS_BACK = 100;
const AGAIN_MS = 1_000; // a save that nobody answered is tried again so much later, then twice that
const LONGEST_MS = 15_000;
const SAVES = "PUT /api/formulas/";
const lockOf = (id: number) => `eyebright-bench-${id}`;

export type State = "kept" | "keeping" | "amiss" | "elsewhere" | "unreachable";

/** What is being kept of formulas whose bench may be closed already: coming back waits for it. */
const underWay = new Map<number, Promise<void>>();

/** Whether something that was sent is what stands there: the server fills in what was left out. */
function stands(there: unknown, sent: unknown): boolean {
  if (sent === undefined || sent === null || sent === "") return (there ?? "") === "" || !there;
  if (typeof sent !== "object") return String(there) === String(sent);
  if (typeof there !== "object" || there === null) return false;
  if (Array.isArray(sent))
    return (
      Array.isArray(there) &&
      there.length === sent.length &&
      sent.every((one, i) => stands(there[i], one))
    );
  return Object.entries(sent).every(([key, one]) =>
    stands((there as Record<string, unknown>)[key], one),
  );
}

/** What was typed into formulas whose bench is closed, and was not saved: saved now. */
export async function saveLeft(): Promise<void> {
  for (const name of draftsUnder(SAVES)) {
    const id = Number(name.slice(SAVES.length));
    await navigator.locks.request(lockOf(id), { ifAvailable: true }, async (free) => {
      const left = draftOf<Formula>(name);
      if (!free || !left) return;
      const body = { version: left.version, formula: left.entered, head: null, vessel: null };
      try {
        await saveFormula(id, body);
        tell(`What you last typed into “${left.entered.name}” is saved now.`);
      } catch (error) {
        if (!(error instanceof Problem) || error.status !== 409) return;
        const now = error.now as KeptFormula | null;
        if (now && stands(now.formula, left.entered)) dropDraft(name);
      }
    });
  }
}

const copy = (formula: Formula): Formula => JSON.parse(JSON.stringify(formula)) as Formula;

/** `rules`: what else the reading goes by; it is asked for again when that changes. */
export function useDraft(
  id: number,
  head: Ref<number | null>,
  vessel: Ref<number | null>,
  rules: Ref<unknown>,
) {
  const draft = ref<Formula | null>(null);
  const kept = shallowRef<KeptFormula | null>(null);
  /** The last reading stays in view, dimmed, while the formula cannot be reckoned. */
  const reading = shallowRef<KeptFormula["reading"]>(null);
  const failed = shallowRef<Error | null>(null);
  const state = ref<State>("kept");
  const fields = ref<Record<string, string>>({});
  const past = ref<string[]>([]);
  const coming = ref<string[]>([]);
  let version = 0;
  let standing = ""; // what the newest step back stands for
  let sent = "";
  let saving = false;
  let closed = false;
  let soon: number | undefined;
  let pause = AGAIN_MS;
  const name = `${SAVES}${id}`;
  const closing = new AbortController();
  void navigator.locks
    .request(
      lockOf(id),
      { signal: closing.signal },
      () => new Promise<void>((done) => (free = done)),
    )
    .catch(() => null);
  let free = (): void => closing.abort();
  let grouped: number | undefined;

  const text = computed(() => (draft.value ? JSON.stringify(draft.value) : ""));
  const errors = computed<Record<string, string>>(() => ({
    ...Object.fromEntries((kept.value?.problems ?? []).map((one) => [one.field, one.message])),
    ...fields.value,
  }));
  const stale = computed(
    () => kept.value?.reading === null || state.value === "amiss" || state.value === "elsewhere",
  );

  function take(answer: KeptFormula): void {
    kept.value = answer;
    version = answer.version;
    if (answer.reading) reading.value = answer.reading;
  }

  async function load(): Promise<void> {
    failed.value = null;
    try {
      await underWay.get(id);
      let before, left, answer;
      do {
        before = draftOf<Formula>(name);
        answer = await fetchFormula(id, head.value, vessel.value);
        left = draftOf<Formula>(name);
      } while (before && !left); // kept by `saveLeft` meanwhile: the answer may be of the time before
      take(answer);
      draft.value = copy(answer.formula);
      standing = sent = text.value;
      past.value = [];
      coming.value = [];
      fields.value = {};
      state.value = "kept";
      if (left && !stands(answer.formula, left.entered)) takeUp(left.entered, left.version);
      else dropDraft(name);
    } catch (error) {
      failed.value = error as Error;
    }
  }

  /** What was typed here before, and never saved: it stands on the bench again. */
  function takeUp(typed: Formula, from: number): void {
    const moved = from !== version;
    version = from;
    become(typed);
    if (!moved) return;
    window.clearTimeout(soon);
    state.value = "elsewhere";
  }

  /** What the other window kept; what was typed here is let go. */
  function takeOther(): Promise<void> {
    dropDraft(name);
    return load();
  }

  function save(): Promise<void> {
    if (saving || !draft.value || state.value === "elsewhere") return Promise.resolve();
    saving = true;
    const done = send(draft.value.name).finally(() => {
      if (underWay.get(id) === done) underWay.delete(id);
    });
    underWay.set(id, done);
    return done;
  }

  async function send(called: string): Promise<void> {
    const now = text.value;
    sent = now;
    try {
      const body = {
        version,
        formula: JSON.parse(now) as Formula,
        head: head.value,
        vessel: vessel.value,
      };
      take(await saveFormula(id, body));
      fields.value = {};
      pause = AGAIN_MS;
      state.value = text.value === now ? "kept" : "keeping";
    } catch (error) {
      const there = error instanceof Problem ? (error.now as KeptFormula | null) : null;
      if (!(error instanceof Problem) || error.status === 0 || error.status >= 500) {
        state.value = "unreachable";
        again();
      } else if (there && stands(there.formula, JSON.parse(now))) {
        take(there); // it was saved, and the answer to that was lost
        dropDraft(name);
        state.value = text.value === now ? "kept" : "keeping";
      } else if (error.status === 409) state.value = "elsewhere";
      else {
        state.value = "amiss";
        fields.value = error.fields;
      }
    }
    saving = false;
    if (closed && (state.value === "amiss" || state.value === "elsewhere"))
      tell(`What you last typed into “${called}” could not be saved: open it and look.`);
    if (text.value === now || state.value === "elsewhere" || state.value === "unreachable") return;
    if (closed) await save();
    else later();
  }

  /** Nobody answered: once more, with growing pauses, and at once when the server is back. */
  function again(): void {
    window.clearTimeout(soon);
    soon = window.setTimeout(() => void save(), pause);
    pause = Math.min(pause * 2, LONGEST_MS);
  }
  const stopLooking = watch(reached, (now) => {
    if (now && state.value === "unreachable") void save();
  });

  function later(): void {
    if (state.value !== "elsewhere") state.value = "keeping";
    window.clearTimeout(soon);
    soon = window.setTimeout(() => void save(), SAVED_MS);
  }

  /** What stood there before is one step back. */
  function group(): void {
    window.clearTimeout(grouped);
    if (!standing || standing === text.value) return;
    past.value = [...past.value, standing].slice(-STEPS_BACK);
    coming.value = [];
    standing = text.value;
  }

  watch(text, (now) => {
    if (!now || now === sent) return;
    keepDraft(name, { entered: JSON.parse(now) as Formula, base: null as never, version });
    window.clearTimeout(grouped);
    if (now !== standing) grouped = window.setTimeout(group, GROUPED_MS);
    later();
  });
  watch([head, vessel], () => draft.value && later());
  watch(rules, (now, before) => now && before && draft.value && later());
  void load();
  onUnmounted(() => {
    closed = true;
    window.clearTimeout(grouped);
    window.clearTimeout(soon);
    stopLooking();
    const saved = text.value === sent ? Promise.resolve() : save();
    void saved.finally(() => free());
  });

  function go(from: Ref<string[]>, to: Ref<string[]>): void {
    const there = from.value.at(-1);
    if (!there) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, text.value];
    standing = there;
    draft.value = JSON.parse(there) as Formula;
  }

  function undo(): void {
    group();
    go(past, coming);
  }
  const redo = () => go(coming, past);

  /** Put another formula in its place: one step, that can be undone. */
  function become(formula: Formula): void {
    group();
    draft.value = copy(formula);
    group();
  }

  return {
    draft,
    kept,
    reading,
    errors,
    failed,
    state,
    stale,
    load,
    save,
    undo,
    redo,
    become,
    takeOther,
    canUndo: computed(() => past.value.length > 0 || (standing !== "" && text.value !== standing)),
    canRedo: computed(() => coming.value.length > 0),
  };
}
