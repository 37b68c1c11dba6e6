/** Server state of the basin: a wash under way, what is pressed there, and how one went. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  at,
  taken,
  type BasinChange,
  type BasinMark,
  type BeginWash,
  type ReviewIn,
  type Run,
} from "./client";
import { useHeadChange } from "./wash";

const LIVE_MS = 1_500; // two windows in one wash show the same
const CLOCKS_MS = 5_000;
const keyOf = (id: number) => ["run", id];

export const useRuns = () =>
  useQuery({
    queryKey: ["runs"],
    queryFn: () => taken(api.GET("/api/wash/runs")),
    refetchInterval: CLOCKS_MS,
  });

export function useRun(id: MaybeRefOrGetter<number>) {
  const cache = useQueryClient();
  return useQuery({
    queryKey: computed(() => keyOf(toValue(id))),
    queryFn: async ({ queryKey }) => {
      const found = await taken(api.GET("/api/wash/runs/{pk}", at(toValue(id))));
      // An answer that was on its way while something was pressed is older than what stands there.
      const had = cache.getQueryData<Run>(queryKey);
      return had && had.version > found.version ? had : found;
    },
    refetchInterval: LIVE_MS,
    refetchIntervalInBackground: true,
    retry: false,
  });
}

export interface Press {
  step: string;
  section: number;
  /** Seconds ago. */
  ago: number;
}

/** Something done to a run: what stands there afterwards is the answer. */
function useRunAct<Input>(act: (id: number, input: Input) => Promise<Run>, more: object = {}) {
  const cache = useQueryClient();
  return useMutation({
    ...more,
    mutationFn: ({ id, input }: { id: number; input: Input }) => act(id, input),
    onSuccess: (now) => {
      cache.setQueryData(keyOf(now.id), now);
      void cache.invalidateQueries({ queryKey: ["runs"] });
    },
  });
}

/** Sent again by places/wash/basin/pressing.ts itself, with its own time. */
export const usePress = () =>
  useRunAct(
    (id, body: Press) => taken(api.POST("/api/wash/runs/{pk}/press", { ...at(id), body })),
    {
      retry: false,
    },
  );
export const useUndoPress = () =>
  useRunAct<null>((id) => taken(api.POST("/api/wash/runs/{pk}/undo", at(id))));
const NO_MARK = { key: "", stops_passed: [], why: "", own: false };
/** `at`: when it was pressed, by this machine's own clock; it may be sent later. */
export type Mark = Partial<Omit<BasinMark, "ago">> & Pick<BasinMark, "what"> & { at?: number };
export const useMark = () =>
  useRunAct((id, { at: pressedAt, ...more }: Mark) => {
    const ago = pressedAt === undefined ? 0 : Math.max((Date.now() - pressedAt) / 1000, 0);
    const body = { ...NO_MARK, ...more, ago };
    return taken(api.POST("/api/wash/runs/{pk}/mark", { ...at(id), body }));
  });
export const useChangeRun = () =>
  useRunAct((id, body: BasinChange) =>
    taken(api.POST("/api/wash/runs/{pk}/change", { ...at(id), body })),
  );
/** A change of what is to come, as it is sent; and the one that leaves a link out. */
export const NO_CHANGE = {
  formula: null,
  stuff: "",
  zone: "both",
  left: "half",
  ran_out: false,
} as const;
export const leaving = (version: number, link: number): BasinChange => ({
  ...NO_CHANGE,
  version,
  do: "leave_out",
  link,
});
export const useRestoreRun = () =>
  useRunAct<null>((id) => taken(api.POST("/api/wash/runs/{pk}/restore", at(id))));

export const useBeginWash = () =>
  useHeadChange((body: BeginWash) => taken(api.POST("/api/wash/runs", { body })));
export const useEndWash = () =>
  useHeadChange(({ id, off }: { id: number; off?: string }) =>
    taken(
      api.POST("/api/wash/runs/{pk}/end", {
        ...at(id),
        body: { off_at: (off || null) as never },
      }),
    ),
  );
export const useReopenWash = () =>
  useHeadChange((id: number) => taken(api.POST("/api/wash/runs/{pk}/reopen", at(id))));
export const useDiscardRun = () =>
  useHeadChange((id: number) => taken(api.DELETE("/api/wash/runs/{pk}", at(id))));

// ---- how it went ----

export const useReviews = (planned: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["reviews", toValue(planned)]),
    queryFn: () => taken(api.GET("/api/wash/planned/{pk}/reviews", at(toValue(planned)))),
    retry: false,
  });
export const useReview = () =>
  useHeadChange(({ id, body }: { id: number; body: ReviewIn }) =>
    taken(api.POST("/api/wash/planned/{pk}/reviews", { ...at(id), body })),
  );
export const useTakeReviewBack = () =>
  useHeadChange(({ id, when }: { id: number; when: string }) =>
    taken(
      api.DELETE("/api/wash/planned/{pk}/reviews/{when}", {
        params: { path: { pk: id, when } },
      }),
    ),
  );
