/** Server state of the basin: a wash under way, what is pressed there, and how one went. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { byId, keyOf, useChange, useRead } from "./query";
import type { BasinChange, BasinMark, BeginWash, ReviewIn, Run } from "./types";

const LIVE_MS = 1_500; // two windows in one wash show the same
const CLOCKS_MS = 5_000;

export const useRuns = () => useRead("washes_under_way", undefined, { every: CLOCKS_MS });
export const useRun = (id: MaybeRefOrGetter<number>) =>
  useRead("wash_run", () => ({ path: { pk: toValue(id) } }), {
    every: LIVE_MS,
    unseen: true,
    versioned: true,
    retry: false,
  });

export interface Press {
  step: string;
  section: number;
  /** Seconds ago. */
  ago: number;
}

/** Something done to a run: what is shown afterwards is the answer. */
const useRunAct = <Asked>(act: (id: number, asked: Asked) => Promise<Run>, retry?: false) =>
  useChange(({ id, input }: { id: number; input: Asked }) => act(id, input), {
    ...(retry === false ? { retry } : {}),
    touches: ["washes_under_way"],
    waits: false,
    shows: (cache, now: Run) =>
      cache.setQueryData(keyOf("wash_run", { path: { pk: now.id } }), now),
  });

/** Sent again by places/wash/basin/pressing.ts itself, with its own time. */
export const usePress = () =>
  useRunAct(
    (pk, body: Press) => call("press_step", { path: { pk }, body }, { kept: false }),
    false,
  );
export const useUndoPress = () => useRunAct<null>((pk) => call("undo_press", { path: { pk } }));
const NO_MARK = { key: "", stops_passed: [], why: "", own: false };
/** `at`: when it was pressed, by this machine's own clock; it may be sent later. */
export type Mark = Partial<Omit<BasinMark, "ago">> & Pick<BasinMark, "what"> & { at?: number };
export const useMark = () =>
  useRunAct((pk, { at: pressedAt, ...more }: Mark) => {
    const ago = pressedAt === undefined ? 0 : Math.max((Date.now() - pressedAt) / 1000, 0);
    return call("mark_run", { path: { pk }, body: { ...NO_MARK, ...more, ago } });
  });
export const useChangeRun = () =>
  useRunAct((pk, body: BasinChange) => call("change_run", { path: { pk }, body }));
/** A change of what is to come, as it is sent; and the one that leaves a link out. */
export const NO_CHANGE = {
  formula: null,
  supply_key: "",
  zone: "both",
  left: "half",
  ran_out: false,
} as const;
export const leaving = (version: number, link: number): BasinChange => ({
  ...NO_CHANGE,
  version,
  do: "leave_out",
  link,
});
export const useRestoreRun = () => useRunAct<null>((pk) => call("restore_run", { path: { pk } }));
export const useBeginWash = () => useChange((body: BeginWash) => call("begin_wash", { body }));
export const useEndWash = () =>
  useChange(({ id, off }: { id: number; off?: string }) =>
    call("end_wash", { path: { pk: id }, body: { off_at: off || null } }),
  );
export const useReopenWash = byId("reopen_wash");
export const useDiscardRun = byId("discard_run");

// ---- how it went ----

export const useReviews = (planned: MaybeRefOrGetter<number>) =>
  useRead("reviews", () => ({ path: { pk: toValue(planned) } }), { retry: false });
export const useReview = () =>
  useChange(({ id, body }: { id: number; body: ReviewIn }) =>
    call("review_wash", { path: { pk: id }, body }),
  );
export const useTakeReviewBack = () =>
  useChange(({ id, when }: { id: number; when: string }) =>
    call("take_review_back", { path: { pk: id, when } }),
  );
