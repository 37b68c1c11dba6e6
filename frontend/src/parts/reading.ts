/** A reading as it is being entered: what it was read with, and what it read. */
import { useLocalStorage } from "@vueuse/core";
import type { Read } from "@/api/types";

export interface Draft {
  /** Empty until it is chosen; `strip` for any strip, `strips-3` for a pack of the household's own, `meter-2` for a meter. */
  by: string;
  value: string;
  /** How far apart the blocks of any strip are. */
  step: number;
}

const last = useLocalStorage("eyebright-reads-with", "", { writeDefaults: false });
const START_STEP = 0.5;

/** A reading not yet taken, with what the last one was taken with. */
export const blank = (): Draft => ({
  by: last.value,
  value: "",
  step: START_STEP,
});

/** A reading as it is sent; null where nothing was read. */
export function readOf({ by, value, step }: Draft): Read | null {
  if (!value.trim()) return null;
  last.value = by;
  const [what, id] = by.split("-");
  if (what === "strips") return { value, strips: Number(id) };
  if (what === "meter") return { value, meter: Number(id) };
  return { value, step };
}
