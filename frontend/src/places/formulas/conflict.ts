/** Whether what stands at the server is what was sent: an answer may be lost, or another window may be first. */
import { Problem } from "@/api/client";
import type { Formula, KeptFormula } from "@/api/types";

/** Whether something that was sent is what stands there: the server fills in what was left out. */
export function stands(there: unknown, sent: unknown): boolean {
  if (sent === undefined || sent === null || sent === "") return (there ?? "") === "" || !there;
  if (typeof sent !== "object") return String(there) === String(sent);
  if (typeof there !== "object" || there === null) return false;
  if (Array.isArray(sent))
    return (
      Array.isArray(there) &&
      there.length === sent.length &&
      sent.every((one, i) => stands(there[i], one))
    );
  return Object.entries(sent).every(([key, one]) =>
    stands((there as Record<string, unknown>)[key], one),
  );
}

/** The formula that was saved although the answer to that was lost; null where it was not. */
export function savedAll(error: unknown, sent: Formula): KeptFormula | null {
  const there = error instanceof Problem ? (error.now as KeptFormula | null) : null;
  return there && stands(there.formula, sent) ? there : null;
}
