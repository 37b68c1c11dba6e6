/** Server state of Make: batches, their clocks, what is in stock. */
import type { QueryClient } from "@tanstack/vue-query";
import { type MaybeRefOrGetter, toValue } from "vue";
import { asForm, call } from "./client";
import { byId, keyOf, useChange, useRead } from "./query";
import type {
  Batch,
  BatchChange,
  ContainerChange,
  FillIn,
  MakeAsk,
  PourIn,
  StepAct,
  Thaw,
  TopUp,
  TraceIn,
} from "./types";

const LIVE_MS = 1_500; // two windows on one batch show the same
const CLOCKS_MS = 5_000;

export const useMake = (shown: MaybeRefOrGetter<number>) =>
  useRead("make", () => ({ query: { limit: toValue(shown) } }), { keep: true });
export const useBatches = (limit: number, wanted: MaybeRefOrGetter<boolean>) =>
  useRead("batches", () => ({ query: { limit } }), { when: wanted });
export const useTakes = (ask: MaybeRefOrGetter<MakeAsk | null>) =>
  useRead(
    "takes",
    () => {
      const body = toValue(ask);
      return body === null ? null : { body };
    },
    { keep: true, retry: false },
  );
/** One batch; `live`: asked for again all the time, since another window may carry it on. */
export const useBatch = (id: MaybeRefOrGetter<number>, live = false) =>
  useRead("batch", () => (toValue(id) > 0 ? { path: { pk: toValue(id) } } : null), {
    versioned: true,
    retry: false,
    ...(live ? { every: LIVE_MS } : {}),
  });
export const useClocks = () => useRead("clocks", undefined, { every: CLOCKS_MS });
export const useLabelSizes = () => useRead("label_sizes", undefined, { fixed: true });
/** Ways on after too much of a line was poured. */
export const useWays = (id: number, line: MaybeRefOrGetter<number | null>, version: () => number) =>
  useRead(
    "ways_on",
    () => {
      const at = toValue(line);
      return at === null ? null : { path: { pk: id, line: at } };
    },
    { again: version },
  );
/** The strip that makes a vessel a measuring jug, once it is known that there can be one. */
export const useStrip = (id: MaybeRefOrGetter<number>, vessel: MaybeRefOrGetter<number | null>) =>
  useRead(
    "batch_strip",
    () => {
      const of = toValue(vessel);
      return of === null ? null : { path: { pk: toValue(id) }, query: { vessel: of } };
    },
    { retry: false },
  );
/** What is in stock, the soonest to be used first; or what is used up and thrown away, the latest first. */
export const useContainers = (wanted: MaybeRefOrGetter<boolean> = true, ended = false) =>
  useRead("containers", () => ({ query: { ended, limit: 200 } }), { when: wanted });

// ---- changed ----

const showBatch = (cache: QueryClient, batch: Batch) =>
  "steps" in batch && cache.setQueryData(keyOf("batch", { path: { pk: batch.id } }), batch);
/** A batch that is shown as it is answered; nobody waits for the rest. */
const SHOWN = { shows: showBatch, waits: false } as const;
const useMakeChange = <Asked, Answer>(change: (asked: Asked) => Promise<Answer>) =>
  useChange(change, SHOWN);
/** What of a batch or container is entered under its id. */
interface Of<Body> {
  id: number;
  body: Body;
}

export const useBeginBatch = () =>
  useMakeChange((body: { ask: MakeAsk; stops_passed: string[]; why: string; own: boolean }) =>
    call("begin_batch", { body }),
  );
export const useChangeBatch = () =>
  useMakeChange(({ id, body }: Of<BatchChange>) =>
    call("change_batch", { path: { pk: id }, body }),
  );
export const useRemoveBatch = byId("remove_batch", SHOWN);
export const useRestoreBatch = byId("restore_batch", SHOWN);
export const useBatchAsFormula = byId("batch_as_formula", SHOWN);
export const usePour = () =>
  useMakeChange(({ id, body }: Of<PourIn>) => call("pour", { path: { pk: id }, body }));
export const useChangePour = () =>
  useMakeChange(({ id, body }: Of<{ version: number; amount: number }>) =>
    call("change_pour", { path: { pk: id }, body: { unit: "", ...body } }),
  );
export const useRemovePour = byId("remove_pour", SHOWN);
export const useRestorePour = byId("restore_pour", SHOWN);
type Bowl = { version: number; do: "tare" | "here" | "next" | "jar" | "bowl"; shown: number };
export const useBowl = () =>
  useMakeChange(({ id, body }: Of<Bowl>) => call("set_bowl", { path: { pk: id }, body }));
export const useTakeWay = () =>
  useMakeChange(({ id, body }: Of<{ version: number; line: number; way: "scale" | "right" }>) =>
    call("take_way", { path: { pk: id }, body }),
  );
export const useActOnStep = () =>
  useMakeChange(({ id, place, body }: Of<StepAct> & { place: number }) =>
    call("act_on_step", { path: { pk: id, place }, body }),
  );
export const useReadCelsius = () =>
  useMakeChange(({ id, body }: Of<{ version: number; celsius: string }>) =>
    call("read_celsius", { path: { pk: id }, body }),
  );

// ---- containers ----

export const useFill = () =>
  useChange(({ id, body }: Of<FillIn>) => call("fill", { path: { pk: id }, body }));
export const useChangeContainer = () =>
  useChange(({ id, body }: Of<ContainerChange>) =>
    call("change_container", { path: { pk: id }, body }),
  );
/** What a scale showed, cut into pours. */
export const useCutTrace = (trace: MaybeRefOrGetter<TraceIn>) =>
  useRead("cut_trace", () => ({ body: toValue(trace) }), { keep: true });
export const useThawSome = () =>
  useChange(({ id, body }: Of<Thaw>) => call("thaw_some", { path: { pk: id }, body }));
export const useTopUp = () =>
  useChange(({ id, body }: Of<TopUp>) => call("top_up", { path: { pk: id }, body }));
export const useRemoveTopping = byId("remove_topping");
export const useRestoreTopping = byId("restore_topping");
export const useRemoveContainer = byId("remove_container");
export const useRestoreContainer = byId("restore_container");
export const useAddPhoto = () =>
  useChange(({ id, file }: { id: number; file: File }) =>
    call("add_photo", { path: { pk: id }, body: asForm("picture", file) }),
  );
export const useRemovePhoto = byId("remove_photo");
