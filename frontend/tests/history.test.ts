import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, ref, type EffectScope } from "vue";
import { Problem } from "@/api/client";
import { savedAll, stands } from "@/places/formulas/conflict";
import { useSteps } from "@/places/formulas/history";

describe("steps back and forth", () => {
  let scope: EffectScope;
  const value = ref<{ text: string } | null>(null);
  let steps: ReturnType<typeof useSteps<{ text: string } | null>>;
  const type = (text: string) => {
    value.value = { text };
    void steps.groupSoon();
  };
  beforeEach(() => {
    vi.useFakeTimers();
    scope = effectScope();
    value.value = null;
    scope.run(() => (steps = useSteps(value)));
    value.value = { text: "a" };
    steps.begin();
  });
  afterEach(() => {
    scope.stop();
    vi.useRealTimers();
  });

  it("begin with nothing to take back", () => {
    expect(steps.canUndo.value).toBe(false);
    steps.undo();
    expect(value.value).toEqual({ text: "a" });
  });

  it("take what was typed in one go as one step", async () => {
    for (const text of ["ab", "abc", "abcd"]) type(text);
    await vi.advanceTimersByTimeAsync(1_000);
    type("abcde");
    await vi.advanceTimersByTimeAsync(1_000);
    steps.undo();
    expect(value.value).toEqual({ text: "abcd" });
    steps.undo();
    expect(value.value).toEqual({ text: "a" });
    steps.redo();
    steps.redo();
    expect(value.value).toEqual({ text: "abcde" });
  });

  it("take back what is still being typed", () => {
    type("ab");
    expect(steps.canUndo.value).toBe(true);
    steps.undo();
    expect(value.value).toEqual({ text: "a" });
    expect(steps.canRedo.value).toBe(true);
  });

  it("lead nowhere forth once something else was typed", () => {
    type("ab");
    steps.undo();
    type("ac");
    steps.redo();
    expect(value.value).toEqual({ text: "ac" });
    expect(steps.canRedo.value).toBe(false);
  });
});

describe("what was sent stands there", () => {
  it("where the server filled in what was left out", () => {
    const there = {
      id: 3,
      name: "Towpath rinse",
      note: "",
      lines: [{ id: 1, amount: "20", unit: "mL" }],
    };
    expect(stands(there, { name: "Towpath rinse", note: null, lines: [{ amount: 20 }] })).toBe(
      true,
    );
    expect(stands(there, { name: "Towpath rinse", lines: [{ amount: 21 }] })).toBe(false);
    expect(stands(there, { lines: [] })).toBe(false);
  });

  it("only where a refusal tells what stands there now", () => {
    const formula = { name: "Towpath rinse" } as never;
    const conflict = (now: unknown) =>
      Object.assign(Object.create(Problem.prototype), { status: 409, now });
    expect(savedAll(conflict({ formula: { name: "Towpath rinse" } }), formula)).not.toBeNull();
    expect(savedAll(conflict({ formula: { name: "another" } }), formula)).toBeNull();
    expect(savedAll(new Error("no answer"), formula)).toBeNull();
  });
});
