/** The lines of a jug as they stand on the worktop, and what can be done to them. */
import type { LineIn, Mix, Supply } from "@/api/types";
import { plain } from "@/parts/typed";

export interface Line {
  /** Tells lines apart on screen; two may be of one supply. */
  id: number;
  supply_key: string;
  how: LineIn["how"];
  amount: string;
  unit: string;
  packed: boolean;
}

let last = 0;
export const nextId = (): number => (last += 1);

/** A new line: a teaspoon of what is spooned, a splash of what is poured. */
export function lineOf(supply: Supply): Line {
  const spoon = supply.unit === "g" && supply.units.some((unit) => unit.key === "tsp");
  return {
    id: nextId(),
    supply_key: supply.key,
    how: "amount",
    amount: supply.what === "water" ? "250" : supply.unit === "mL" ? "10" : "1",
    unit: spoon ? "tsp" : supply.unit,
    packed: false,
  };
}

/**
 * Let this line fill the jug, be worked out, or be so much. Only one can fill and only one be worked
 * out: the one that was before keeps what it had come to.
 */
export function setHow(lines: Line[], at: number, how: Line["how"], answer: Mix | undefined): void {
  lines.forEach((line, i) => {
    const turned = i === at && how === "amount" && line.how !== "amount";
    const gives = i !== at && how !== "amount" && line.how === how;
    if (!turned && !gives) return;
    const came = answer?.lines[i];
    line.how = "amount";
    if (came) Object.assign(line, { amount: plain(came.amount), unit: came.unit });
  });
  const chosen = lines[at];
  if (chosen) chosen.how = how;
}

interface Told {
  supply_key: string;
  how: LineIn["how"];
  amount: number | null;
  unit: string;
  packed?: boolean;
}

/** Lines as an answer or a journal gives them. */
export const linesFrom = (told: Told[]): Line[] =>
  told.map((line) => ({
    id: nextId(),
    supply_key: line.supply_key,
    how: line.how,
    amount: line.how === "amount" && line.amount !== null ? plain(line.amount) : "",
    unit: line.unit,
    packed: line.packed ?? false,
  }));
