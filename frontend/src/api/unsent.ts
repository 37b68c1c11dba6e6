/** A text that was kept, with the names of today: an older page called a supply's key `stuff`. */
export const inNamesOfToday = (text: string) => text.replaceAll('"stuff":', '"supply_key":');

/**
 * The one store of what is not saved yet, in this browser's storage: drafts, calls that nobody answered, presses at
 * the basin. Other windows of this browser see it too.
 */
export function unsent<Value>(kind: string) {
  const prefix = `eyebright-${kind} `;
  return {
    prefix,
    /** What stands by this name; null where nothing does, or where it cannot be read. */
    get(name: string): Value | null {
      try {
        return JSON.parse(inNamesOfToday(localStorage.getItem(prefix + name) ?? "null")) as Value;
      } catch {
        return null;
      }
    },
    /** Whether the storage took it. */
    put(name: string, value: Value): boolean {
      try {
        localStorage.setItem(prefix + name, JSON.stringify(value));
        return true;
      } catch {
        return false;
      }
    },
    drop(name: string): void {
      try {
        localStorage.removeItem(prefix + name);
      } catch {
        // A storage that cannot be had holds nothing either.
      }
    },
    names(): string[] {
      try {
        return Object.keys(localStorage)
          .filter((key) => key.startsWith(prefix))
          .map((key) => key.slice(prefix.length));
      } catch {
        return [];
      }
    },
  };
}
