/** Figures in words, no finer than a kitchen can tell. */
import type { Figure } from "@/api/types";
import { said, span } from "./ph";

/** Two figures: nothing that is done by hand is known better. */
export const round = (value: number): number => (value === 0 ? 0 : Number(value.toPrecision(2)));

export const roughly = (value: number): string => said(round(value));

/** The three kinds of number, as they are written beside it. */
const KINDS: Record<string, string> = { custom: "rule of thumb" };
export const kindOf = (figure: Figure): string => KINDS[figure.kind] ?? figure.kind;

/** "490 mL, likely 370 to 570"; "490 mL" where its range prints as it does. */
export function withRange(figure: Figure): string {
  const [value, low, high] = [roughly(figure.value), roughly(figure.low), roughly(figure.high)];
  const said = `${value} ${figure.unit}`;
  return low === high && low === value ? said : `${said}, likely ${span(low, high)}`;
}

/** "20 to 45 %" of a share; "97 %" where both ends print alike. */
export const percents = (figure: Figure): string =>
  `${span(Math.round(figure.low * 100), Math.round(figure.high * 100))} %`;

/** "3.4 MB" of bytes. */
export function size(bytes: number): string {
  const units = ["bytes", "kB", "MB", "GB"];
  const at = bytes < 1 ? 0 : Math.min(Math.floor(Math.log10(bytes) / 3), units.length - 1);
  const value = bytes / 1000 ** at;
  return `${at === 0 || value >= 100 ? Math.round(value) : value.toFixed(1)} ${units[at]}`;
}
