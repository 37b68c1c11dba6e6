/**
 * A run as it stands with what was pressed and not heard yet. The server worked out every limit and every word; here
 * time is counted on, from the moment of each press.
 */
import type { Press } from "@/api/presses";
import type { BasinClock, Run } from "@/api/types";

export interface Meanwhile {
  /** Which press comes next. */
  at: number;
  clocks: BasinClock[];
  help: { key: string; left: number } | null;
  /** What to do about what went amiss last, until the next step. */
  trouble: string;
  /** Seconds left of the pause that it stands at. */
  pause: number | null;
  /** What an undo takes back: a press by its id. */
  undo: { press: string; says: string } | null;
  /** Why nothing more goes on, or not until the server is heard; empty where it may. */
  waitsFor: string;
  /** The end was pressed. */
  ended: boolean;
}

const CHANGED =
  "What you changed is not heard yet. Nothing more goes on until its steps are worked out.";
const MEASURED = "The temperature is not heard yet. Nothing goes on before it is judged.";

/**
 * Those that the answer does not hold already and that were not undone by one behind them; and ids of presses the
 * server had that were.
 */
function standing(run: Run, entries: Press[]): { pressed: Press[]; undone: Set<string> } {
  const undone = new Set(
    entries
      .filter((one) => one.operation === "undo_press")
      .map((one) => String(one.body["press"]))
      .filter((id) => !run.undone.includes(id)),
  );
  const heard = new Set([...run.heard, ...run.undone]);
  const pressed = entries.filter(
    (one) => one.operation !== "undo_press" && !undone.has(one.id) && !heard.has(one.id),
  );
  return { pressed, undone };
}

/** Each clock as it has gone on since the answer. */
function grown(clock: BasinClock, passed: number): BasinClock {
  if (clock.off) return { ...clock, off_for: clock.off_for + passed };
  return { ...clock, seconds: clock.seconds.map((each) => each + passed) };
}

/** What a clock rings for, and how long until then. */
function ringing(run: Run, clock: BasinClock): BasinClock {
  const whole = clock.seconds.length >= clock.sections;
  const rings = clock.off
    ? []
    : clock.limits
        .filter((one) => one.kind !== "due" || whole)
        .map(({ kind, says, after, since }) => ({
          key: `${run.id}-${clock.link}-${kind}`,
          kind,
          says,
          left: after - ((since === "first" ? clock.seconds[0] : clock.seconds.at(-1)) ?? 0),
        }));
  return { ...clock, whole, rings };
}

/** `steady`: the server's count now. */
export function asPressed(run: Run, entries: Press[], steady: number): Meanwhile {
  const passed = Math.max(steady - run.steady, 0);
  const { pressed, undone } = standing(run, entries);
  const clocks = new Map(run.clocks.map((one) => [one.link, grown(one, passed)]));
  const left = new Set<number>();
  let at = run.at;
  let help: Meanwhile["help"] = run.help && { key: run.help.key, left: run.help.left - passed };
  let pause = run.pause === null ? null : run.pause - passed;
  let trouble = run.trouble;
  let waitsFor = "";
  let ended = false;

  if (run.undo && undone.has(run.undo.press) && run.undo.step) {
    at = Math.min(
      at,
      run.presses.findIndex((one) => sameStep(one, run.undo as Run["undo"])),
    );
    const step = run.presses[at];
    if (step?.kind === "put_on" && step.link !== null) takeOff(clocks, step.link);
    for (const link of step?.waits ?? []) putBack(clocks, link);
  }
  for (const one of pressed) {
    const ago = Math.max(steady - one.at, 0);
    const { body } = one;
    if (one.operation === "press_step") {
      const place = run.presses.findIndex((step) => sameStep(step, body));
      const step = run.presses[place];
      if (!step) continue;
      at = Math.max(at, place + 1);
      if (step.kind === "put_on" && step.link !== null) putOn(run, clocks, step.link, ago);
      for (const link of step.waits) comeOff(clocks, link, ago);
      const lasts = run.presses[at]?.lasts ?? null;
      pause = lasts === null ? null : lasts - ago;
      trouble = "";
    } else if (one.operation === "mark_run") {
      const row = run.helps.find((each) => each.key === body["key"]);
      if (body["what"] === "help" && row) {
        help = { key: row.key, left: row.minutes * 60 - ago };
        waitsFor = row.bars || waitsFor;
      }
      if (body["what"] === "helped") help = null;
      if (body["what"] === "trouble")
        trouble = run.troubles.find((each) => each.key === body["key"])?.now ?? "";
      if (body["what"] === "celsius") waitsFor = MEASURED;
    } else if (one.operation === "change_run") {
      if (body["do"] === "leave_out") left.add(Number(body["link"]));
      else waitsFor = CHANGED;
    } else if (one.operation === "end_wash") ended = true;
  }
  while (at < run.presses.length - 1 && isLeftOut(run, at, left)) at += 1;
  const last = pressed.at(-1);
  const heard = run.undo && !undone.has(run.undo.press) ? run.undo : null;
  return {
    at: Math.min(at, run.presses.length - 1),
    clocks: [...clocks.values()].map((one) => ringing(run, one)),
    help,
    trouble,
    pause,
    undo: last ? { press: last.id, says: last.says } : heard,
    waitsFor,
    ended,
  };
}

type Named = { step?: unknown; section?: unknown } | null;
const sameStep = (one: { step: string; section: number }, other: Named) =>
  one.step === other?.step && one.section === other.section;

/** A step of what was left out; a rinse that has nothing else to take off. */
function isLeftOut(run: Run, at: number, left: Set<number>): boolean {
  const step = run.presses[at];
  if (!step) return false;
  if (step.kind === "put_on") return step.link !== null && left.has(step.link);
  return step.kind === "rinse" && step.waits.length > 0 && step.waits.every((one) => left.has(one));
}

function putOn(run: Run, clocks: Map<number, BasinClock>, link: number, ago: number): void {
  const clock = clocks.get(link) ?? run.coming.find((one) => one.link === link);
  if (clock) clocks.set(link, { ...clock, seconds: [...clock.seconds, ago] });
}

function takeOff(clocks: Map<number, BasinClock>, link: number): void {
  const clock = clocks.get(link);
  if (!clock) return;
  const seconds = clock.seconds.slice(0, -1);
  if (seconds.length) clocks.set(link, { ...clock, seconds });
  else clocks.delete(link);
}

function comeOff(clocks: Map<number, BasinClock>, link: number, ago: number): void {
  const clock = clocks.get(link);
  if (!clock || clock.off) return;
  const seconds = clock.seconds.map((each) => Math.max(each - ago, 0));
  clocks.set(link, { ...clock, seconds, off: true, off_for: ago });
}

/** It did not come off: it has been on all the while. */
function putBack(clocks: Map<number, BasinClock>, link: number): void {
  const clock = clocks.get(link);
  if (!clock?.off) return;
  const seconds = clock.seconds.map((each) => each + clock.off_for);
  clocks.set(link, { ...clock, seconds, off: false, off_for: 0 });
}
