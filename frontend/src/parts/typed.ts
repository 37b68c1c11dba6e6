/** Numbers as they stand in a field, and what is sent of a field that was left empty. */
export const typed = (value: number | null | undefined): string =>
  typeof value === "number" ? plain(value) : "";

/** A number as it is typed, and never so that it could be a thousand times as much: 1.2340, not 1.234. */
export function plain(value: number): string {
  const text = String(value);
  return /^[1-9]\d{0,2}\.\d{3}$/.test(text) ? `${text}0` : text;
}

/** The same of what may be a number or was typed before. */
export const asTyped = (value: number | string | null | undefined): string =>
  typeof value === "string" ? value : typed(value);

export const orNothing = (text: string): string | null => text || null;
