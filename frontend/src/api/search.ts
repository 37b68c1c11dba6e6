/** Server state of the search over everything. */
import { keepPreviousData, useQuery } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, taken } from "./client";

export const useSearch = (find: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: computed(() => ["search", toValue(find)]),
    queryFn: ({ signal }) =>
      taken(api.GET("/api/search", { params: { query: { find: toValue(find) } }, signal })),
    enabled: computed(() => toValue(find).trim().length > 0),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
