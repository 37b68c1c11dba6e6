/** Server state of Formulas: what there is to choose from, formulas, and what comes of them. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { BY_THE_PLAN } from "./keys";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, at, taken, type Formula, type FormulaNew, type Propose } from "./client";

export const useBench = () =>
  useQuery({ queryKey: ["bench"], queryFn: () => taken(api.GET("/api/formulas/bench")) });

export const useFormulas = (find: MaybeRefOrGetter<string>, family: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["formulas", toValue(find), toValue(family)]),
    queryFn: ({ signal }) =>
      taken(
        api.GET("/api/formulas", {
          params: { query: { find: toValue(find), family: toValue(family) } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const fetchFormula = (pk: number, head: number | null, vessel: number | null) =>
  taken(api.GET("/api/formulas/{pk}", { params: { path: { pk }, query: { head, vessel } } }));

export interface Save {
  version: number;
  formula: Formula;
  head: number | null;
  vessel: number | null;
}

export const saveFormula = (pk: number, body: Save) =>
  taken(api.PUT("/api/formulas/{pk}", { ...at(pk), body }));

export const useMatches = (head: MaybeRefOrGetter<number | null>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "match", toValue(head)]),
    queryFn: () =>
      taken(api.GET("/api/formulas/match", { params: { query: { head: toValue(head) ?? 0 } } })),
    enabled: computed(() => toValue(head) !== null),
  });

export const useCompare = (which: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "compare", toValue(which)]),
    queryFn: () =>
      taken(api.GET("/api/formulas/compare", { params: { query: { which: toValue(which) } } })),
    enabled: computed(() => toValue(which).includes(",")),
    retry: false,
  });

export const useVersions = (pk: MaybeRefOrGetter<number>, version: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["formulas", "versions", toValue(pk), toValue(version)]),
    queryFn: () => taken(api.GET("/api/formulas/{pk}/versions", at(toValue(pk)))),
    placeholderData: keepPreviousData,
  });

export const readLines = (text: string, room: number) =>
  taken(api.POST("/api/formulas/lines", { body: { text, room } }));
export const propose = (body: Propose) => taken(api.POST("/api/formulas/propose", { body }));

const TOUCHED = [...BY_THE_PLAN, "formulas", "washes", "wash", "bench", "asks"];

export function useBenchChange<Input, Output>(change: (input: Input) => Promise<Output>) {
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
    taken(api.POST("/api/formulas", { body: { ...NEW, ...entered } })),
  );
export const useRemoveFormula = () =>
  useBenchChange((id: number) => taken(api.DELETE("/api/formulas/{pk}", at(id))));
export const useRestoreFormula = () =>
  useBenchChange((id: number) => taken(api.POST("/api/formulas/{pk}/restore", at(id))));
export const useBringFormula = () =>
  useBenchChange((text: string) => taken(api.POST("/api/formulas/bring", { body: { text } })));
export const useKeepVersion = () =>
  useBenchChange(({ id, name }: { id: number; name: string }) =>
    taken(api.POST("/api/formulas/{pk}/versions", { ...at(id), body: { name } })),
  );
export const useBackToVersion = () =>
  useBenchChange(({ id, number, version }: { id: number; number: number; version: number }) =>
    taken(
      api.POST("/api/formulas/{pk}/versions/{number}/back", {
        params: { path: { pk: id, number } },
        body: { version },
      }),
    ),
  );
