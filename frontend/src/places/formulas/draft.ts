/**
 * A formula as it stands on the bench: every change is kept a moment later (autosave), can be undone and redone
 * (history), and is never written over what another window has kept meanwhile (conflict). A draft is of one formula
 * for good; what is not kept yet stands in this browser's storage (api/drafts), and is kept as soon as the server
 * answers: here, or by `saveLeft` where its bench is closed.
 */
import { computed, ref, shallowRef, watch, type Ref } from "vue";
import { Problem } from "@/api/client";
import type { Formula, KeptFormula } from "@/api/types";
import { draftOf, draftsUnder, dropDraft, keepDraft } from "@/api/drafts";
import { fetchFormula, saveFormula } from "@/api/formulas";
import { tell } from "@/app/undo";
import { copy } from "@/parts/merge";
import { ifClosed, savedBefore, useAutosave, type Saved } from "./autosave";
import { savedAll, stands } from "./conflict";
import { useSteps } from "./history";

const SAVES = "PUT /api/formulas/";

/** What was typed into formulas whose bench is closed, and was not saved: saved now. */
export async function saveLeft(): Promise<void> {
  for (const name of draftsUnder(SAVES))
    await ifClosed(name, async () => {
      const left = draftOf<Formula>(name);
      if (!left) return;
      const body = { version: left.version, formula: left.entered, head: null, vessel: null };
      try {
        await saveFormula(Number(name.slice(SAVES.length)), body);
        tell(`What you last typed into “${left.entered.name}” is saved now.`);
      } catch (error) {
        if (savedAll(error, left.entered)) dropDraft(name);
      }
    });
}

/** `rules`: what else the reading goes by; it is asked for again when that changes. */
export function useDraft(
  id: number,
  head: Ref<number | null>,
  vessel: Ref<number | null>,
  rules: Ref<unknown>,
) {
  const draft = ref<Formula | null>(null);
  const kept = shallowRef<KeptFormula | null>(null);
  /** The last reading stays in view, dimmed, while the formula cannot be worked out. */
  const assessment = shallowRef<KeptFormula["assessment"]>(null);
  const failed = shallowRef<Error | null>(null);
  const fields = ref<Record<string, string>>({});
  let version = 0;
  const name = `${SAVES}${id}`;

  const text = computed(() => (draft.value ? JSON.stringify(draft.value) : ""));
  const steps = useSteps(draft);
  const saving = useAutosave(name, text, send, () =>
    tell(`What you last typed into “${draft.value?.name}” could not be saved: open it and look.`),
  );
  const errors = computed<Record<string, string>>(() => ({
    ...Object.fromEntries((kept.value?.problems ?? []).map((one) => [one.field, one.message])),
    ...fields.value,
  }));
  const stale = computed(
    () =>
      kept.value?.assessment === null ||
      ["amiss", "elsewhere", "removed"].includes(saving.state.value),
  );

  function take(answer: KeptFormula): void {
    kept.value = answer;
    version = answer.version;
    fields.value = {};
    if (answer.assessment) assessment.value = answer.assessment;
  }

  async function load(): Promise<void> {
    failed.value = null;
    try {
      await savedBefore(name);
      let before, left, answer;
      do {
        before = draftOf<Formula>(name);
        answer = await fetchFormula(id, head.value, vessel.value);
        left = draftOf<Formula>(name);
      } while (before && !left); // kept by `saveLeft` meanwhile: the answer may be of the time before
      take(answer);
      draft.value = copy(answer.formula);
      steps.begin();
      saving.begin();
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
    if (moved) saving.hold();
  }

  /** What the other window kept; what was typed here is let go. */
  function takeOther(): Promise<void> {
    dropDraft(name);
    return load();
  }

  /** It was removed, and is there again: as it was known here, what was typed is saved; else that is asked. */
  async function putBack(): Promise<void> {
    const there = await fetchFormula(id, head.value, vessel.value).catch(() => null);
    if (there && kept.value && stands(there.formula, kept.value.formula)) version = there.version;
    await saving.goOn();
  }

  async function send(now: string): Promise<Saved> {
    const formula = JSON.parse(now) as Formula;
    try {
      take(await saveFormula(id, { version, formula, head: head.value, vessel: vessel.value }));
      return "kept";
    } catch (error) {
      const there = savedAll(error, formula);
      if (there) {
        take(there);
        dropDraft(name);
        return "kept";
      }
      if (!(error instanceof Problem) || error.status === 0 || error.status >= 500)
        return "unreachable";
      if (error.status === 409) return "elsewhere";
      if (error.status === 404) return "removed";
      fields.value = error.fields;
      return "amiss";
    }
  }

  watch(text, (now) => {
    if (!now || now === saving.sent.value) return;
    keepDraft(name, { entered: JSON.parse(now) as Formula, base: null as never, version });
    void steps.groupSoon();
    saving.later();
  });
  watch([head, vessel], () => draft.value && saving.later());
  watch(rules, (now, before) => now && before && draft.value && saving.later());
  void load();

  /** Put another formula in its place: one step, that can be undone. */
  function become(formula: Formula): void {
    steps.group();
    draft.value = copy(formula);
    steps.group();
  }

  return {
    draft,
    kept,
    assessment,
    errors,
    failed,
    state: saving.state,
    stale,
    load,
    save: saving.save,
    putBack,
    undo: steps.undo,
    redo: steps.redo,
    become,
    takeOther,
    canUndo: steps.canUndo,
    canRedo: steps.canRedo,
  };
}
