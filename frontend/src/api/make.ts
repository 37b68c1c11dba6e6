/** Server state of Make: batches, their clocks, what is in stock. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { BY_THE_PLAN } from "./keys";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  asForm,
  at,
  Problem,
  taken,
  type Batch,
  type BatchChange,
  type Container,
  type ContainerChange,
  type FillIn,
  type MakeAsk,
  type PourIn,
  type StepAct,
  type TopUp,
} from "./client";

const LIVE_MS = 1_500; // two windows on one batch show the same
const CLOCKS_MS = 5_000;
const NOTHING = { much: "written", name: "", family: "", heads: [], lots: {} } as MakeAsk;

export const useMake = (shown: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["make", toValue(shown)]),
    queryFn: () => taken(api.GET("/api/make", { params: { query: { limit: toValue(shown) } } })),
    placeholderData: keepPreviousData,
  });

export const useBatches = (limit: number, wanted: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: ["batches", limit],
    queryFn: () => taken(api.GET("/api/make/batches", { params: { query: { limit } } })),
    enabled: computed(() => toValue(wanted)),
  });

export const useTakes = (ask: MaybeRefOrGetter<MakeAsk | null>) =>
  useQuery({
    queryKey: computed(() => ["takes", toValue(ask)]),
    queryFn: () => taken(api.POST("/api/make/takes", { body: toValue(ask) ?? NOTHING })),
    enabled: computed(() => toValue(ask) !== null),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** One batch; `live`: asked for again all the time, since another window may carry it on. */
export function useBatch(id: MaybeRefOrGetter<number>, live = false) {
  const cache = useQueryClient();
  return useQuery({
    queryKey: computed(() => ["batch", toValue(id)]),
    queryFn: async ({ queryKey }) => {
      const found = await taken(api.GET("/api/make/batches/{pk}", at(toValue(id))));
      // An answer that was on its way while something was done is older than what stands there.
      const had = cache.getQueryData<Batch>(queryKey);
      return had && had.version > found.version ? had : found;
    },
    refetchInterval: live ? LIVE_MS : false,
    enabled: computed(() => toValue(id) > 0),
    retry: false,
  });
}

export const useClocks = () =>
  useQuery({
    queryKey: ["clocks"],
    queryFn: () => taken(api.GET("/api/make/clocks")),
    refetchInterval: CLOCKS_MS,
  });

export const useLabelSizes = () =>
  useQuery({
    queryKey: ["labelSizes"],
    queryFn: () => taken(api.GET("/api/make/labels/sizes")),
    staleTime: Infinity,
  });

export const useWays = (id: number, line: MaybeRefOrGetter<number | null>, version: () => number) =>
  useQuery({
    queryKey: computed(() => ["ways", id, toValue(line), version()]),
    queryFn: () =>
      taken(
        api.GET("/api/make/batches/{pk}/ways/{line}", {
          params: { path: { pk: id, line: toValue(line) ?? 0 } },
        }),
      ),
    enabled: computed(() => toValue(line) !== null),
  });

/** The strip that makes a vessel a measuring jug, once it is known that there can be one. */
export const useStrip = (id: MaybeRefOrGetter<number>, vessel: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ["strip", toValue(id), toValue(vessel)]),
    queryFn: async () => {
      const path = { pk: toValue(id) };
      const query = { vessel: toValue(vessel) ?? 0 };
      const params = { params: { path, query }, parseAs: "blob" as const };
      await api.GET("/api/make/batches/{pk}/strip", params);
      return true;
    },
    enabled: computed(() => toValue(vessel) !== null),
    retry: false,
  });

// What is poured comes off the shelf; a reading tells of bottles; a batch is what a wash is done with.
const TOUCHED = [
  ...BY_THE_PLAN,
  "make",
  "batches",
  "clocks",
  "lots",
  "supplies",
  "readings",
  "waters",
  "ways",
  "takes",
];

function useMakeChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  const put = (found: unknown) => {
    const batch = found as Batch | undefined;
    if (batch && "steps" in batch) cache.setQueryData(["batch", batch.id], batch);
  };
  return useMutation({
    mutationFn: change,
    onSuccess: put,
    onError: (error) => {
      if (error instanceof Problem && error.now) put(error.now);
    },
    onSettled: () => {
      for (const key of TOUCHED) void cache.invalidateQueries({ queryKey: [key] });
    },
  });
}

export const useBeginBatch = () =>
  useMakeChange((body: { ask: MakeAsk; stops_passed: string[]; why: string; own: boolean }) =>
    taken(api.POST("/api/make/batches", { body })),
  );
