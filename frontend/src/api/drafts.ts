/**
 * What is typed stays typed: in this browser's own storage, until the server has it.
 *
 * A draft goes by the call that will keep it ("PATCH /api/heads/3"): the answer to that call lets go of it, unless
 * more was typed meanwhile. Other windows of this browser see it too.
 */
import { shallowRef } from "vue";

const PREFIX = "eyebright-draft ";
const KEPT_MS = 30 * 86_400_000;

export interface Draft<Entered> {
  entered: Entered;
  /** What it was changed from, and at which version. */
  base: Entered;
  version: number;
  at: number;
}

/** Drafts that the storage did not take: these would be lost with the window. */
const held = shallowRef(new Set<string>());
export const wouldBeLost = (): boolean => held.value.size > 0;

function hold(name: string, on: boolean): void {
  if (held.value.has(name) === on) return;
  const now = new Set(held.value);
  if (on) now.add(name);
  else now.delete(name);
  held.value = now;
}

/** Something out of the storage, or nothing where it cannot be read. */
export function stored<Value>(name: string): Value | null {
  try {
    return JSON.parse(localStorage.getItem(name) ?? "null") as Value | null;
  } catch {
    return null;
  }
}

export function draftOf<Entered>(name: string): Draft<Entered> | null {
  const found = stored<Draft<Entered>>(PREFIX + name);
  return found && Date.now() - found.at < KEPT_MS ? found : null;
}

export function keepDraft<Entered>(name: string, draft: Omit<Draft<Entered>, "at">): void {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify({ ...draft, at: Date.now() }));
    hold(name, false);
  } catch {
    hold(name, true);
  }
}

/** Let go of one; `before`: only if nothing was typed since then. */
export function dropDraft(name: string, before = Infinity): void {
  const found = stored<{ at: number }>(PREFIX + name);
  if (found && found.at > before) return;
  try {
    localStorage.removeItem(PREFIX + name);
  } catch {
    // A storage that cannot be had holds nothing either.
  }
  hold(name, false);
}

/** Let go of everything that has to do with one address: what was deleted for ever is in no draft. */
export function dropDraftsUnder(path: string): void {
  try {
    for (const key of Object.keys(localStorage))
      if (key.includes(` ${path}/`) || key.endsWith(` ${path}`)) localStorage.removeItem(key);
  } catch {
    // The same.
  }
}

/** The names of the drafts of some calls. */
export function draftsUnder(call: string): string[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX + call))
      .map((key) => key.slice(PREFIX.length));
  } catch {
    return [];
  }
}

window.addEventListener("beforeunload", (event) => {
  if (wouldBeLost()) event.preventDefault();
});
