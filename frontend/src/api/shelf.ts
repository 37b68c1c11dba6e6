/** Server state of the Shelf: what is at hand, what is known of it, and what it is measured with. */
import { useQuery } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { ask, byId, keyOf, saving, useChange, useRead } from "./query";
import type {
  LotIn,
  OwnMaterialIn,
  ProfileIn,
  Read,
  SpoonIn,
  StripSetIn,
  TitrationIn,
  VesselIn,
  WaterIn,
} from "./types";

export type { Saving } from "./query";

// ---- what there is ----

export const useLibrary = () => useRead("library");
/** All that is known of a material. */
export const useMaterial = (name: MaybeRefOrGetter<string>) =>
  useRead("material", () => ({ path: { key: toValue(name) } }), { retry: false });
/** A material in short, by its key: the first of the answer. */
export const useMaterialShort = (name: MaybeRefOrGetter<string>) => {
  const named = () => (toValue(name) ? { query: { named: toValue(name) } } : null);
  const found = useRead("find_materials", named);
  return { ...found, data: computed(() => found.data.value?.[0] ?? null) };
};
/** Where this household uses a material. */
export const useUses = (name: MaybeRefOrGetter<string>) =>
  useRead("uses", () => ({ path: { key: toValue(name) } }));
export const useStrengthClasses = () => useRead("strength_classes", undefined, { fixed: true });
/** What a label says, as it is pasted. Nothing is kept. */
export const useReadLabel = () =>
  useChange((body: { text: string; material: string }) => ask("read_label", { body }), {
    touches: [],
  });
/** What can go into a jug, by any of its names. */
export const findSupplies = (find: string) => call("supplies", { query: { find } });
/** One of them by its key; nothing where there is none. */
export const supplyOf = async (key: string) =>
  (await call("supplies", { query: { named: key } }))[0] ?? null;
/** Materials by any of their names, as typed. */
export const findMaterials = (find: string) => call("find_materials", { query: { find } });
/** The things of these keys, those that are still there. */
export const useSupplies = (keys: MaybeRefOrGetter<string[]>) =>
  useRead(
    "supplies",
    () => (toValue(keys).length ? { query: { named: toValue(keys).join(",") } } : null),
    { keep: true },
  );
/** What was bought and is used as it comes: on the shelf, then of any make; and what is named already. */
export function useBought(links: () => { supply_key?: string }[]) {
  const ready = useRead("ready");
  const named = computed(() => [...new Set(links().flatMap((one) => one.supply_key || []))]);
  const kept = useSupplies(named);
  const data = computed(() => {
    if (!ready.data.value) return undefined;
    const known = new Set(ready.data.value.map((one) => one.key));
    const more = named.value.length ? (kept.data.value ?? []) : [];
    return [...ready.data.value, ...more.filter((one) => !known.has(one.key))];
  });
  return { ...ready, data };
}
/** What the household has at hand, to begin a jug with. */
export const useAtHand = () =>
  useQuery({
    queryKey: [...keyOf("supplies"), "at hand"],
    queryFn: async () => (await findSupplies("")).filter((one) => one.at_hand),
  });
export const useLots = (find: MaybeRefOrGetter<string>, shown: MaybeRefOrGetter<number>) =>
  useRead("lots", () => ({ query: { find: toValue(find), limit: toValue(shown) } }), {
    keep: true,
  });
export const useLot = (id: MaybeRefOrGetter<number | null>) =>
  useRead("lot", () => withId(toValue(id)), { retry: false });
const withId = (pk: number | null) => (pk === null ? null : { path: { pk } });
export const useWaters = () => useRead("waters");
export const useWaterKinds = () => useRead("water_kinds", undefined, { fixed: true });
export const useVessels = () => useRead("vessels");
export const useSpoons = () => useRead("spoons");
export const useStrips = () => useRead("strip_sets");
/** The readings that tell of one thing, once they are looked at. */
export const useReadings = (supply_key: string, open: MaybeRefOrGetter<boolean>) =>
  useRead("readings", () => ({ query: { supply_key } }), { when: open });
/** What a name gives away of a material that the library does not hold. */
export const useGuess = (name: MaybeRefOrGetter<string>) =>
  useRead(
    "guess_material",
    () => (toValue(name).trim().length > 2 ? { query: { name: toValue(name) } } : null),
    { keep: true, fixed: true },
  );

// ---- what changes it ----

export const useSaveLot = saving<LotIn, "add_lot", "change_lot">("add_lot", "change_lot");
export const useRemoveLot = byId("remove_lot");
export const useRestoreLot = byId("restore_lot");
export const useNextLot = byId("next_lot");
export const useSaveMaterial = saving<OwnMaterialIn, "add_material", "change_material">(
  "add_material",
  "change_material",
);
export const useRemoveMaterial = byId("remove_material");
export const useRestoreMaterial = byId("restore_material");
/** A row of the library, as this household has it. */
export const useCorrect = () =>
  useChange(({ name, body }: { name: string; body: object }) =>
    call("correct_material", { path: { key: name }, body: body as never }),
  );
export const usePutBack = () =>
  useChange((name: string) => call("put_material_back", { path: { key: name } }));
export const useCorrectAgain = () =>
  useChange((name: string) => call("restore_correction", { path: { key: name } }));
export const useSaveWater = saving<WaterIn, "add_water", "change_water">(
  "add_water",
  "change_water",
);
export const useRemoveWater = byId("remove_water");
export const useRestoreWater = byId("restore_water");
export const useAddProfile = () =>
  useChange(({ id, body }: { id: number; body: ProfileIn }) =>
    call("add_profile", { path: { pk: id }, body }),
  );
export const useTakeReport = () =>
  useChange(({ id, text }: { id: number; text: string }) =>
    call("take_report", { path: { pk: id }, body: { text } }),
  );
export const useRemoveProfile = byId("remove_profile");
export const useRestoreProfile = byId("restore_profile");
export const useTitrate = () =>
  useChange(({ id, body }: { id: number; body: TitrationIn }) =>
    ask("titrate", { path: { pk: id }, body }),
  );
export const useSaveVessel = saving<VesselIn, "add_vessel", "change_vessel">(
  "add_vessel",
  "change_vessel",
);
export const useRemoveVessel = byId("remove_vessel");
export const useRestoreVessel = byId("restore_vessel");
export const useSaveSpoon = saving<SpoonIn, "add_spoon", "change_spoon">(
  "add_spoon",
  "change_spoon",
);
export const useRemoveSpoon = byId("remove_spoon");
export const useRestoreSpoon = byId("restore_spoon");
export const useSaveStrips = saving<StripSetIn, "add_strips", "change_strips">(
  "add_strips",
  "change_strips",
);
export const useRemoveStrips = byId("remove_strips");
export const useRestoreStrips = byId("restore_strips");
export const useAddReading = () =>
  useChange((body: { supply_key: string; read: Read }) => call("add_reading", { body }));
export const useRemoveReading = byId("remove_reading");
export const useRestoreReading = byId("restore_reading");
