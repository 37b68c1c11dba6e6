/** How pH is coloured and written. The colour never stands alone: the number is always beside it. */
import type { Figure } from "@/api/types";

/** The ramp, acid to alkaline, at the pH where each colour is pure. */
export const RAMP: readonly (readonly [number, string])[] = [
  [2, "#A8480A"],
  [3, "#D98A2B"],
  [4, "#EBC98A"],
  [5.5, "#F1EAD9"],
  [7, "#B5C8D3"],
  [8.5, "#6F95B3"],
  [10, "#2C5A85"],
];

export const ph = (value: number): string => value.toFixed(1);

/** "370 to 570", or "490" where both ends print alike. */
export const span = (low: string | number, high: string | number): string =>
  `${low}` === `${high}` ? `${low}` : `${low} to ${high}`;

/** "4.2 to 4.7"; "4.2" where both ends print alike. */
export const range = (figure: Figure): string => span(ph(figure.low), ph(figure.high));

/** A number as it is read out: no more figures than it can bear. */
export function said(value: number): string {
  if (value >= 100 || Number.isInteger(value)) return value.toFixed(0);
  if (value >= 10) return trimmed(value.toFixed(1));
  return trimmed(value < 1 ? value.toPrecision(2) : value.toFixed(2));
}

const trimmed = (text: string) => (text.includes(".") ? text.replace(/\.?0+$/, "") : text);
