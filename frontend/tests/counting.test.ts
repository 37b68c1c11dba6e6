import { effectScope, type EffectScope } from "vue";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

const TICK_MS = 1_000;
const UNTIL = 1_300; // by the server's count, which says 1,000 at first

/** What goes by: the page's own seconds, and by how much the clock on the wall is set, or goes on over a sleep. */
const CASES = [
  { says: "goes on", own: 100, wall: 0, away: false, left: 200 },
  { says: "goes on while the server is away", own: 100, wall: 0, away: true, left: 200 },
  { says: "does not stop for a clock set back", own: 100, wall: -3_600, away: false, left: 200 },
  { says: "nor while the server is away", own: 100, wall: -3_600, away: true, left: 200 },
  { says: "does not skip for a clock set forward", own: 100, wall: 7_200, away: false, left: 200 },
  { says: "counts a sleep that nobody else counts", own: 2, wall: 400, away: true, left: -102 },
];

describe("what is left of a clock", () => {
  let own = 100; // seconds
  let wall = 5_000;
  let scope: EffectScope;
  beforeEach(() => {
    [own, wall] = [100, 5_000];
    vi.useFakeTimers({ toFake: ["setInterval", "setTimeout", "clearInterval", "clearTimeout"] });
    vi.spyOn(performance, "now").mockImplementation(() => own * 1000);
    vi.spyOn(Date, "now").mockImplementation(() => wall * 1000);
    vi.resetModules();
    scope = effectScope();
  });
  afterEach(() => {
    scope.stop();
    vi.restoreAllMocks();
    vi.useRealTimers();
  });

  it.each(CASES)("$says", async (row) => {
    const [{ useLeft }, { hearSteady }, { reached }] = [
      await import("@/api/counting"),
      await import("@/api/steady"),
      await import("@/api/outbox"),
    ];
    const left = scope.run(useLeft) as ReturnType<typeof useLeft>;
    expect([left(UNTIL), left(null)]).toEqual([null, null]);
    hearSteady(1_000, own);
    reached.value = !row.away;
    own += row.own;
    wall += row.own + row.wall;
    vi.advanceTimersByTime(TICK_MS);
    expect(left(UNTIL)).toBeCloseTo(row.left, 3);
  });
});
