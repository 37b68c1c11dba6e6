/** Server state of the household: its settings, its house rules, and the limits it holds otherwise. */
import { useQueryClient } from "@tanstack/vue-query";
import { call } from "./client";
import { byId, keyOf, useChange, useRead } from "./query";
import type { Household, HouseLimit } from "./types";

export const useHousehold = () => useRead("household");

export type Settings = Omit<
  Household,
  "version" | "machine_zone" | "lives_by" | "today" | "zones" | "systems"
>;

export const useTakenTimes = () => useRead("taken_times");
export const useTakeTime = () =>
  useChange((body: { begin: string; end: string; note: string }) => call("take_time", { body }));
export const useFreeTime = byId("free_time");
export const useRestoreTime = byId("restore_time");

/** Change some of the settings, as they are shown; every answer may change by it. */
export function useSaveHousehold() {
  const cache = useQueryClient();
  const shown = () => cache.getQueryData<Household>(keyOf("household"))?.version ?? 0;
  return useChange(
    (changed: Partial<Settings>) =>
      call("change_household", { body: { ...changed, version: shown() } as never }),
    {
      scope: { id: "household" }, // one after the other: each begins from what the one before came to
      shows: (store, household: Household) => store.setQueryData(keyOf("household"), household),
    },
  );
}

export const useHouseLimits = () => useRead("house_limits");

/** Hold a limit otherwise, or with no value go back to ours; every answer may change by it. */
export const useHoldLimit = () =>
  useChange(
    ({ key, value, version }: { key: string; value: string | null; version: number }) =>
      value === null
        ? call("reset_limit", { path: { key } })
        : call("set_limit", { path: { key }, body: { value: value as never, version } }),
    {
      shows: (cache, limits: HouseLimit[]) =>
        Array.isArray(limits) && cache.setQueryData(keyOf("house_limits"), limits),
    },
  );
