/** What a screen waits for: whether all of it is there, what failed, and the way to ask again. */
import { computed, type Ref } from "vue";
import { Problem } from "@/api/client";

interface Query {
  data: Ref<unknown>;
  error: Ref<Error | null>;
  refetch: () => Promise<unknown>;
}

/** What failed. What is shown already stays, with whatever is typed beside it, while nobody answers. */
function failure({ data, error }: Query): Error | null {
  const away = error.value instanceof Problem && error.value.status === 0;
  return away && data.value ? null : error.value;
}

export function useWaiting(...queries: Query[]) {
  const failed = computed(() => queries.map(failure).find(Boolean) ?? null);
  const loaded = computed(() => queries.every((query) => query.data.value));
  function again(): void {
    for (const query of queries) void query.refetch();
  }
  return { failed, loaded, again };
}
