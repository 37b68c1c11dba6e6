import { describe, expect, it } from "vitest";
import { merged } from "@/parts/merge";

describe("what two windows changed is brought together", () => {
  const rows: [string, unknown, unknown, unknown, unknown][] = [
    ["only theirs", "a", "a", "b", "b"],
    ["only mine", "a", "b", "a", "b"],
    ["both: mine", "a", "b", "c", "b"],
    ["parts of an object", { x: 1, y: 1 }, { x: 2, y: 1 }, { x: 1, y: 3 }, { x: 2, y: 3 }],
    [
      "parts of parts",
      { x: { a: 1, b: 1 } },
      { x: { a: 2, b: 1 } },
      { x: { a: 1, b: 4 } },
      { x: { a: 2, b: 4 } },
    ],
    ["a part that they added", { x: 1 }, { x: 2 }, { x: 1, y: 5 }, { x: 2, y: 5 }],
    ["a list is one thing", [1, 2], [1, 2, 3], [0, 1, 2], [1, 2, 3]],
    ["nothing typed over their change", null, null, { x: 1 }, { x: 1 }],
    ["what I emptied stays empty", "note", "", "note", ""],
  ];
  it.each(rows)("%s", (_, base, mine, theirs, both) => {
    expect(merged(base, mine, theirs)).toEqual(both);
  });
});
