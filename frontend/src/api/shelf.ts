/** Server state of the Shelf: what is at hand, what is known of it, and what it is measured with. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  at,
  taken,
  type LotIn,
  type OwnMaterialIn,
  type ProfileIn,
  type Read,
  type SpoonIn,
  type StripSetIn,
  type TitrationIn,
  type VesselIn,
  type WaterIn,
} from "./client";

// ---- what there is ----

export const useLibrary = () =>
  useQuery({ queryKey: ["library"], queryFn: () => taken(api.GET("/api/shelf/library")) });

const key = (name: MaybeRefOrGetter<string>) => ({ params: { path: { key: toValue(name) } } });

/** All that is known of a material. */
export const useMaterial = (name: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["library", toValue(name)]),
    queryFn: () => taken(api.GET("/api/shelf/library/{key}", key(name))),
    retry: false,
  });

/** A material in short, by its key. */
export const useMaterialShort = (name: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["library", "short", toValue(name)]),
    queryFn: async () =>
      (
        await taken(
          api.GET("/api/shelf/materials", { params: { query: { named: toValue(name) } } }),
        )
      )[0] ?? null,
    enabled: computed(() => toValue(name) !== ""),
  });

/** Where this household uses a material. */
export const useUses = (name: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["uses", toValue(name)]),
    queryFn: () => taken(api.GET("/api/search/uses/{key}", key(name))),
  });

export const useStrengthClasses = () =>
  useQuery({
    queryKey: ["strength classes"],
    queryFn: () => taken(api.GET("/api/shelf/label/classes")),
    staleTime: Infinity,
  });

/** What a label says, as it is pasted. Nothing is kept. */
export const useReadLabel = () =>
  useMutation({
    mutationFn: (body: { text: string; material: string }) =>
      taken(api.POST("/api/shelf/label", { body })),
  });

/** What can go into a jug, by any of its names. */
export const findSupplies = (find: string) =>
  taken(api.GET("/api/shelf/stuff", { params: { query: { find } } }));

/** One of them by its key; nothing where there is none. */
export const supplyOf = async (key: string) =>
  (await taken(api.GET("/api/shelf/stuff", { params: { query: { named: key } } })))[0] ?? null;

/** Materials by any of their names, as typed. */
export const findMaterials = (find: string) =>
  taken(api.GET("/api/shelf/materials", { params: { query: { find } } }));

/** The things of these keys, those that are still there. */
export const useSupplies = (keys: MaybeRefOrGetter<string[]>) =>
  useQuery({
    queryKey: computed(() => ["stuff", toValue(keys)]),
    queryFn: () =>
      taken(api.GET("/api/shelf/stuff", { params: { query: { named: toValue(keys).join(",") } } })),
    enabled: computed(() => toValue(keys).length > 0),
    placeholderData: keepPreviousData,
  });

/** What was bought and is used as it comes: on the shelf, then of any make; and what is named already. */
export const useBought = (links: () => { stuff?: string }[]) =>
  useQuery({
    queryKey: computed(() => ["stuff", "bought", links().map((one) => one.stuff ?? "")]),
    queryFn: async () => {
      const named = [...new Set(links().flatMap((one) => (one.stuff ? [one.stuff] : [])))];
      const [ready, kept] = await Promise.all([
        taken(api.GET("/api/shelf/ready")),
        named.length
          ? taken(api.GET("/api/shelf/stuff", { params: { query: { named: named.join(",") } } }))
          : [],
      ]);
      const known = new Set(ready.map((one) => one.key));
      return [...ready, ...kept.filter((one) => !known.has(one.key))];
    },
    placeholderData: keepPreviousData,
  });

/** What the household has at hand, to begin a jug with. */
export const useAtHand = () =>
  useQuery({
    queryKey: ["stuff", "at hand"],
    queryFn: async () => (await findSupplies("")).filter((one) => one.at_hand),
  });

export const useLots = (find: MaybeRefOrGetter<string>, shown: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["lots", toValue(find), toValue(shown)]),
    queryFn: () =>
      taken(
        api.GET("/api/shelf/lots", {
          params: { query: { find: toValue(find), limit: toValue(shown) } },
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const useLot = (id: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ["lots", "one", toValue(id)]),
    queryFn: () => taken(api.GET("/api/shelf/lots/{pk}", at(toValue(id) ?? 0))),
    enabled: computed(() => toValue(id) !== null),
    retry: false,
  });

export const useWaters = () =>
  useQuery({ queryKey: ["waters"], queryFn: () => taken(api.GET("/api/shelf/waters")) });

export const useWaterKinds = () =>
  useQuery({
    queryKey: ["water kinds"],
    queryFn: () => taken(api.GET("/api/shelf/water-kinds")),
    staleTime: Infinity,
  });

export const useVessels = () =>
  useQuery({ queryKey: ["vessels"], queryFn: () => taken(api.GET("/api/shelf/vessels")) });

export const useSpoons = () =>
  useQuery({ queryKey: ["spoons"], queryFn: () => taken(api.GET("/api/shelf/spoons")) });

export const useStrips = () =>
  useQuery({ queryKey: ["strips"], queryFn: () => taken(api.GET("/api/shelf/strips")) });

/** The readings that tell of one thing, once they are looked at. */
export const useReadings = (stuff: string, open: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: ["readings", stuff],
    queryFn: () => taken(api.GET("/api/shelf/readings", { params: { query: { stuff } } })),
    enabled: computed(() => toValue(open)),
  });

