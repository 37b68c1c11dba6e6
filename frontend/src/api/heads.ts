/** Server state of Heads: every question its screens ask, and every change they make. */
import type { QueryClient } from "@tanstack/vue-query";
import { type MaybeRefOrGetter, toValue } from "vue";
import { asForm, call, type Input } from "./client";
import { keyOf, useChange, useRead, type Saving } from "./query";
import type { CheckInIn, Diary, Head, HeadIn } from "./types";

/** What a wash is for, and what is on the hair now. */
export interface Today {
  occasion: string;
  on_scalp: string[];
  on_strands: string[];
}

const DUE_MS = 60_000;

export const useQuestions = () => useRead("questions", undefined, { fixed: true });
export const useHeads = () => useRead("heads");
/** What waits: asked again every minute, so that a reminder comes by itself. */
export const useDue = () => useRead("due", undefined, { every: DUE_MS });
export const useBlocked = () => useRead("blocked");
export const useHead = (id: MaybeRefOrGetter<number>) =>
  useRead("head", () => ({ path: { pk: toValue(id) } }), { retry: false });
export const useAsks = (id: MaybeRefOrGetter<number | null>, today?: MaybeRefOrGetter<Today>) =>
  useRead(
    "asks",
    () => {
      const pk = toValue(id);
      return pk === null ? null : { path: { pk }, query: { ...toValue(today) } };
    },
    { keep: (before) => before?.path.pk === toValue(id), retry: false },
  );
/** The stops that were passed on a head, the newest first. */
export const usePasses = (id: MaybeRefOrGetter<number>) =>
  useRead("passes", () => ({ path: { pk: toValue(id) } }));
export const useHistory = (id: MaybeRefOrGetter<number>) =>
  useRead("history", () => ({ path: { pk: toValue(id) } }));

/** A head as it is shown: an answer that is a head, or that a head comes with. */
function showHead(cache: QueryClient, answer: Head | { head: Head }): void {
  const head = "head" in answer ? answer.head : answer;
  if (head.id !== undefined) cache.setQueryData(keyOf("head", { path: { pk: head.id } }), head);
}

/** What was just done is done: all that hangs on a head is asked for anew, and nobody waits for it. */
const useHeadChange = <Asked, Answer>(change: (asked: Asked) => Promise<Answer>) =>
  useChange(change, { shows: showHead, waits: false });

/** What of a head is entered under its id. */
interface Of<Body> {
  id: number;
  body: Body;
}
type BodyOf<O extends "check_in" | "little_test" | "patch_test" | "patch_result" | "wash"> =
  Input<O>["body"];

export const useSaveHead = () =>
  useHeadChange(({ id, body }: Saving<HeadIn>) =>
    id === undefined
      ? call("add_head", { body })
      : call("change_head", { path: { pk: id }, body: body as never }),
  );
export const useRemoveHead = () =>
  useHeadChange((pk: number) => call("remove_head", { path: { pk } }));
export const useRestoreHead = () =>
  useHeadChange((pk: number) => call("restore_head", { path: { pk } }));
export const useEraseHead = () =>
  useHeadChange((pk: number) => call("erase_head", { path: { pk } }));
export const useCheckIn = () =>
  useHeadChange(({ id, body }: Of<CheckInIn>) => call("check_in", { path: { pk: id }, body }));
export const useLittleTest = () =>
  useHeadChange(({ id, body }: Of<BodyOf<"little_test">>) =>
    call("little_test", { path: { pk: id }, body }),
  );
export const usePatchTest = () =>
  useHeadChange(({ id, body }: Of<BodyOf<"patch_test">>) =>
    call("patch_test", { path: { pk: id }, body }),
  );
export const usePatchResult = () =>
  useHeadChange(({ id, test, body }: Of<BodyOf<"patch_result">> & { test: number }) =>
    call("patch_result", { path: { pk: id, test }, body }),
  );
export const useWash = () =>
  useHeadChange(({ id, body }: Of<BodyOf<"wash">>) => call("wash", { path: { pk: id }, body }));
/** What of a wash is corrected; what is left out stays. */
export type WashChange = Partial<Input<"change_wash">["body"]> & { version: number };
export const useChangeWash = () =>
  useHeadChange(({ id, wash, body }: Of<WashChange> & { wash: number }) =>
    call("change_wash", { path: { pk: id, wash }, body: body as never }),
  );

export interface InDiary {
  id: number;
  kind: Diary;
  entry: number;
}
export const useTakeOut = () =>
  useHeadChange(({ id: pk, kind, entry }: InDiary) =>
    kind === "washes"
      ? call("remove_wash", { path: { pk, wash: entry } })
      : call("take_out_of_diary", { path: { pk, kind, entry } }),
  );
export const useRestore = () =>
  useHeadChange(({ id: pk, kind, entry }: InDiary) =>
    kind === "washes"
      ? call("restore_wash", { path: { pk, wash: entry } })
      : call("restore_in_diary", { path: { pk, kind, entry } }),
  );
export const useDeletePicture = () =>
  useHeadChange(({ id, picture }: { id: number; picture: number }) =>
    call("delete_picture", { path: { pk: id, picture } }),
  );
/** Send a picture; what comes back is stripped of everything but its pixels. */
export const useAddPicture = () =>
  useChange(
    ({ id, file }: { id: number; file: File }) =>
      call("add_picture", { path: { pk: id }, body: asForm("picture", file) }),
    { touches: [] },
  );
