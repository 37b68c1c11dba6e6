/** What two windows changed of the same thing, brought together. */

export const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);
export const copy = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value;

/** Mine where I changed it, theirs where I did not; of an object its parts, each by itself. */
export function merged<Value>(base: Value, mine: Value, theirs: Value): Value {
  if (same(mine, base)) return theirs;
  const parts = [base, mine, theirs].every(
    (one) => typeof one === "object" && one !== null && !Array.isArray(one),
  );
  if (!parts) return mine;
  const every = Object.keys({ ...(theirs as object), ...(mine as object) }) as (keyof Value)[];
  return Object.fromEntries(
    every.map((key) => [key, merged(base[key], mine[key], theirs[key])]),
  ) as Value;
}
