/** Server state of the search over everything. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { useRead } from "./query";

export const useSearch = (find: MaybeRefOrGetter<string>) =>
  useRead("search", () => (toValue(find).trim() ? { query: { find: toValue(find) } } : null), {
    keep: true,
    staleTime: 0,
  });
