/** How the bench puts minutes into words. */
import { roughly } from "@/parts/figures";

/** "15 to 40 min", "4 to 14 h" */
export function minutes(least: number, most: number): string {
  const [each, unit] = least >= 120 ? [60, "h"] : [1, "min"];
  const low = roughly(least / each);
  const high = roughly(most / each);
  return low === high ? `${low} ${unit}` : `${low} to ${high} ${unit}`;
}