// ---- what changes it ----

/** What is on the shelf is in every answer: all that is shown is asked for again. */
export function useShelfChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => cache.invalidateQueries(),
  });
}

export interface Saving<Body> {
  id?: number;
  body: Body;
}

export const useSaveLot = () =>
  useShelfChange(({ id, body }: Saving<LotIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/lots", { body }))
      : taken(api.PATCH("/api/shelf/lots/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveLot = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/lots/{pk}", at(id))));
export const useRestoreLot = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/lots/{pk}/restore", at(id))));

/** What a name gives away of a material that the library does not hold. */
export const useGuess = (name: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["guess", toValue(name)]),
    queryFn: () =>
      taken(api.GET("/api/shelf/materials/guess", { params: { query: { name: toValue(name) } } })),
    enabled: computed(() => toValue(name).trim().length > 2),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });

export const useSaveMaterial = () =>
  useShelfChange(({ id, body }: Saving<OwnMaterialIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/materials", { body }))
      : taken(api.PATCH("/api/shelf/materials/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveMaterial = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/materials/{pk}", at(id))));
export const useRestoreMaterial = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/materials/{pk}/restore", at(id))));

/** A row of the library, as this household has it. */
export const useCorrect = () =>
  useShelfChange(({ name, body }: { name: string; body: object }) =>
    taken(api.PATCH("/api/shelf/library/{key}", { ...key(name), body: body as never })),
  );
export const usePutBack = () =>
  useShelfChange((name: string) => taken(api.DELETE("/api/shelf/library/{key}", key(name))));
export const useCorrectAgain = () =>
  useShelfChange((name: string) => taken(api.POST("/api/shelf/library/{key}/restore", key(name))));

export const useSaveWater = () =>
  useShelfChange(({ id, body }: Saving<WaterIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/waters", { body }))
      : taken(api.PATCH("/api/shelf/waters/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveWater = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/waters/{pk}", at(id))));
export const useRestoreWater = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/waters/{pk}/restore", at(id))));

export const useAddProfile = () =>
  useShelfChange(({ id, body }: { id: number; body: ProfileIn }) =>
    taken(api.POST("/api/shelf/waters/{pk}/profiles", { ...at(id), body })),
  );
export const useTakeReport = () =>
  useShelfChange(({ id, text }: { id: number; text: string }) =>
    taken(api.POST("/api/shelf/waters/{pk}/report", { ...at(id), body: { text } })),
  );
export const useRemoveProfile = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/profiles/{pk}", at(id))));
export const useRestoreProfile = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/profiles/{pk}/restore", at(id))));
export const useTitrate = () =>
  useShelfChange(({ id, body }: { id: number; body: TitrationIn }) =>
    taken(api.POST("/api/shelf/waters/{pk}/titration", { ...at(id), body })),
  );

export const useSaveVessel = () =>
  useShelfChange(({ id, body }: Saving<VesselIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/vessels", { body }))
      : taken(api.PATCH("/api/shelf/vessels/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveVessel = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/vessels/{pk}", at(id))));
export const useRestoreVessel = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/vessels/{pk}/restore", at(id))));

export const useSaveSpoon = () =>
  useShelfChange(({ id, body }: Saving<SpoonIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/spoons", { body }))
      : taken(api.PATCH("/api/shelf/spoons/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveSpoon = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/spoons/{pk}", at(id))));
export const useRestoreSpoon = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/spoons/{pk}/restore", at(id))));

export const useSaveStrips = () =>
  useShelfChange(({ id, body }: Saving<StripSetIn>) =>
    id === undefined
      ? taken(api.POST("/api/shelf/strips", { body }))
      : taken(api.PATCH("/api/shelf/strips/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveStrips = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/strips/{pk}", at(id))));
export const useRestoreStrips = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/strips/{pk}/restore", at(id))));

export const useAddReading = () =>
  useShelfChange((body: { stuff: string; read: Read }) =>
    taken(api.POST("/api/shelf/readings", { body })),
  );
export const useRemoveReading = () =>
  useShelfChange((id: number) => taken(api.DELETE("/api/shelf/readings/{pk}", at(id))));
export const useRestoreReading = () =>
  useShelfChange((id: number) => taken(api.POST("/api/shelf/readings/{pk}/restore", at(id))));