export const useChangeBatch = () =>
  useMakeChange(({ id, body }: { id: number; body: BatchChange }) =>
    taken(api.PATCH("/api/make/batches/{pk}", { ...at(id), body })),
  );
export const useRemoveBatch = () =>
  useMakeChange((id: number) => taken(api.DELETE("/api/make/batches/{pk}", at(id))));
export const useRestoreBatch = () =>
  useMakeChange((id: number) => taken(api.POST("/api/make/batches/{pk}/restore", at(id))));
export const useBatchAsFormula = () =>
  useMakeChange((id: number) => taken(api.POST("/api/make/batches/{pk}/formula", at(id))));
export const usePour = () =>
  useMakeChange(({ id, body }: { id: number; body: PourIn }) =>
    taken(api.POST("/api/make/batches/{pk}/pours", { ...at(id), body })),
  );
export const useChangePour = () =>
  useMakeChange(({ id, body }: { id: number; body: { version: number; amount: number } }) =>
    taken(api.PATCH("/api/make/pours/{pk}", { ...at(id), body: { unit: "", ...body } })),
  );
export const useRemovePour = () =>
  useMakeChange((id: number) => taken(api.DELETE("/api/make/pours/{pk}", at(id))));
export const useRestorePour = () =>
  useMakeChange((id: number) => taken(api.POST("/api/make/pours/{pk}/restore", at(id))));
export const useBowl = () =>
  useMakeChange(
    ({
      id,
      body,
    }: {
      id: number;
      body: { version: number; do: "tare" | "here" | "next" | "jar" | "bowl"; shown: number };
    }) => taken(api.POST("/api/make/batches/{pk}/bowl", { ...at(id), body })),
  );
export const useTakeWay = () =>
  useMakeChange(
    ({
      id,
      body,
    }: {
      id: number;
      body: { version: number; line: number; way: "scale" | "right" };
    }) => taken(api.POST("/api/make/batches/{pk}/ways", { ...at(id), body })),
  );
export const useActOnStep = () =>
  useMakeChange(({ id, place, body }: { id: number; place: number; body: StepAct }) =>
    taken(
      api.POST("/api/make/batches/{pk}/steps/{place}", {
        params: { path: { pk: id, place } },
        body,
      }),
    ),
  );
export const useReadCelsius = () =>
  useMakeChange(({ id, body }: { id: number; body: { version: number; celsius: string } }) =>
    taken(api.POST("/api/make/batches/{pk}/celsius", { ...at(id), body })),
  );

// ---- containers ----

/** What is in stock, the soonest to be used first; or what is used up and thrown away, the latest first. */
export const useContainers = (wanted: MaybeRefOrGetter<boolean> = true, ended = false) =>
  useQuery({
    queryKey: ["make", "stock", ended],
    queryFn: () =>
      taken(api.GET("/api/make/containers", { params: { query: { ended, limit: 200 } } })),
    enabled: computed(() => toValue(wanted)),
  });

function useContainerChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all([...TOUCHED, "batch"].map((key) => cache.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useFill = () =>
  useContainerChange(({ id, body }: { id: number; body: FillIn }) =>
    taken(api.POST("/api/make/batches/{pk}/containers", { ...at(id), body })),
  );
export const useChangeContainer = () =>
  useContainerChange(({ id, body }: { id: number; body: ContainerChange }): Promise<Container> =>
    taken(api.PATCH("/api/make/containers/{pk}", { ...at(id), body })),
  );
export const useTopUp = () =>
  useContainerChange(({ id, body }: { id: number; body: TopUp }): Promise<Container> =>
    taken(api.POST("/api/make/containers/{pk}/top-up", { ...at(id), body })),
  );
export const useRemoveTopping = () =>
  useContainerChange((id: number) => taken(api.DELETE("/api/make/toppings/{pk}", at(id))));
export const useRestoreTopping = () =>
  useContainerChange((id: number) => taken(api.POST("/api/make/toppings/{pk}/restore", at(id))));
export const useRemoveContainer = () =>
  useContainerChange((id: number) => taken(api.DELETE("/api/make/containers/{pk}", at(id))));
export const useRestoreContainer = () =>
  useContainerChange((id: number) => taken(api.POST("/api/make/containers/{pk}/restore", at(id))));
export const useAddPhoto = () =>
  useContainerChange(({ id, file }: { id: number; file: File }) =>
    taken(api.POST("/api/make/batches/{pk}/photos", { ...at(id), ...asForm("picture", file) })),
  );
export const useRemovePhoto = () =>
  useContainerChange((id: number) => taken(api.DELETE("/api/make/photos/{pk}", at(id))));
