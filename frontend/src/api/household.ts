/** Server state of the household: what it measures by, and its house rules. */
import { useQuery } from "@tanstack/vue-query";
import { api, taken } from "./client";
import { useBenchChange } from "./formulas";
import { useShelfChange } from "./shelf";

export const useHousehold = () =>
  useQuery({ queryKey: ["household"], queryFn: () => taken(api.GET("/api/household")) });

export const useSaveHousehold = () =>
  useShelfChange((body: { system: string; currency: string }) =>
    taken(api.PUT("/api/household", { body })),
  );

export const usePickSchools = () =>
  useBenchChange((picked: Record<string, string>) =>
    taken(api.PUT("/api/household/schools", { body: { picked } })),
  );
