/** Server state of Mix: what a jug gives, and one pour after another over a head. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { useRead } from "./query";
import type { ChainAsk, MixAsk } from "./types";

const JUST_NOW = { keep: true, retry: false, gcTime: 60_000 } as const;
const bodyOf = <Body>(body: MaybeRefOrGetter<Body | null>) => {
  const now = toValue(body);
  return now === null ? null : { body: now as Body };
};

export const useChoices = () => useRead("choices", undefined, { staleTime: 60_000 });
/** The answer to a jug; an older answer is dropped as soon as a newer question is asked. */
export const useMix = (ask: MaybeRefOrGetter<MixAsk | null>) =>
  useRead("work_out", () => bodyOf(ask), JUST_NOW);
/** What else there is to say of a jug: asked once the hand rests, for it takes longer. */
export const useWays = (ask: MaybeRefOrGetter<MixAsk | null>, rested: MaybeRefOrGetter<boolean>) =>
  useRead("ways", () => bodyOf(ask), { ...JUST_NOW, when: rested });
/** The wet hair after one pour after another; asked for where there is something to ask. */
export const useChain = (ask: MaybeRefOrGetter<ChainAsk | null>) =>
  useRead("work_out_chain", () => bodyOf(ask), JUST_NOW);
