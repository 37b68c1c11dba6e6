/** Server state of the household: what it measures by, and its house rules. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { api, taken, type Household, type HouseLimit } from "./client";
import { useBenchChange } from "./formulas";
import { useShelfChange } from "./shelf";

export const useHousehold = () =>
  useQuery({ queryKey: ["household"], queryFn: () => taken(api.GET("/api/household")) });

export const useSaveHousehold = () =>
  useShelfChange((body: Pick<Household, "system" | "currency" | "decimal">) =>
    taken(api.PUT("/api/household", { body })),
  );

export const usePickSchools = () =>
  useBenchChange((picked: Record<string, string>) =>
    taken(api.PUT("/api/household/schools", { body: { picked } })),
  );

export const useHouseLimits = () =>
  useQuery({ queryKey: ["limits"], queryFn: () => taken(api.GET("/api/household/limits")) });

/** Hold a limit otherwise, or with no value go back to ours; every answer may change by it. */
export function useHoldLimit() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ key, value }: { key: string; value: string | null }) =>
      value === null
        ? taken(api.DELETE("/api/household/limits/{key}", { params: { path: { key } } }))
        : taken(
            api.PUT("/api/household/limits/{key}", {
              params: { path: { key } },
              body: { value: value as never },
            }),
          ),
    onSuccess: (limits: HouseLimit[]) => {
      cache.setQueryData(["limits"], limits);
      return cache.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "limits" });
    },
  });
}
