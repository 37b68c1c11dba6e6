/** Server state of the formula bench: formulas, what comes of them, and washes made of them. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  at,
  taken,
  type Formula,
  type FormulaNew,
  type Propose,
  type WashChainIn,
  type WashLink,
} from "./client";

export const useBench = () =>
  useQuery({ queryKey: ["bench"], queryFn: () => taken(api.GET("/api/mix/bench")) });

export const useFormulas = (find: MaybeRefOrGetter<string>, family: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["formulas", toValue(find), toValue(family)]),
    queryFn: ({ signal }) =>
      taken(
        api.GET("/api/mix/formulas", {
          params: { query: { find: toValue(find), family: toValue(family) } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const fetchFormula = (pk: number, head: number | null, vessel: number | null) =>
  taken(api.GET("/api/mix/formulas/{pk}", { params: { path: { pk }, query: { head, vessel } } }));

export interface Save {
  version: number;
  formula: Formula;
  head: number | null;
  vessel: number | null;
}

export const saveFormula = (pk: number, body: Save) =>
  taken(api.PUT("/api/mix/formulas/{pk}", { ...at(pk), body }));

export const useMatches = (head: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "match", toValue(head)]),
    queryFn: () =>
      taken(
        api.GET("/api/mix/formulas/match", { params: { query: { head: toValue(head) ?? 0 } } }),
      ),
    enabled: computed(() => toValue(head) !== null),
  });

export const useCompare = (which: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "compare", toValue(which)]),
    queryFn: () =>
      taken(api.GET("/api/mix/formulas/compare", { params: { query: { which: toValue(which) } } })),
    enabled: computed(() => toValue(which).includes(",")),
    retry: false,
  });

export const useVersions = (pk: MaybeRefOrGetter<number>, version: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "versions", toValue(pk), toValue(version)]),
    queryFn: () => taken(api.GET("/api/mix/formulas/{pk}/versions", at(toValue(pk)))),
    placeholderData: keepPreviousData,
  });

export const readLines = (text: string) => taken(api.POST("/api/mix/lines", { body: { text } }));
export const propose = (body: Propose) => taken(api.POST("/api/mix/formulas/propose", { body }));

const TOUCHED = ["formulas", "washes", "wash", "bench"];

function useBenchChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all(TOUCHED.map((key) => cache.invalidateQueries({ queryKey: [key] }))),
  });
}

const NEW: FormulaNew = { start: "", copy_of: null, number: null, formula: null, family: "" };

export const useAddFormula = () =>
  useBenchChange((entered: Partial<FormulaNew>) =>
    taken(api.POST("/api/mix/formulas", { body: { ...NEW, ...entered } })),
  );
export const useRemoveFormula = () =>
  useBenchChange((id: number) => taken(api.DELETE("/api/mix/formulas/{pk}", at(id))));
export const usePutBackFormula = () =>
  useBenchChange((id: number) => taken(api.POST("/api/mix/formulas/{pk}/put-back", at(id))));
export const useBringFormula = () =>
  useBenchChange((text: string) => taken(api.POST("/api/mix/formulas/bring", { body: { text } })));
export const useKeepVersion = () =>
  useBenchChange(({ id, name }: { id: number; name: string }) =>
    taken(api.POST("/api/mix/formulas/{pk}/versions", { ...at(id), body: { name } })),
  );
export const useBackToVersion = () =>
  useBenchChange(({ id, number }: { id: number; number: number }) =>
    taken(
      api.POST("/api/mix/formulas/{pk}/versions/{number}/back", {
        params: { path: { pk: id, number } },
      }),
    ),
  );
export const usePickSchools = () =>
  useBenchChange((picked: Record<string, string>) =>
    taken(api.PUT("/api/mix/schools", { body: { picked } })),
  );

// ---- washes ----

export const useWashChains = () =>
  useQuery({ queryKey: ["washes"], queryFn: () => taken(api.GET("/api/mix/washes")) });

export const useWashReading = (
  links: MaybeRefOrGetter<WashLink[]>,
  head: MaybeRefOrGetter<number | null>,
) =>
  useQuery({
    queryKey: computed(() => ["wash", toValue(links), toValue(head)]),
    queryFn: ({ signal }) =>
      taken(
        api.POST("/api/mix/washes/read", {
          body: { links: toValue(links), head: toValue(head) },
          signal,
        }),
      ),
    enabled: computed(() => toValue(links).length > 0),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useSaveWash = () =>
  useBenchChange(({ id, body }: { id?: number; body: WashChainIn }) =>
    id === undefined
      ? taken(api.POST("/api/mix/washes", { body }))
      : taken(api.PUT("/api/mix/washes/{pk}", { ...at(id), body })),
  );
export const useRemoveWash = () =>
  useBenchChange((id: number) => taken(api.DELETE("/api/mix/washes/{pk}", at(id))));
export const usePutBackWash = () =>
  useBenchChange((id: number) => taken(api.POST("/api/mix/washes/{pk}/put-back", at(id))));
