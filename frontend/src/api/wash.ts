/** Server state of Wash: washes by name, and what a chain of formulas comes to over a head. */
import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, at, taken, type WashChainIn, type WashLink } from "./client";
import { useBenchChange } from "./formulas";

export const useWashChains = () =>
  useQuery({ queryKey: ["washes"], queryFn: () => taken(api.GET("/api/wash/chains")) });

export const useWashAssessment = (
  links: MaybeRefOrGetter<WashLink[]>,
  head: MaybeRefOrGetter<number | null>,
) =>
  useQuery({
    queryKey: computed(() => ["wash", toValue(links), toValue(head)]),
    queryFn: ({ signal }) =>
      taken(
        api.POST("/api/wash/chains/read", {
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
      ? taken(api.POST("/api/wash/chains", { body }))
      : taken(api.PATCH("/api/wash/chains/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveWash = () =>
  useBenchChange((id: number) => taken(api.DELETE("/api/wash/chains/{pk}", at(id))));
export const useRestoreWash = () =>
  useBenchChange((id: number) => taken(api.POST("/api/wash/chains/{pk}/restore", at(id))));
