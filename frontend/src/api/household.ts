/** Server state of the household: its settings, its house rules, and the limits it holds otherwise. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { api, at, Problem, taken, type Household, type HouseLimit } from "./client";

export const useHousehold = () =>
  useQuery({ queryKey: ["household"], queryFn: () => taken(api.GET("/api/household")) });

export type Settings = Pick<
  Household,
  | "system"
  | "currency"
  | "decimal"
  | "zone"
  | "schools"
  | "asleep_from"
  | "asleep_to"
  | "out"
  | "pots"
  | "bathrooms"
  | "skipped"
>;

export const useTakenTimes = () =>
  useQuery({ queryKey: ["taken"], queryFn: () => taken(api.GET("/api/household/taken")) });
function useTakenChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => cache.invalidateQueries() });
}
export const useTakeTime = () =>
  useTakenChange((body: { begin: string; end: string; note: string }) =>
    taken(api.POST("/api/household/taken", { body })),
  );
export const useFreeTime = () =>
  useTakenChange((id: number) => taken(api.DELETE("/api/household/taken/{pk}", at(id))));
export const useRestoreTime = () =>
  useTakenChange((id: number) => taken(api.POST("/api/household/taken/{pk}/restore", at(id))));

/** Change some of the settings, as they are shown; every answer may change by it. */
export function useSaveHousehold() {
  const cache = useQueryClient();
  const shown = () => cache.getQueryData<Household>(["household"])?.version ?? 0;
  return useMutation({
    mutationFn: (changed: Partial<Settings>) =>
      taken(api.PATCH("/api/household", { body: { ...changed, version: shown() } as never })),
    scope: { id: "household" }, // one after the other: each begins from what the one before came to
    onSuccess: (household) => {
      cache.setQueryData(["household"], household);
      return cache.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "household" });
    },
    onError: (error) => {
      const now = error instanceof Problem ? (error.now as Household | null) : null;
      if (now) cache.setQueryData(["household"], now);
    },
  });
}

export const useHouseLimits = () =>
  useQuery({ queryKey: ["limits"], queryFn: () => taken(api.GET("/api/household/limits")) });

/** Hold a limit otherwise, or with no value go back to ours; every answer may change by it. */
export function useHoldLimit() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({
      key,
      value,
      version,
    }: {
      key: string;
      value: string | null;
      version: number;
    }) =>
      value === null
        ? taken(api.DELETE("/api/household/limits/{key}", { params: { path: { key } } }))
        : taken(
            api.PUT("/api/household/limits/{key}", {
              params: { path: { key } },
              body: { value: value as never, version },
            }),
          ),
    onSuccess: (limits: HouseLimit[]) => {
      cache.setQueryData(["limits"], limits);
      return cache.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "limits" });
    },
    onError: (error) => {
      if (error instanceof Problem && error.status === 409)
        void cache.invalidateQueries({ queryKey: ["limits"] });
    },
  });
}
