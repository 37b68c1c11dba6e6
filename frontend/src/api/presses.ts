/**
 * What is pressed at the basin and was not heard yet: one queue a run, in order, each press with its own moment, its
 * own id and what it is about. It is kept in this browser's storage and sent once, whatever window is open by then.
 *
 *     const presses = usePresses(() => run.id);
 *     await presses.push("press_step", { step, section }, "it is rinsed out");     the run as it stands then
 */
import type { QueryClient } from "@tanstack/vue-query";
import { computed, shallowRef } from "vue";
import { tell } from "@/app/undo";
import { call, GONE, otherHousehold, Problem, type Input, type Operation } from "./client";
import { mark } from "./mark";
import { reached } from "./outbox";
import { keyOf, newerOf } from "./query";
import { steadyPressed } from "./steady";
import type { Run } from "./types";
import { PRESSES, unsent } from "./unsent";

const AGAIN_MS = 1_000;
const PATIENCE_MS = 5_000; // a server that says nothing for so long is not there

export type PressOperation = (typeof PRESSES)[number];

export interface Press {
  id: string;
  run: number;
  /** Its place among those of one moment. */
  n: number;
  operation: PressOperation;
  body: Record<string, unknown>;
  /** When it was pressed, by the server's steady count. */
  at: number;
  /** What was pressed, in words. */
  says: string;
  /** It went out at least once: the server may have it. */
  tried: boolean;
}

export interface Pressed {
  run: Run;
  washes?: number[];
  says?: string;
}

const kept = unsent<Press>("press");
const name = (press: Press) => `${press.run} ${press.id}`;
/** Those that the storage did not take. */
const held = new Map<string, Press>();
const all = shallowRef<Press[]>([]);
const waiting = new Map<
  string,
  { done: (pressed: Pressed) => void; failed: (why: Error) => void }
>();
let cache: QueryClient | undefined;
let last = 0;

function look(): void {
  const found = kept.names().flatMap((one) => {
    const press = kept.get(one);
    return press && name(press) === one ? press : [];
  });
  all.value = [...found, ...held.values()].sort((a, b) => a.at - b.at || a.n - b.n);
}

function put(press: Press): void {
  if (!kept.put(name(press), press)) held.set(press.id, press);
  look();
}

function drop(press: Press): void {
  kept.drop(name(press));
  held.delete(press.id);
  look();
}

const of = (run: number) => all.value.filter((one) => one.run === run);

/** Send those of a run, one after another; one window at a time does so. */
const sending = new Set<number>();
function send(run: number): void {
  if (sending.has(run)) return;
  sending.add(run);
  void navigator.locks
    .request(`eyebright-presses ${mark} ${run}`, () => sendAll(run))
    .finally(() => {
      sending.delete(run);
      look();
      if (of(run).length && !otherHousehold.value) send(run); // pressed in the very moment that the last was heard
    });
}

async function sendAll(run: number): Promise<void> {
  for (look(); ;) {
    const press = of(run)[0];
    if (!press) return;
    try {
      const pressed = await sendOne(press);
      reached.value = true;
      drop(press);
      hear(press, pressed);
    } catch (problem) {
      // Only what the server refuses is let go: an answer that broke off may be of a press that is kept.
      const refused = problem instanceof Problem && problem.status > 0 && problem.status < GONE;
      if (!refused) {
        reached.value = false;
        await new Promise((done) => window.setTimeout(done, AGAIN_MS));
        look();
        continue;
      }
      if (otherHousehold.value) return; // it stays kept for the household that it was meant for
      drop(press);
      refuse(press, problem);
    }
  }
}

async function sendOne(press: Press): Promise<Pressed> {
  const path = { pk: press.run };
  if (!press.tried) {
    // A change begins from the run as it is after all that was pressed before it.
    const now = cache?.getQueryData<Run>(keyOf("wash_run", { path }));
    const body = press.operation === "change_run" ? { version: now?.version ?? 0 } : {};
    press = { ...press, tried: true, body: { ...press.body, ...body } };
    put(press);
  }
  const input = { path, body: press.body } as unknown as Input<Operation>;
  const answer = (await call(press.operation as Operation, input, {
    kept: false, // its id is its key: the server keeps it once
    signal: AbortSignal.timeout(PATIENCE_MS),
  })) as unknown as Run | (Pressed & { run: Run });
  return "run" in answer ? answer : { run: answer };
}

function hear(press: Press, pressed: Pressed): void {
  const key = keyOf("wash_run", { path: { pk: press.run } });
  cache?.setQueryData<Run>(key, (now) => newerOf(now, pressed.run));
  void cache?.invalidateQueries(
    press.operation === "end_wash" ? undefined : { queryKey: ["washes_under_way"] },
  );
  const whoever = waiting.get(press.id);
  waiting.delete(press.id);
  if (whoever) whoever.done(pressed);
  else if (pressed.run.says) tell(pressed.run.says);
}

function refuse(press: Press, why: Error): void {
  const now = why instanceof Problem ? (why.now as Run | null) : null;
  const key = keyOf("wash_run", { path: { pk: press.run } });
  if (now) cache?.setQueryData(key, now);
  else void cache?.invalidateQueries({ queryKey: key });
  const whoever = waiting.get(press.id);
  waiting.delete(press.id);
  if (whoever) whoever.failed(why);
  else
    tell(
      `“${press.says}” was not taken: ${why instanceof Problem ? why.detail || why.message : why.message}`,
    );
}

export function usePresses(run: () => number) {
  const entries = computed(() => of(run()));

  /** Something is pressed: the run as it stands once it is heard. A Problem where it is refused. */
  function push(
    operation: Press["operation"],
    body: Record<string, unknown>,
    says: string,
  ): Promise<Pressed> {
    const id = crypto.randomUUID();
    const at = steadyPressed() ?? 0;
    const stamped = operation === "undo_press" ? body : { ...body, id, steady: at || null };
    last += 1;
    put({ id, run: run(), n: last, operation, body: stamped, at, says, tried: false });
    const heard = new Promise<Pressed>((done, failed) => waiting.set(id, { done, failed }));
    send(run());
    return heard;
  }

  /** Let go of one that never went out: whether it was such a one. */
  function letGo(press: Press): boolean {
    look();
    const now = of(run()).find((one) => one.id === press.id);
    if (!now || now.tried) return false;
    drop(now);
    waiting.delete(now.id);
    return true;
  }

  return { entries, push, letGo };
}

/** Take up what windows that are gone had not sent. */
export function resumePresses(queries: QueryClient): void {
  cache = queries;
  look();
  window.addEventListener("storage", (event) => {
    if (event.key === null || event.key.startsWith(kept.prefix)) look();
  });
  for (const run of new Set(all.value.map((one) => one.run))) send(run);
}
