/** How figures of a head are said. */
import type { Figure, HeadRow } from "@/api/types";
import { said } from "@/parts/ph";

export { round, withRange as weighed } from "@/parts/figures";

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

export const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How old a head is, in words. */
export const ageOf = ({ age, child }: Pick<HeadRow, "age" | "child">): string =>
  age === null ? "age not known" : `${age}${child ? ", a child" : ""}`;
