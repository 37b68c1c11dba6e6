/** Server state of Mix: what a jug gives, and one pour after another over a head. */
import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, taken, type ChainAsk, type MixAsk } from "./client";

const KEPT_MS = 60_000;

export const useChoices = () =>
  useQuery({
    queryKey: ["choices"],
    queryFn: () => taken(api.GET("/api/mix/choices")),
    staleTime: 60_000,
  });

/** The answer to a jug; an older answer is dropped as soon as a newer question is asked. */
export const useMix = (ask: MaybeRefOrGetter<MixAsk | null>) =>
  useQuery({
    queryKey: computed(() => ["mix", toValue(ask)]),
    queryFn: ({ signal }) =>
      taken(api.POST("/api/mix/jug", { body: toValue(ask) as MixAsk, signal })),
    enabled: computed(() => toValue(ask) !== null),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: KEPT_MS,
  });

/** What else there is to say of a jug: asked once the hand rests, for it takes longer. */
export const useWays = (ask: MaybeRefOrGetter<MixAsk | null>, rested: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: computed(() => ["mix", "ways", toValue(ask)]),
    queryFn: ({ signal }) =>
      taken(api.POST("/api/mix/ways", { body: toValue(ask) as MixAsk, signal })),
    enabled: computed(() => toValue(ask) !== null && toValue(rested)),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: KEPT_MS,
  });

/** The wet hair after one pour after another; asked for where there is something to ask. */
export const useChain = (ask: MaybeRefOrGetter<ChainAsk | null>) =>
  useQuery({
    queryKey: computed(() => ["chain", toValue(ask)]),
    queryFn: ({ signal }) =>
      taken(api.POST("/api/mix/chain", { body: toValue(ask) as ChainAsk, signal })),
    enabled: computed(() => toValue(ask) !== null),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: KEPT_MS,
  });
