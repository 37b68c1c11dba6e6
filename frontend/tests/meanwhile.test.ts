import { describe, expect, it } from "vitest";
import type { Press, PressOperation } from "@/api/presses";
import type { BasinClock, BasinStep, Run } from "@/api/types";
import { asPressed } from "@/places/wash/basin/meanwhile";

const HEARD = 1_000; // the server's count when the run was heard

const step = (name: string, kind: BasinStep["kind"], link: number | null, more = {}): BasinStep =>
  ({ step: name, section: 0, kind, link, waits: [], lasts: null, press: name, ...more }) as never;

const clock = (link: number, more = {}): BasinClock =>
  ({
    link,
    sections: 1,
    seconds: [],
    meant: 60,
    off: false,
    off_for: 0,
    whole: false,
    rings: [],
    limits: [
      { kind: "due", after: 60, since: "last", says: "due" },
      { kind: "over", after: 120, since: "first", says: "over" },
    ],
    ...more,
  }) as never;

/** Ready; a paste in two sections; its rinse; a rest of five minutes; a rinse to leave out, and its water. */
const run = (more: Partial<Run> = {}): Run =>
  ({
    id: 7,
    steady: HEARD,
    at: 0,
    presses: [
      step("ready", "ready", null),
      step("on-1", "put_on", 1),
      step("on-1", "put_on", 1, { section: 1 }),
      step("off-1", "rinse", null, { waits: [1] }),
      step("rest", "pause", 2, { lasts: 300 }),
      step("on-3", "put_on", 3),
      step("off-3", "rinse", null, { waits: [3] }),
      step("end", "end", null),
    ],
    clocks: [],
    coming: [clock(1, { sections: 2 }), clock(3)],
    trouble: "",
    troubles: [{ key: "stings", name: "It stings", now: "Rinse it out." }],
    helps: [
      { key: "eyes", name: "In the eyes", minutes: 15, bars: "" },
      { key: "burn", name: "It burned", minutes: 20, bars: "Nothing more goes on today." },
    ],
    help: null,
    pause: null,
    undo: null,
    heard: [],
    undone: [],
    ...more,
  }) as never;

let n = 0;
const press = (at: number, operation: PressOperation, body: object): Press => {
  n += 1;
  return {
    id: `p${n}`,
    run: 7,
    n,
    operation,
    body: { ...body },
    at: HEARD + at,
    says: `${n}`,
    tried: false,
  };
};
const on = (at: number, name: string, section = 0) =>
  press(at, "press_step", { step: name, section });

describe("a run, with what was not heard yet", () => {
  it("goes on after no help that ends the wash, and after any other", () => {
    const after = (key: string) =>
      asPressed(run(), [on(0, "ready"), press(2, "mark_run", { what: "help", key })], HEARD + 3);
    expect(after("eyes").waitsFor).toBe("");
    expect(after("burn").waitsFor).toBe("Nothing more goes on today.");
  });

  it("is as the server said where nothing was pressed, with its clocks gone on", () => {
    const found = asPressed(
      run({ at: 2, clocks: [clock(1, { sections: 2, seconds: [10] })] }),
      [],
      HEARD + 5,
    );
    expect(found.at).toBe(2);
    expect(found.clocks[0]?.seconds).toEqual([15]);
    expect(found.clocks[0]?.rings).toEqual([
      { key: "7-1-over", kind: "over", says: "over", left: 105 },
    ]);
  });

  it("starts a clock for each section from the moment of its press, and rings at its limits", () => {
    const entries = [on(0, "ready"), on(2, "on-1"), on(32, "on-1", 1)];
    const found = asPressed(run(), entries, HEARD + 92);
    expect(found.at).toBe(3);
    expect(found.clocks[0]?.seconds).toEqual([90, 60]);
    expect(found.clocks[0]?.rings.map((one) => [one.kind, one.left])).toEqual([
      ["due", 0],
      ["over", 30],
    ]);
  });

  it("stands still once it is rinsed out, and rings no more", () => {
    const heard = run({ at: 3, clocks: [clock(1, { sections: 2, seconds: [40, 10] })] });
    const found = asPressed(heard, [on(20, "off-1")], HEARD + 500);
    expect(found.clocks[0]).toMatchObject({ seconds: [60, 30], off: true, rings: [] });
    expect(found.pause).toBe(300 - 480);
  });

  it("undoes by name: what waits here, and what the server had", () => {
    const pressed = on(0, "on-1");
    const back = press(3, "undo_press", { press: pressed.id });
    expect(asPressed(run({ at: 1 }), [pressed, back], HEARD + 9)).toMatchObject({
      at: 1,
      clocks: [],
    });
    const undo = { press: "s9", step: "off-1", section: 0, says: "it is rinsed out" };
    const heard = run({
      at: 4,
      undo,
      clocks: [clock(1, { seconds: [60], off: true, off_for: 30 })],
    });
    const found = asPressed(heard, [press(0, "undo_press", { press: "s9" })], HEARD + 10);
    expect(found).toMatchObject({ at: 3, undo: null });
    expect(found.clocks[0]).toMatchObject({ seconds: [100], off: false });
  });

  it("runs the clock of Help from its press", () => {
    const help = press(5, "mark_run", { what: "help", key: "eyes" });
    expect(asPressed(run(), [help], HEARD + 65).help).toEqual({ key: "eyes", left: 840 });
    const over = press(70, "mark_run", { what: "helped" });
    expect(asPressed(run(), [help, over], HEARD + 71).help).toBeNull();
  });

  it("says at once what to do, until the next step", () => {
    const stings = press(1, "mark_run", { what: "trouble", key: "stings" });
    expect(asPressed(run({ at: 1 }), [stings], HEARD + 2).trouble).toBe("Rinse it out.");
    expect(asPressed(run({ at: 1 }), [stings, on(2, "on-1")], HEARD + 2).trouble).toBe("");
  });

  it("passes over what was left out, and waits where the steps are not known", () => {
    const entries = [on(0, "rest"), press(1, "change_run", { do: "leave_out", link: 3 })];
    expect(asPressed(run({ at: 4 }), entries, HEARD + 2)).toMatchObject({ at: 7, waitsFor: "" });
    const swap = press(1, "change_run", { do: "swap", link: 3 });
    expect(asPressed(run({ at: 4 }), [swap], HEARD + 2).waitsFor).toContain("not heard yet");
  });

  it("lets nothing go on before a temperature is judged, and knows that the end was pressed", () => {
    const warm = press(0, "mark_run", { what: "celsius", value: 52 });
    expect(asPressed(run(), [warm], HEARD + 1).waitsFor).toContain("temperature");
    expect(asPressed(run(), [press(0, "end_wash", {})], HEARD + 1).ended).toBe(true);
  });

  it("counts nothing twice that the answer holds already", () => {
    const pressed = on(-8, "on-1");
    const clocks = [clock(1, { sections: 2, seconds: [8] })];
    const heard = run({ at: 2, clocks, heard: [pressed.id] });
    expect(asPressed(heard, [pressed], HEARD).clocks[0]?.seconds).toEqual([8]);
    const back = press(0, "undo_press", { press: pressed.id });
    const undone = run({ at: 1, undone: [pressed.id] });
    expect(asPressed(undone, [pressed, back], HEARD)).toMatchObject({ at: 1, clocks: [] });
  });
});
