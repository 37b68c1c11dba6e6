/** Numbers as they stand in a field, and what is sent of a field that was left empty. */
export const typed = (value: number | null | undefined): string =>
  typeof value === "number" ? String(value) : "";

export const orNothing = (text: string): string | null => text || null;
