/** Server state of Safekeeping: copies of the household, and what was removed. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { api, asForm, taken } from "./client";

export const useRemoved = () =>
  useQuery({ queryKey: ["removed"], queryFn: () => taken(api.GET("/api/safekeeping/removed")) });

export const useCopies = () =>
  useQuery({ queryKey: ["copies"], queryFn: () => taken(api.GET("/api/safekeeping/copies")) });

export const useCondition = () =>
  useQuery({
    queryKey: ["condition"],
    queryFn: () => taken(api.GET("/api/safekeeping/condition")),
    enabled: false,
  });

/** Everything may be another after it. */
function useWholeChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    retry: false,
    onSettled: () => cache.invalidateQueries(),
  });
}

export const usePutBackRemoved = () =>
  useWholeChange(({ kind, id }: { kind: string; id: number }) =>
    taken(
      api.POST("/api/safekeeping/removed/{kind}/{pk}/restore", {
        params: { path: { kind, pk: id } },
      }),
    ),
  );
export const useMakeCopy = () => useWholeChange(() => taken(api.POST("/api/safekeeping/copies")));
export const useDeleteCopies = () =>
  useWholeChange(() => taken(api.DELETE("/api/safekeeping/copies")));
export const useRestoreCopy = () =>
  useWholeChange((name: string) =>
    taken(api.POST("/api/safekeeping/copies/{name}/restore", { params: { path: { name } } })),
  );

export const useRestoreHousehold = () =>
  useWholeChange((file: File) =>
    taken(api.POST("/api/safekeeping/household", asForm("file", file))),
  );
export const useBringHead = () =>
  useWholeChange((file: File) => taken(api.POST("/api/safekeeping/heads", asForm("file", file))));
