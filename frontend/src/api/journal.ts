/** Server state of the Journal: what was poured, read and felt. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { BY_THE_PLAN } from "./keys";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, at, Problem, taken, type Entry, type BeginIn, type EntryIn } from "./client";

export const useFeelings = () =>
  useQuery({
    queryKey: ["feelings"],
    queryFn: () => taken(api.GET("/api/journal/feelings")),
    staleTime: Infinity,
  });

export const useEntries = (find: MaybeRefOrGetter<string>, shown: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["entries", toValue(find), toValue(shown)]),
    queryFn: () =>
      taken(
        api.GET("/api/journal/entries", {
          params: { query: { find: toValue(find), limit: toValue(shown) } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const useEntry = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["entry", toValue(id)]),
    queryFn: () => taken(api.GET("/api/journal/entries/{pk}", at(toValue(id)))),
    retry: false,
  });

// A finished rinse is one of its head's washes; a reading tells of the bottles, what was poured is gone.
const TOUCHED = [
  ...BY_THE_PLAN,
  "entries",
  "head",
  "heads",
  "asks",
  "history",
  "lots",
  "waters",
  "readings",
  "mix",
];

function useJournalChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (output) => {
      const entry = output as Entry | undefined;
      if (entry?.id !== undefined) cache.setQueryData(["entry", entry.id], entry);
    },
    onError: (error) => {
      const now = error instanceof Problem ? (error.now as Entry | null) : null;
      if (now?.id !== undefined) cache.setQueryData(["entry", now.id], now);
    },
    onSettled: () =>
      Promise.all(TOUCHED.map((key) => cache.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useBeginEntry = () =>
  useJournalChange((body: BeginIn) => taken(api.POST("/api/journal/entries", { body })));
type EntryChange = { id: number; body: EntryIn };
const change = ({ id, body }: EntryChange) =>
  taken(api.PATCH("/api/journal/entries/{pk}", { ...at(id), body }));

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
      const shown = cache.getQueryData<Entry>(["entry", id]);
      if (!now || touched(now, body) !== touched(shown, body)) throw error;
      return change({ id, body: { ...body, version: now.version } });
    }
  });
}
export const useRemoveEntry = () =>
  useJournalChange((id: number) => taken(api.DELETE("/api/journal/entries/{pk}", at(id))));
export const useRestoreEntry = () =>
  useJournalChange((id: number) => taken(api.POST("/api/journal/entries/{pk}/restore", at(id))));

/** Ways to put a jug right. Nothing is kept, so it is asked like a change and forgotten like one. */
export const usePutRight = () =>
  useMutation({
    mutationFn: ({ id, left, vessel }: { id: number; left: string; vessel: number | null }) =>
      taken(
        api.POST("/api/journal/entries/{pk}/put-right", {
          ...at(id),
          body: { left: (left || null) as never, vessel },
        }),
      ),
  });
