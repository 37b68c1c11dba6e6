/** Server state of the Journal: what was poured, read and felt. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, at, taken, type Entry, type BeginIn, type EntryIn } from "./client";

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
    onSettled: () =>
      Promise.all(TOUCHED.map((key) => cache.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useBeginEntry = () =>
  useJournalChange((body: BeginIn) => taken(api.POST("/api/journal/entries", { body })));
export const useChangeEntry = () =>
  useJournalChange(({ id, body }: { id: number; body: EntryIn }) =>
    taken(api.PATCH("/api/journal/entries/{pk}", { ...at(id), body })),
  );
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
