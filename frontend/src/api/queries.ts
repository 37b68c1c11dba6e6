/** Server state: every question the screens ask, and every change they make, in one cache. */
import { useMutation, useQuery, useQueryClient, keepPreviousData } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  taken,
  type Entry,
  type EntryIn,
  type LotIn,
  type RinseAsk,
  type VesselIn,
  type WaterIn,
} from "./client";

export const useLibrary = () =>
  useQuery({
    queryKey: ["library"],
    queryFn: () => taken(api.GET("/api/shelf/library")),
    staleTime: Infinity,
  });

export const useChoices = () =>
  useQuery({
    queryKey: ["choices"],
    queryFn: () => taken(api.GET("/api/mix/choices")),
    staleTime: Infinity,
  });

export const useFeelings = () =>
  useQuery({
    queryKey: ["feelings"],
    queryFn: () => taken(api.GET("/api/journal/feelings")),
    staleTime: Infinity,
  });

export const useLots = () =>
  useQuery({ queryKey: ["lots"], queryFn: () => taken(api.GET("/api/shelf/lots")) });

export const useWaters = () =>
  useQuery({ queryKey: ["waters"], queryFn: () => taken(api.GET("/api/shelf/waters")) });

/** The answer to a question; an older answer is dropped as soon as a newer question is asked. */
export const useRinse = (ask: MaybeRefOrGetter<RinseAsk | null>) =>
  useQuery({
    queryKey: computed(() => ["rinse", toValue(ask)]),
    queryFn: ({ signal }) =>
      taken(api.POST("/api/mix/rinse", { body: toValue(ask) as RinseAsk, signal })),
    enabled: computed(() => toValue(ask) !== null),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 60_000,
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
    queryFn: () =>
      taken(api.GET("/api/journal/entries/{pk}", { params: { path: { pk: toValue(id) } } })),
    retry: false,
  });

export const useVessels = () =>
  useQuery({ queryKey: ["vessels"], queryFn: () => taken(api.GET("/api/shelf/vessels")) });

/** Everything on the shelf may have changed: the lists, and every answer worked out from them. */
function useShelfChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all(
        ["lots", "waters", "vessels", "rinse", "entry", "entries", "asks"].map((key) =>
          cache.invalidateQueries({ queryKey: [key] }),
        ),
      ),
  });
}

const at = (pk: number) => ({ params: { path: { pk } } });

export const useSaveLot = () =>
  useShelfChange(({ id, body }: { id?: number; body: LotIn }) =>
    id === undefined
      ? taken(api.POST("/api/shelf/lots", { body }))
      : taken(api.PUT("/api/shelf/lots/{pk}", { ...at(id), body })),
  );

export const useSaveWater = () =>
  useShelfChange(({ id, body }: { id?: number; body: WaterIn }) =>
    id === undefined
      ? taken(api.POST("/api/shelf/waters", { body }))
      : taken(api.PUT("/api/shelf/waters/{pk}", { ...at(id), body })),
  );

export const useRemoveLot = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/lots/{pk}", at(id))));
export const useRestoreLot = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/lots/{pk}/restore", at(id))));
export const useRemoveWater = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/waters/{pk}", at(id))));
export const useRestoreWater = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/waters/{pk}/restore", at(id))));

export const useSaveVessel = () =>
  useShelfChange(({ id, body }: { id?: number; body: VesselIn }) =>
    id === undefined
      ? taken(api.POST("/api/shelf/vessels", { body }))
      : taken(api.PUT("/api/shelf/vessels/{pk}", { ...at(id), body })),
  );
export const useRemoveVessel = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/vessels/{pk}", at(id))));
export const useRestoreVessel = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/vessels/{pk}/restore", at(id))));

function useJournalChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (output) => {
      const entry = output as Entry | undefined;
      if (entry?.id !== undefined) cache.setQueryData(["entry", entry.id], entry);
    },
    // A finished rinse is one of its head's washes.
    onSettled: () =>
      Promise.all(
        ["entries", "head", "heads", "asks", "history"].map((key) =>
          cache.invalidateQueries({ queryKey: [key] }),
        ),
      ),
  });
}

export const useBeginEntry = () =>
  useJournalChange((body: { rinse: RinseAsk; who: string; stops_passed: string[] }) =>
    taken(api.POST("/api/journal/entries", { body })),
  );
export const useChangeEntry = () =>
  useJournalChange(({ id, body }: { id: number; body: EntryIn }) =>
    taken(api.PATCH("/api/journal/entries/{pk}", { ...at(id), body })),
  );
export const useRemoveEntry = () =>
  useJournalChange((id: number) => taken(api.DELETE("/api/journal/entries/{pk}", at(id))));
export const useRestoreEntry = () =>
  useJournalChange((id: number) => taken(api.POST("/api/journal/entries/{pk}/restore", at(id))));
