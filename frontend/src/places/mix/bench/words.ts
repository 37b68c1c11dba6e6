/** How the bench puts figures into words. */
import type { Figure } from "@/api/client";
import { said } from "@/parts/ph";

export const percent = (share: number): string => `${Math.round(share * 100)}`;

/** "20 to 45 %" of a share. */
export const percents = (figure: Figure): string =>
  `${percent(figure.low)} to ${percent(figure.high)} %`;

/** "424 mL, likely 300 to 500" */
export const withRange = (figure: Figure, unit = figure.unit): string =>
  `${said(round(figure.value))} ${unit}, likely ${said(round(figure.low))} to ${said(round(figure.high))}`;

export const round = (value: number): number => Number(value.toPrecision(3));

/** No finer than a kitchen can tell: two figures. */
export const roughly = (value: number): string => said(Number(value.toPrecision(2)));

/** Minutes as people say them. */
export function minutes(least: number, most: number): string {
  const [each, unit] = least >= 120 ? [60, "h"] : [1, "min"];
  const low = roughly(least / each);
  const high = roughly(most / each);
  return low === high ? `${low} ${unit}` : `${low} to ${high} ${unit}`;
}
