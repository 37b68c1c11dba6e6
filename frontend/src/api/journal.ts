/** Server state of the Journal: what was poured, read and felt. */
import { useQueryClient, type QueryClient } from "@tanstack/vue-query";
import { type MaybeRefOrGetter, toValue } from "vue";
import { call, Problem } from "./client";
import { ask, keyOf, useChange, useRead } from "./query";
import type { BeginIn, Entry, EntryIn } from "./types";

export const useFeelings = () => useRead("feelings", undefined, { fixed: true });
export const useEntries = (find: MaybeRefOrGetter<string>, shown: MaybeRefOrGetter<number>) =>
  useRead("entries", () => ({ query: { find: toValue(find), limit: toValue(shown) } }), {
    keep: true,
  });
export const useEntry = (id: MaybeRefOrGetter<number>) =>
  useRead("entry", () => ({ path: { pk: toValue(id) } }), { retry: false });

const keyOfEntry = (pk: number) => keyOf("entry", { path: { pk } });
const showEntry = (cache: QueryClient, entry: Entry) =>
  cache.setQueryData(keyOfEntry(entry.id), entry);
const useJournalChange = <Asked, Answer>(change: (asked: Asked) => Promise<Answer>) =>
  useChange(change, { shows: showEntry });

export const useBeginEntry = () =>
  useJournalChange((body: BeginIn) => call("begin_entry", { body }));
type EntryChange = { id: number; body: EntryIn };
const change = ({ id, body }: EntryChange) => call("change_entry", { path: { pk: id }, body });

/** What of an entry a change touches, as it is shown. */
const touched = (entry: Entry | undefined, body: EntryIn) =>
  JSON.stringify([
    "step" in body && entry?.step,
    "read" in body && entry?.reading,
    "finished" in body && entry?.finished_at,
    "feel" in body && entry?.feel,
    "who" in body && entry?.who,
    "note" in body && entry?.note,
  ]);

/** Change an entry. Where another window was first, and changed something else of it, both hold. */
export function useChangeEntry() {
  const cache = useQueryClient();
  return useJournalChange(async ({ id, body }: EntryChange) => {
    try {
      return await change({ id, body });
    } catch (error) {
      const now = error instanceof Problem ? (error.now as Entry | null) : null;
      const shown = cache.getQueryData<Entry>(keyOfEntry(id));
      if (!now || touched(now, body) !== touched(shown, body)) throw error;
      return change({ id, body: { ...body, version: now.version } });
    }
  });
}
export const useRemoveEntry = () =>
  useChange((pk: number) => call("remove_entry", { path: { pk } }));
export const useRestoreEntry = () =>
  useJournalChange((pk: number) => call("restore_entry", { path: { pk } }));
/** Ways to put a jug right. Nothing is kept, so it is asked like a change and forgotten like one. */
export const usePutRight = () =>
  useChange(
    ({ id, left, vessel }: { id: number; left: string; vessel: number | null }) =>
      ask("put_right", { path: { pk: id }, body: { left: left || null, vessel } }),
    { touches: [] },
  );
