/** How figures of a head are said. */
import type { Figure } from "@/api/client";
import { said } from "@/parts/ph";

const halves = (value: number) => {
  const whole = Math.floor(value);
  return value - whole === 0.5 ? `${whole || ""}½` : said(value);
};

/** "1 to 2½ minutes", "2 days" */
export function spanOf(figure: Figure, words?: [one: string, many: string]): string {
  const [one, many] = words ?? (figure.unit === "min" ? ["minute", "minutes"] : ["day", "days"]);
  const [low, high] = [halves(figure.low), halves(figure.high)];
  if (low === high) return `${low} ${figure.low === 1 ? one : many}`;
  return `${low} to ${high} ${many}`;
}

/** "85 g, likely 40 to 180" */
export const weighed = (figure: Figure): string =>
  `${said(round(figure.value))} ${figure.unit}, likely ${said(round(figure.low))} to ${said(round(figure.high))}`;

/** Two figures: no dose is known better. */
export function round(value: number): number {
  return value === 0 ? 0 : Number(value.toPrecision(2));
}

export const percent = (share: number): string => `${Math.round(share * 100)} %`;
