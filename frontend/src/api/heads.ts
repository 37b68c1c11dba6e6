/** Server state of Heads: every question its screens ask, and every change they make. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { BY_THE_PLAN } from "./keys";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import {
  api,
  asForm,
  at,
  taken,
  type CheckInIn,
  type Diary,
  type Head,
  type HeadIn,
  type Picture,
} from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
type Kept = Schemas["KeptOut"];

/** What a wash is for, and what is on the hair now. */
export interface Today {
  occasion: string;
  on_scalp: string[];
  on_strands: string[];
}

const DUE_MS = 60_000;

export const useQuestions = () =>
  useQuery({
    queryKey: ["questions"],
    queryFn: () => taken(api.GET("/api/heads/questions")),
    staleTime: Infinity,
  });

export const useHeads = () =>
  useQuery({ queryKey: ["heads"], queryFn: () => taken(api.GET("/api/heads")) });

/** What waits: asked again every minute, so that a reminder comes by itself. */
export const useDue = () =>
  useQuery({
    queryKey: ["due"],
    queryFn: () => taken(api.GET("/api/heads/due")),
    refetchInterval: DUE_MS,
  });

export const useBlocked = () =>
  useQuery({ queryKey: ["blocked"], queryFn: () => taken(api.GET("/api/heads/blocked")) });

export const useHead = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["head", toValue(id)]),
    queryFn: () => taken(api.GET("/api/heads/{pk}", at(toValue(id)))),
    retry: false,
  });

export const useAsks = (id: MaybeRefOrGetter<number | null>, today?: MaybeRefOrGetter<Today>) =>
  useQuery({
    queryKey: computed(() => ["asks", toValue(id), toValue(today)]),
    queryFn: () =>
      taken(
        api.GET("/api/heads/{pk}/asks", {
          params: { path: { pk: toValue(id) as number }, query: { ...toValue(today) } },
        }),
      ),
    enabled: computed(() => toValue(id) !== null),
    placeholderData: (before, query) =>
      query?.queryKey[1] === toValue(id) ? keepPreviousData(before) : undefined,
    retry: false,
  });

/** The stops that were passed on a head, the newest first. */
export const usePasses = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["passes", toValue(id)]),
    queryFn: () => taken(api.GET("/api/heads/{pk}/passes", at(toValue(id)))),
  });

export const useHistory = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["history", toValue(id)]),
    queryFn: () => taken(api.GET("/api/heads/{pk}/history", at(toValue(id)))),
  });

const AFTER_A_CHANGE = [
  ...BY_THE_PLAN,
  "head",
  "heads",
  "asks",
  "history",
  "due",
  "blocked",
  "rinse",
  "entries",
  "entry",
];

/** A head may have changed: itself, the list, what it asks for, and every rinse for it. */
function useHeadChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (output) => {
      const told = output as Head | Kept | undefined;
      const head = told && "head" in told ? (told.head as Head) : (told as Head | undefined);
      if (head?.id !== undefined) cache.setQueryData(["head", head.id], head);
    },
    // Asked anew in the background: what was just done is done, and nobody waits for the rest.
    onSettled: () => {
      for (const key of AFTER_A_CHANGE) void cache.invalidateQueries({ queryKey: [key] });
    },
  });
}

export const useSaveHead = () =>
  useHeadChange(({ id, body }: { id?: number; body: HeadIn }) =>
    id === undefined
      ? taken(api.POST("/api/heads", { body }))
      : taken(api.PATCH("/api/heads/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveHead = () =>
  useHeadChange((id: number) => taken(api.DELETE("/api/heads/{pk}", at(id))));
export const useRestoreHead = () =>
  useHeadChange((id: number) => taken(api.POST("/api/heads/{pk}/restore", at(id))));
export const useEraseHead = () =>
  useHeadChange((id: number) => taken(api.DELETE("/api/heads/{pk}/whole", at(id))));

export const useCheckIn = () =>
  useHeadChange(({ id, body }: { id: number; body: CheckInIn }) =>
    taken(api.POST("/api/heads/{pk}/check-ins", { ...at(id), body })),
  );
export const useLittleTest = () =>
  useHeadChange(({ id, body }: { id: number; body: Schemas["LittleTestIn"] }) =>
    taken(api.POST("/api/heads/{pk}/little-tests", { ...at(id), body })),
  );
export const usePatchTest = () =>
  useHeadChange(({ id, body }: { id: number; body: Schemas["PatchTestIn"] }) =>
    taken(api.POST("/api/heads/{pk}/patch-tests", { ...at(id), body })),
  );
export const usePatchResult = () =>
  useHeadChange(
    ({ id, test, body }: { id: number; test: number; body: Schemas["PatchResultIn"] }) =>
      taken(
        api.PATCH("/api/heads/{pk}/patch-tests/{test}/result", {
          params: { path: { pk: id, test } },
          body,
        }),
      ),
  );
export const useWash = () =>
  useHeadChange(({ id, body }: { id: number; body: Schemas["WashIn"] }) =>
    taken(api.POST("/api/heads/{pk}/washes", { ...at(id), body })),
  );
/** What of a wash is corrected; what is left out stays. */
export type WashChange = Partial<Schemas["WashChangeIn"]> & { version: number };
export const useChangeWash = () =>
  useHeadChange(({ id, wash, body }: { id: number; wash: number; body: WashChange }) =>
    taken(
      api.PATCH("/api/heads/{pk}/washes/{wash}/outcome", {
        params: { path: { pk: id, wash } },
        body: body as Schemas["WashChangeIn"],
      }),
    ),
  );

interface InDiary {
  id: number;
  kind: Diary;
  entry: number;
}
const inDiary = (pk: number, kind: Exclude<Diary, "washes">, entry: number) => ({
  params: { path: { pk, kind, entry } },
});
const ofWash = (pk: number, wash: number) => ({ params: { path: { pk, wash } } });
export const useTakeOut = () =>
  useHeadChange(({ id, kind, entry }: InDiary) =>
    taken(
      kind === "washes"
        ? api.DELETE("/api/heads/{pk}/washes/{wash}", ofWash(id, entry))
        : api.DELETE("/api/heads/{pk}/{kind}/{entry}", inDiary(id, kind, entry)),
    ),
  );
export const useRestore = () =>
  useHeadChange(({ id, kind, entry }: InDiary) =>
    taken(
      kind === "washes"
        ? api.POST("/api/heads/{pk}/washes/{wash}/restore", ofWash(id, entry))
        : api.POST("/api/heads/{pk}/{kind}/{entry}/restore", inDiary(id, kind, entry)),
    ),
  );

export const useDeletePicture = () =>
  useHeadChange(({ id, picture }: { id: number; picture: number }) =>
    taken(
      api.DELETE("/api/heads/{pk}/pictures/{picture}", { params: { path: { pk: id, picture } } }),
    ),
  );

/** Send a picture; what comes back is stripped of everything but its pixels. */
export const useAddPicture = () =>
  useMutation({
    mutationFn: ({ id, file }: { id: number; file: File }): Promise<Picture> =>
      taken(api.POST("/api/heads/{pk}/pictures", { ...at(id), ...asForm("picture", file) })),
  });
