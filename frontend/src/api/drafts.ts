/**
 * What is typed stays typed: in this browser's own storage, until the server has it.
 *
 * A draft goes by the call that will keep it ("PATCH /api/heads/3"): the answer to that call lets go of it, unless
 * more was typed meanwhile.
 */
import { shallowRef } from "vue";
import { dropSentUnder } from "./outbox";
import { unsent } from "./unsent";

const KEPT_MS = 30 * 86_400_000;

export interface Draft<Entered> {
  entered: Entered;
  /** What it was changed from, and at which version. */
  base: Entered;
  version: number;
  at: number;
}

const drafts = unsent<Draft<unknown>>("draft");

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

export function draftOf<Entered>(name: string): Draft<Entered> | null {
  const found = drafts.get(name) as Draft<Entered> | null;
  return found && Date.now() - found.at < KEPT_MS ? found : null;
}

export function keepDraft<Entered>(name: string, draft: Omit<Draft<Entered>, "at">): void {
  hold(name, !drafts.put(name, { ...draft, at: Date.now() }));
}

/** Let go of one; `before`: only if nothing was typed since then. */
export function dropDraft(name: string, before = Infinity): void {
  if ((drafts.get(name)?.at ?? 0) > before) return;
  drafts.drop(name);
  hold(name, false);
}

/** Let go of everything that has to do with one address: what was deleted for ever is in no draft, nor sent. */
export function dropDraftsUnder(path: string): void {
  for (const name of drafts.names())
    if (name.includes(` ${path}/`) || name.endsWith(` ${path}`)) drafts.drop(name);
  dropSentUnder(path);
}

/** The names of the drafts of some calls. */
export const draftsUnder = (call: string): string[] =>
  drafts.names().filter((name) => name.startsWith(call));

window.addEventListener("beforeunload", (event) => {
  if (wouldBeLost()) event.preventDefault();
});
