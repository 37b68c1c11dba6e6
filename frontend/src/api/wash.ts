/** Server state of Wash: washes by name, what a chain comes to, plans, routines, the calendar, what was done. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  at,
  taken,
  type NewRoutine,
  type PlanWash,
  type PlannedChange,
  type Recorded,
  type RecordIn,
  type RoutineChange,
  type WashChainIn,
  type WashLink,
} from "./client";
import { useBenchChange } from "./formulas";
import { BY_THE_PLAN } from "./keys";

const AGAIN_MS = 60_000; // a plan goes by the clock

export const useWashChains = () =>
  useQuery({ queryKey: ["washes"], queryFn: () => taken(api.GET("/api/wash/chains")) });

export const useWashChoices = () =>
  useQuery({
    queryKey: ["wash-choices"],
    queryFn: () => taken(api.GET("/api/wash/choices")),
    staleTime: Infinity,
  });

/** For whom, when and what for a wash is worked out. */
export interface Whom {
  head: number | null;
  at?: string | null;
  occasion?: string;
  /** The planned wash that it is, where it is one. */
  planned?: number;
}

export const useWashAssessment = (
  links: MaybeRefOrGetter<WashLink[]>,
  whom: MaybeRefOrGetter<Whom>,
) =>
  useQuery({
    queryKey: computed(() => ["wash", toValue(links), toValue(whom)]),
    queryFn: ({ signal }) =>
      taken(
        api.POST("/api/wash/chains/read", {
          body: { links: toValue(links), occasion: "ordinary", ...toValue(whom) },
          signal,
        }),
      ),
    enabled: computed(() => toValue(links).length > 0),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const suitWash = (links: WashLink[], whom: Whom) =>
  taken(api.POST("/api/wash/suit", { body: { links, occasion: "ordinary", ...whom } }));

export const useSaveWash = () =>
  useBenchChange(({ id, body }: { id?: number; body: WashChainIn }) =>
    id === undefined
      ? taken(api.POST("/api/wash/chains", { body }))
      : taken(api.PATCH("/api/wash/chains/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveWash = () =>
  useBenchChange((id: number) => taken(api.DELETE("/api/wash/chains/{pk}", at(id))));
export const useRestoreWash = () =>
  useBenchChange((id: number) => taken(api.POST("/api/wash/chains/{pk}/restore", at(id))));

// ---- planned ----

/** A change after which everything that goes by the plan is asked for anew. */
function usePlanChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all(BY_THE_PLAN.map((key) => cache.invalidateQueries({ queryKey: [key] }))),
  });
}

export const usePlan = () =>
  useQuery({
    queryKey: ["plan"],
    queryFn: () => taken(api.GET("/api/wash/plan")),
    refetchInterval: AGAIN_MS,
  });
export const usePlanned = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["planned", toValue(id)]),
    queryFn: () => taken(api.GET("/api/wash/planned/{pk}", at(toValue(id)))),
    refetchInterval: AGAIN_MS,
    retry: false,
  });
export const usePlanWash = () =>
  usePlanChange((body: PlanWash) => taken(api.POST("/api/wash/planned", { body })));
export const useChangePlanned = () =>
  usePlanChange(({ id, body }: { id?: number; body: PlannedChange }) =>
    taken(api.PATCH("/api/wash/planned/{pk}", { ...at(id ?? 0), body: body as never })).then(
      (found) => found.wash,
    ),
  );
export const useRemovePlanned = () =>
  usePlanChange((id: number) => taken(api.DELETE("/api/wash/planned/{pk}", at(id))));
export const useRestorePlanned = () =>
  usePlanChange((id: number) => taken(api.POST("/api/wash/planned/{pk}/restore", at(id))));

export const useWhen = (
  head: MaybeRefOrGetter<number | null>,
  chain: MaybeRefOrGetter<number | null>,
  occasion: MaybeRefOrGetter<string>,
  day: MaybeRefOrGetter<string>,
) =>
  useQuery({
    queryKey: computed(() => [
      "when",
      toValue(head),
      toValue(chain),
      toValue(occasion),
      toValue(day),
    ]),
    queryFn: () =>
      taken(
        api.GET("/api/wash/when", {
          params: {
            query: {
              head: toValue(head) ?? 0,
              chain: toValue(chain),
              occasion: toValue(occasion),
              day: toValue(day) || null,
            },
          },
        }),
      ),
    enabled: computed(() => toValue(head) !== null),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useCalendar = (since: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["calendar", toValue(since)]),
    queryFn: () =>
      taken(
        api.GET("/api/wash/calendar", { params: { query: { since: toValue(since) || null } } }),
      ),
    placeholderData: keepPreviousData,
  });

// ---- routines ----

export const useRoutines = () =>
  useQuery({ queryKey: ["routines"], queryFn: () => taken(api.GET("/api/wash/routines")) });
export const useSaveRoutine = () =>
  usePlanChange(({ id, body }: { id?: number; body: RoutineChange | NewRoutine }) =>
    id === undefined
      ? taken(api.POST("/api/wash/routines", { body: body as NewRoutine }))
      : taken(api.PATCH("/api/wash/routines/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveRoutine = () =>
  usePlanChange((id: number) => taken(api.DELETE("/api/wash/routines/{pk}", at(id))));
export const useRestoreRoutine = () =>
  usePlanChange((id: number) => taken(api.POST("/api/wash/routines/{pk}/restore", at(id))));

// ---- recorded ----

export const useOffers = (head: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ["offers", toValue(head)]),
    queryFn: () =>
      taken(api.GET("/api/wash/offers/{head}", { params: { path: { head: toValue(head) ?? 0 } } })),
    enabled: computed(() => toValue(head) !== null),
    retry: false,
  });

/**
 * What a head is and was may follow from it: all that is known is asked for anew. A first answer that is still on
 * its way is older than that: it is not waited for.
 */
export function useHeadChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: async () => {
      await cache.cancelQueries();
      await cache.invalidateQueries();
    },
  });
}
export const useRecordWash = () =>
  useHeadChange((body: RecordIn) => taken(api.POST("/api/wash/record", { body })));
export const useTakeRecordBack = () =>
  useHeadChange((body: Recorded) => taken(api.POST("/api/wash/record/back", { body })));

// ---- the calendar's feed ----

export const useFeed = () =>
  useQuery({ queryKey: ["feed"], queryFn: () => taken(api.GET("/api/wash/feed")) });
export function useNewFeed() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => taken(api.POST("/api/wash/feed")),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["feed"] }),
  });
}
export function useRevokeFeed() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => taken(api.DELETE("/api/wash/feed")),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["feed"] }),
  });
}
