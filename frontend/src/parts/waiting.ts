/** What a screen waits for: whether all of it is there, what failed, and the way to ask again. */
import { computed, type Ref } from "vue";

interface Query {
  data: Ref<unknown>;
  error: Ref<Error | null>;
  refetch: () => Promise<unknown>;
}

export function useWaiting(...queries: Query[]) {
  const failed = computed(() => queries.map((query) => query.error.value).find(Boolean) ?? null);
  const loaded = computed(() => queries.every((query) => query.data.value));
  function again(): void {
    for (const query of queries) void query.refetch();
  }
  return { failed, loaded, again };
}
