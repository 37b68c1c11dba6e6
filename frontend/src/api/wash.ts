/** Server state of Wash: washes by name, what a chain comes to, plans, routines, the calendar, what was done. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { ask, byId, useChange, useRead, type Saving } from "./query";
import type {
  NewRoutine,
  PlanWash,
  PlannedChange,
  Recorded,
  RecordIn,
  RoutineChange,
  WashChainIn,
  WashLink,
} from "./types";

const AGAIN_MS = 60_000; // a plan goes by the clock

export const useFormulaWent = (id: MaybeRefOrGetter<number>) =>
  useRead("formula_went", () => ({ path: { pk: toValue(id) } }));
export const useWashChains = () => useRead("wash_chains");
export const useWashChoices = () => useRead("wash_choices", undefined, { fixed: true });

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
  useRead(
    "read_wash_chain",
    () =>
      toValue(links).length
        ? { body: { links: toValue(links), occasion: "ordinary", ...toValue(whom) } }
        : null,
    { keep: true, retry: false },
  );
export const suitWash = (links: WashLink[], whom: Whom) =>
  ask("suit_wash", { body: { links, occasion: "ordinary", ...whom } });

export const useSaveWash = () =>
  useChange(({ id, body }: Saving<WashChainIn>) =>
    id === undefined
      ? call("add_wash_chain", { body })
      : call("change_wash_chain", { path: { pk: id }, body: body as never }),
  );
export const useRemoveWash = byId("remove_wash_chain");
export const useRestoreWash = byId("restore_wash_chain");

// ---- planned ----

export const usePlan = () => useRead("plan", undefined, { every: AGAIN_MS });
export const usePlanned = (id: MaybeRefOrGetter<number>) =>
  useRead("planned_wash", () => ({ path: { pk: toValue(id) } }), {
    every: AGAIN_MS,
    retry: false,
  });
export const usePlanWash = () => useChange((body: PlanWash) => call("plan_wash", { body }));
export const useChangePlanned = () =>
  useChange(({ id, body }: Saving<PlannedChange>) =>
    call("change_planned", { path: { pk: id ?? 0 }, body }).then((found) => found.wash),
  );
export const useRemovePlanned = byId("remove_planned");
export const useRestorePlanned = byId("restore_planned");

export const useWhen = (
  head: MaybeRefOrGetter<number | null>,
  chain: MaybeRefOrGetter<number | null>,
  occasion: MaybeRefOrGetter<string>,
  day: MaybeRefOrGetter<string>,
) =>
  useRead(
    "when",
    () => {
      const pk = toValue(head);
      const what = { chain: toValue(chain), occasion: toValue(occasion) };
      return pk === null ? null : { query: { head: pk, ...what, day: toValue(day) || null } };
    },
    { keep: true, retry: false },
  );
export const useCalendar = (since: MaybeRefOrGetter<string>) =>
  useRead("calendar", () => ({ query: { since: toValue(since) || null } }), { keep: true });

// ---- routines ----

export const useRoutines = () => useRead("routines");
export const useSaveRoutine = () =>
  useChange(({ id, body }: Saving<RoutineChange | NewRoutine>) =>
    id === undefined
      ? call("add_routine", { body: body as NewRoutine })
      : call("change_routine", { path: { pk: id }, body: body as never }),
  );
export const useRemoveRoutine = byId("remove_routine");
export const useRestoreRoutine = byId("restore_routine");

// ---- recorded ----

export const useOffers = (head: MaybeRefOrGetter<number | null>) =>
  useRead(
    "offers",
    () => {
      const pk = toValue(head);
      return pk === null ? null : { path: { head: pk } };
    },
    { retry: false },
  );
export const useRecordWash = () => useChange((body: RecordIn) => call("record_wash", { body }));
export const useTakeRecordBack = () =>
  useChange((body: Recorded) => call("take_record_back", { body }));

// ---- the calendar's feed ----

export const useFeed = () => useRead("feed");
export const useNewFeed = () => useChange(() => call("new_feed"), { touches: ["feed"] });
export const useRevokeFeed = () => useChange(() => call("revoke_feed"), { touches: ["feed"] });
