/** A text that was kept, with the names of today: an older page called a supply's key `stuff`. */
import { mark } from "./mark";

export const inNamesOfToday = (text: string) => text.replaceAll('"stuff":', '"supply_key":');

const KINDS = ["draft", "sent", "press"] as const;
export type UnsentKind = (typeof KINDS)[number];
export const PRESSES = ["press_step", "mark_run", "change_run", "undo_press", "end_wash"] as const;
/** What each has to have: of which type, or one of these. Another version or a bad disk may have left anything. */
const NEEDS: Record<UnsentKind, Record<string, string | readonly string[]>> = {
  draft: { version: "number", at: "number" },
  sent: { key: "string", method: "string", path: "string", body: "string", at: "number" },
  press: { id: "string", run: "number", at: "number", body: "object", operation: PRESSES },
};
const MARKED = /^[0-9a-f-]{36}$/;

/**
 * The one store of what is not saved yet, in this browser's storage: drafts, calls that nobody answered, presses at
 * the basin. Each belongs to one household, by its mark. Other windows of this browser see it too.
 */
export function unsent<Value>(kind: UnsentKind) {
  const prefix = `eyebright-${kind} ${mark} `;
  return {
    prefix,
    /** What stands by this name; null where nothing does, or where it cannot be read. */
    get: (name: string) => readable(kind, storedAt(prefix + name)) as Value | null,
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
      return keys()
        .filter((key) => key.startsWith(prefix))
        .map((key) => key.slice(prefix.length));
    },
  };
}

function storedAt(key: string): string {
  try {
    return localStorage.getItem(key) ?? "";
  } catch {
    return "";
  }
}

/** What a text is, if it has what its kind has to have; else null. */
function readable(kind: UnsentKind, text: string): unknown {
  try {
    const found = JSON.parse(inNamesOfToday(text)) as Record<string, unknown> | null;
    const sound = Object.entries(NEEDS[kind]).every(([name, needed]) =>
      typeof needed === "string"
        ? typeof found?.[name] === needed
        : needed.includes(String(found?.[name])),
    );
    return sound ? found : null;
  } catch {
    return null;
  }
}

function keys(): string[] {
  try {
    return Object.keys(localStorage);
  } catch {
    return [];
  }
}

// ---- what belongs to another household ----

export interface KeptApart {
  /** Its key in the storage. */
  key: string;
  kind: UnsentKind;
  /** Whose it is; "" where an older page did not say. */
  mark: string;
  /** It can be read: what cannot is used nowhere, and kept. */
  readable: boolean;
  name: string;
  text: string;
}

/** What this browser keeps of other households, what nobody knows whose it is, and what cannot be read. */
export function keptApart(): KeptApart[] {
  return keys().flatMap((key) => {
    const kind = KINDS.find((one) => key.startsWith(`eyebright-${one} `));
    if (!kind) return [];
    const rest = key.slice(`eyebright-${kind} `.length);
    const first = rest.slice(0, rest.indexOf(" "));
    const whose = MARKED.test(first) ? first : "";
    const text = storedAt(key);
    const sound = readable(kind, text) !== null;
    if (whose === mark && sound) return [];
    const name = rest.slice(whose.length).trimStart();
    return [{ key, kind, mark: whose, readable: sound, name, text }];
  });
}

/** Let go of some of it. */
export function letGo(some: KeptApart[]): void {
  for (const one of some) localStorage.removeItem(one.key);
}

/** Take a draft that nobody knows whose it is as this household's own. */
export function takeAsOwn(one: KeptApart): void {
  localStorage.setItem(`eyebright-${one.kind} ${mark} ${one.name}`, one.text);
  localStorage.removeItem(one.key);
}
