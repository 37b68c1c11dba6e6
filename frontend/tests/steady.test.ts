import { beforeEach, describe, expect, it, vi } from "vitest";

type Steady = typeof import("@/api/steady");

describe("the server's count, as the page knows it", () => {
  let own = 0; // seconds
  let wall = 0;
  let steady: Steady;
  beforeEach(async () => {
    [own, wall] = [100, 5_000];
    vi.spyOn(performance, "now").mockImplementation(() => own * 1000);
    vi.spyOn(Date, "now").mockImplementation(() => wall * 1000);
    vi.resetModules();
    steady = await import("@/api/steady");
  });
  /** Time goes by: the page's own seconds, and the clock on the wall. */
  const pass = (seconds: number, set = 0) => {
    own += seconds;
    wall += seconds + set;
  };

  it("is not known before the first answer", () => {
    expect(steady.steadyNow()).toBeNull();
    expect(steady.steadyPressed()).toBeNull();
  });

  it("goes on between answers, and a slow one moves nothing", () => {
    steady.hearSteady(1_000, own - 0.02);
    pass(30);
    expect(steady.steadyNow()).toBeCloseTo(1_030.01, 3);
    const asked = own;
    pass(8);
    steady.hearSteady(1_031, asked);
    expect(steady.steadyNow()).toBeCloseTo(1_038.01, 3);
  });

  it("takes no notice of a clock that is set back", () => {
    steady.hearSteady(1_000, own);
    pass(10, -3_600);
    expect(steady.steadyNow()).toBeCloseTo(1_010, 3);
    expect(steady.steadyPressed()).toBeCloseTo(1_010, 3);
  });

  it("stamps what is pressed after a sleep, and is right again with the next answer", () => {
    steady.hearSteady(1_000, own);
    pass(2, 600); // its own seconds stood still
    expect(steady.steadyPressed()).toBeCloseTo(1_602, 3);
    steady.hearSteady(1_602, own);
    expect(steady.steadyNow()).toBeCloseTo(1_602, 3);
  });

  it("follows a server that counted less, and says how far it had counted itself", () => {
    const counted = vi.fn();
    steady.behind.on(counted);
    steady.hearSteady(1_000, own);
    pass(60);
    steady.hearSteady(1_059, own);
    expect(counted).not.toHaveBeenCalled();
    pass(60);
    steady.hearSteady(1_079, own);
    expect(steady.steadyNow()).toBeCloseTo(1_079, 3);
    expect(counted).toHaveBeenCalledWith(1_119);
  });
});
