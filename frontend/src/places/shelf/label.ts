/** A label, as it is typed and as it is sent. */
import type { LabelIn } from "@/api/types";
import { asTyped, orNothing } from "@/parts/typed";

export interface TypedLabel {
  ph_low: string;
  ph_high: string;
  strength: string;
  active_low: string;
  active_high: string;
  dose: string;
  ingredients: string;
}

/** What is known of it, as it stands in the fields. */
export const plainOf = (label: LabelIn | null | undefined): TypedLabel => ({
  ph_low: asTyped(label?.ph_low),
  ph_high: asTyped(label?.ph_high),
  strength: label?.strength ?? "",
  active_low: asTyped(label?.active_low),
  active_high: asTyped(label?.active_high),
  dose: asTyped(label?.dose),
  ingredients: label?.ingredients ?? "",
});

/** What goes out of what is typed; nothing for a label that says nothing. */
export function sentLabel(entered: TypedLabel): LabelIn | null {
  if (!Object.values(entered).some((one) => one.trim())) return null;
  const numbers = ["ph_low", "ph_high", "active_low", "active_high", "dose"] as const;
  const sent = Object.fromEntries(numbers.map((name) => [name, orNothing(entered[name])]));
  return { ...entered, ...sent } as LabelIn;
}
