/** Server state of the basin: a wash under way (what is pressed there: api/presses), and how one went. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { byId, useChange, useRead } from "./query";
import type { BeginWash, ReviewIn } from "./types";

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

export const useRestoreRun = byId("restore_run");
export const useBeginWash = () => useChange((body: BeginWash) => call("begin_wash", { body }));
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
