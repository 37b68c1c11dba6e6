import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { round, roughly, size, withRange } from "@/parts/figures";
import { ph, said } from "@/parts/ph";
import { asTyped, orNothing, plain, typed } from "@/parts/typed";
import { ago, isoDay, localField, zone } from "@/parts/when";

const figure = { value: 491, low: 368, high: 572, unit: "mL", kind: "computed" as const };

describe("numbers", () => {
  it.each([
    [0, "0"],
    [0.0333, "0.033"],
    [1.234, "1.23"],
    [12.34, "12.3"],
    [123.4, "123"],
    [5, "5"],
    [2.5, "2.5"],
  ])("%d is read out as %s", (value, words) => expect(said(value)).toBe(words));

  it("are no finer than a kitchen can tell", () => {
    expect(round(0)).toBe(0);
    expect(roughly(491)).toBe("490");
    expect(withRange(figure as never)).toBe("490 mL, likely 370 to 570");
    expect(ph(4.449)).toBe("4.4");
  });

  it("stand in a field so that none is a thousand times as much", () => {
    expect(plain(1.234)).toBe("1.2340");
    expect(plain(0.234)).toBe("0.234");
    expect(typed(null)).toBe("");
    expect(asTyped("1,5")).toBe("1,5");
    expect(orNothing("")).toBeNull();
  });

  it.each([
    [0, "0 bytes"],
    [999, "999 bytes"],
    [3_400_000, "3.4 MB"],
    [250_000, "250 kB"],
  ])("%d bytes are %s", (bytes, words) => expect(size(bytes)).toBe(words));
});

describe("days, by the household's clock", () => {
  beforeEach(() => {
    vi.useFakeTimers({ now: new Date("2026-11-30T01:30:00Z") });
    zone.value = "America/New_York";
  });
  afterEach(() => {
    vi.useRealTimers();
    zone.value = undefined;
  });

  it("a night belongs to the day that it is there", () => {
    expect(isoDay()).toBe("2026-11-29");
    expect(localField("2026-11-30T01:30:00Z")).toBe("2026-11-29T20:30");
  });

  it.each([
    ["2026-11-30T01:00:00Z", "today"],
    ["2026-11-29T03:00:00Z", "yesterday"],
    ["2026-11-20T12:00:00Z", "9 days ago"],
    ["2026-07-30T12:00:00Z", "4 months ago"],
    ["2023-07-30T12:00:00Z", "3 years ago"],
  ])("%s was %s", (iso, words) => expect(ago(iso)).toBe(words));
});
