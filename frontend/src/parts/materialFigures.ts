/** What can be said of a material in figures and words, as it is typed and as it is sent. */
import type { CorrectionIn } from "@/api/types";
import { asTyped, orNothing } from "./typed";

type Sent = Omit<CorrectionIn, "hazards" | "ruled_out">;

export interface Typed {
  strength: string;
  ph: string;
  per: string;
  figures: Record<string, string>;
  pieces: { name: string; grams: string }[];
  stain: "" | "tints" | "darkens" | "reddens";
  smell: string;
  latin: string;
  also: string;
  contains: string[];
  may_contain: string[];
  note: string;
}

/** What was sent before, as it stands in the fields; empty fields for nothing. */
export function typedOf(sent: Partial<Sent> | null | undefined): Typed {
  return {
    strength: asTyped(sent?.strength),
    ph: asTyped(sent?.ph),
    per: asTyped(sent?.per),
    figures: Object.fromEntries(
      Object.entries(sent?.figures ?? {}).map(([name, value]) => [name, asTyped(value)]),
    ),
    pieces: (sent?.pieces ?? []).map((one) => ({ name: one.name, grams: asTyped(one.grams) })),
    stain: sent?.stain ?? "",
    smell: sent?.smell ?? "",
    latin: sent?.latin ?? "",
    also: (sent?.also ?? []).join("; "),
    contains: [...(sent?.contains ?? [])],
    may_contain: [...(sent?.may_contain ?? [])],
    note: sent?.note ?? "",
  };
}

/** What goes out of what is typed. */
export function sentOf(entered: Typed): Sent {
  return {
    ...entered,
    strength: orNothing(entered.strength),
    ph: orNothing(entered.ph),
    per: orNothing(entered.per),
    figures: Object.fromEntries(
      Object.entries(entered.figures).filter(([, value]) => value.trim() !== ""),
    ),
    pieces: entered.pieces.filter((one) => one.name.trim() || one.grams.trim()),
    also: entered.also
      .split(/[;\n]/)
      .map((one) => one.trim())
      .filter(Boolean),
  } as Sent;
}
