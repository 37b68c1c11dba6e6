/**
 * A formula as it stands on the bench: every change is kept a moment later, can be undone and redone, and
 * is never written over what another window has kept meanwhile. A draft is of one formula for good; what is
 * not kept yet when its bench closes is kept then.
 */
import { computed, onUnmounted, ref, shallowRef, watch, type Ref } from "vue";
import { Problem, type Formula, type KeptFormula } from "@/api/client";
import { fetchFormula, saveFormula } from "@/api/formulas";
import { tell } from "@/app/undo";

const SAVED_MS = 40; // a change is kept once the hand has rested so long
const GROUPED_MS = 600; // keystrokes within it are one step back
const STEPS_BACK = 100;

export type State = "kept" | "keeping" | "amiss" | "elsewhere" | "unreachable";

/** What is being kept of formulas whose bench may be closed already: coming back waits for it. */
const underWay = new Map<number, Promise<void>>();

const copy = (formula: Formula): Formula => JSON.parse(JSON.stringify(formula)) as Formula;

export function useDraft(id: number, head: Ref<number | null>, vessel: Ref<number | null>) {
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
      const answer = await fetchFormula(id, head.value, vessel.value);
      take(answer);
      draft.value = copy(answer.formula);
      standing = sent = text.value;
      past.value = [];
      coming.value = [];
      fields.value = {};
      state.value = "kept";
    } catch (error) {
      failed.value = error as Error;
    }
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

  async function send(name: string): Promise<void> {
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
      state.value = text.value === now ? "kept" : "keeping";
    } catch (error) {
      if (!(error instanceof Problem) || error.status === 0) state.value = "unreachable";
      else if (error.status === 409) state.value = "elsewhere";
      else {
        state.value = "amiss";
        fields.value = error.fields;
      }
    }
    saving = false;
    if (closed && state.value !== "kept" && state.value !== "keeping")
      tell(`What you last typed into “${name}” could not be saved: open it and look.`);
    if (text.value === now || state.value === "elsewhere") return;
    if (closed) await save();
    else later();
  }

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
    window.clearTimeout(grouped);
    if (now !== standing) grouped = window.setTimeout(group, GROUPED_MS);
    later();
  });
  watch([head, vessel], () => draft.value && later());
  void load();
  onUnmounted(() => {
    closed = true;
    window.clearTimeout(grouped);
    window.clearTimeout(soon);
    if (text.value !== sent) void save();
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
    canUndo: computed(() => past.value.length > 0 || (standing !== "" && text.value !== standing)),
    canRedo: computed(() => coming.value.length > 0),
  };
}
