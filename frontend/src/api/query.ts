/**
 * Questions and changes, by the names of the API's operations: nobody writes a key or an address by hand.
 *
 *     const lots = useRead("lots", () => ({ query: { find: toValue(find) } }), { keep: true });
 *     const remove = useChange((pk: number) => call("remove_lot", { path: { pk } }));
 *
 * After a change everything is asked for anew, but for what never changes: what one thing has to do with another is
 * the server's to know.
 */
import {
  keepPreviousData,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
  type UseQueryOptions,
  type UseQueryReturnType,
} from "@tanstack/vue-query";
import { computed, toValue, type MaybeRefOrGetter } from "vue";
import { call, Problem, type CallOptions, type Input, type Operation, type Output } from "./client";

type Key<O extends Operation> = [O, Input<O>?];

/** The key that an answer is kept by. */
export const keyOf = <O extends Operation>(operation: O, input?: Input<O>): Key<O> =>
  input && Object.keys(input).length ? [operation, input] : [operation];

interface ReadOptions<O extends Operation> {
  /** The last answer stays in view until the next is there; or only where that is right. */
  keep?: boolean | ((before: Input<O> | undefined) => boolean);
  /** It never changes while the program runs. */
  fixed?: boolean;
  /** Asked for again when this is another: what the answer also hangs on, that no input says. */
  again?: () => unknown;
  /** Whether it is asked for at all. */
  when?: MaybeRefOrGetter<boolean>;
  /** Asked for again every so many milliseconds. */
  every?: number;
  /** Also while nobody looks at the window. */
  unseen?: boolean;
  retry?: false;
  gcTime?: number;
  staleTime?: number;
  /** An answer is no older than what is shown: by its version. */
  versioned?: boolean;
}

/** Ask for something; while the input is null, nothing is asked. */
export function useRead<O extends Operation>(
  operation: O,
  input: () => Input<O> | null = () => ({}) as Input<O>,
  { keep, fixed, again, when = true, every, unseen, versioned, ...more }: ReadOptions<O> = {},
) {
  const cache = useQueryClient();
  const options = {
    queryKey: computed(() => [
      ...keyOf(operation, input() ?? undefined),
      ...(again ? [{ again: again() }] : []),
    ]),
    queryFn: async ({
      queryKey,
      signal,
    }: {
      queryKey: readonly unknown[];
      signal: AbortSignal;
    }) => {
      const found = await call(operation, inputOf<O>(queryKey), { signal, kept: false });
      return versioned ? newerOf(cache.getQueryData<Output<O>>(queryKey), found) : found;
    },
    enabled: computed(() => input() !== null && toValue(when)),
    placeholderData: (before: Output<O> | undefined, query?: { queryKey: readonly unknown[] }) => {
      const kept = typeof keep === "function" ? keep(inputOf<O>(query?.queryKey)) : keep;
      return kept ? keepPreviousData(before) : undefined;
    },
    ...(fixed ? { staleTime: "static" as const, meta: { fixed: true } } : {}),
    ...(every ? { refetchInterval: every, refetchIntervalInBackground: unseen } : {}),
    ...more,
  };
  return useQuery(options as unknown as UseQueryOptions<Output<O>>) as UseQueryReturnType<
    Output<O>,
    Error
  >;
}

const inputOf = <O extends Operation>(key: readonly unknown[] = []) =>
  key[1] !== undefined && !("again" in (key[1] as object)) ? (key[1] as Input<O>) : undefined;

/** An answer that was on its way while something was done is older than what is shown. */
export function newerOf<Value>(shown: Value | undefined, found: Value): Value {
  const version = (value: unknown) => (value as { version?: number } | undefined)?.version ?? 0;
  return shown !== undefined && version(shown) > version(found) ? shown : found;
}

interface ChangeOptions {
  /** What else there is to ask for anew; everything, where nothing is said. */
  touches?: Operation[];
  /** Whether whoever changes waits until all is asked for anew. */
  waits?: boolean;
  /** What an answer, or the row that another window changed first, is the newest of. */
  shows?: (cache: QueryClient, answer: never) => void;
  retry?: false;
  scope?: { id: string };
}

/** Change something. */
export function useChange<Asked = void, Answer = unknown>(
  change: (asked: Asked) => Promise<Answer>,
  { touches, waits = true, shows, ...more }: ChangeOptions = {},
) {
  const cache = useQueryClient();
  const put = (answer: unknown) => answer && shows?.(cache, answer as never);
  return useMutation({
    ...more,
    mutationFn: change,
    onSuccess: (answer) => void put(answer),
    onError: (error) => void (error instanceof Problem && put(error.now)),
    onSettled: () => {
      const done = refresh(cache, touches);
      return waits ? done : undefined;
    },
  });
}

async function refresh(cache: QueryClient, touches?: Operation[]): Promise<void> {
  if (touches) {
    await Promise.all(touches.map((name) => cache.invalidateQueries({ queryKey: [name] })));
    return;
  }
  // A first answer that is still on its way is older than the change; what is fixed is not asked for again.
  await cache.cancelQueries({ predicate: (query) => !query.meta?.["fixed"] });
  await cache.invalidateQueries();
}

/** Ask for something that is no state of the server: a proposal, what a label says. Nothing is kept. */
export const ask = <O extends Operation>(operation: O, input: Input<O>): Promise<Output<O>> =>
  call(operation, input, { kept: false });

/** A change of one row, by its id. */
type ById = {
  [O in Operation]: Input<O> extends { path: { pk: number }; body?: undefined } ? O : never;
};
export const byId =
  <O extends ById[Operation]>(operation: O, options?: ChangeOptions) =>
  () =>
    useChange((pk: number) => call(operation, { path: { pk } } as unknown as Input<O>), options);

export interface Saving<Entered> {
  id?: number;
  body: Entered;
}
type Adding = { [O in Operation]: O extends `add_${string}` ? O : never }[Operation];
type Changing = { [O in Operation]: O extends `change_${string}` ? O : never }[Operation];

/** Add a row, or change the one of this id. */
export const saving =
  <Entered, Add extends Adding, Change extends Changing>(
    add: Add,
    change: Change,
    options?: ChangeOptions,
  ) =>
  () =>
    useChange(
      ({ id, body }: Saving<Entered>): Promise<Output<Add>> =>
        id === undefined
          ? call(add, { body } as unknown as Input<Add>)
          : (call(change, { path: { pk: id }, body } as unknown as Input<Change>) as never),
      options,
    );

export type { CallOptions };
