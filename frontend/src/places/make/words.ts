/** What Make says of places, minutes, amounts and what became of something. */
import { said } from "@/parts/ph";

export const PLACES = [
  { value: "shelf", label: "shelf" },
  { value: "fridge", label: "fridge" },
  { value: "freezer", label: "freezer" },
] as const;

export const WHY = [
  { value: "smell", label: "it smelled" },
  { value: "cloud", label: "it went cloudy" },
  { value: "mould", label: "mould" },
  { value: "fizz", label: "it fizzed" },
  { value: "old", label: "past its date" },
  { value: "other", label: "something else" },
] as const;

/** "15 to 40 min", "4 to 14 h". */
export function span(least: number, most: number): string {
  const [unit, each] = least >= 120 ? ["h", 60] : ["min", 1];
  const [low, high] = [said(least / each), said(most / each)];
  return low === high ? `${low} ${unit}` : `${low} to ${high} ${unit}`;
}

/** "5.2 g", "350 g". */
export const grams = (value: number): string => `${said(Number(value.toPrecision(3)))} g`;
