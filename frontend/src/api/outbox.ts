/**
 * Calls that were sent and not answered yet: kept in this browser's storage, and sent once more with growing
 * pauses when the server answers again; also after the page was left, loaded anew, or died.
 *
 * Each goes out with a key of its own, the same for every try: the server does it once.
 */
import { ref } from "vue";
import { useEventListener } from "@vueuse/core";
import { steadyPressed } from "./steady";
import { unsent } from "./unsent";

const KEPT_MS = 2 * 86_400_000; // as long as the server remembers keys
const FIRST_MS = 1_000;
const LONGEST_MS = 15_000;
/** What is meant for another household is refused so, and stays kept until that one is open again. */
export const MISDIRECTED = 421;
const LATE_MS = 20_000; // so long does whoever sent it wait for an answer
const STAYED_MS = 3_000; // still here so long after it was to be left

export interface Sent {
  key: string;
  method: string;
  path: string;
  body: string;
  at: number;
  /** When it was pressed, in the server's even count; null where no answer has said it yet. */
  steady?: number | null;
  failed: boolean;
  /** Nobody saw it fail: it was under way when its window went, and nothing is to be said of it. */
  silent?: boolean;
}

/** Whether the server could be reached the last time it was called. */
export const reached = ref(true);

const kept = unsent<Sent>("sent");
const window_ = crypto.randomUUID(); // this window, among the others of this browser
const name = (sent: Sent) => `${window_} ${sent.key}`;
const put = (sent: Sent) => kept.put(name(sent), sent); // where it cannot be kept, it is sent all the same

const live = new Map<string, Sent>();

/**
 * Note a call that goes out, and the key that it goes out with.
 *
 * `form`: a form sends it, and its next try holds all of the one before. What it adds is taken up again by the
 * next try, changed or not: it is never done twice; a change that failed is let go for the next one. Anything else
 * is an act of its own: each is kept, and sent in order.
 */
export function enqueue(method: string, path: string, body: string, form = false): Sent {
  const same = [...live.values()].filter((one) => one.method === method && one.path === path);
  const failed = same.filter((one) => one.failed);
  const before =
    same.find((one) => one.body === body) ?? (form && method === "POST" ? failed[0] : undefined);
  if (!before && form) failed.forEach(drop);
  const sent: Sent = before
    ? { ...before, body, at: Date.now(), failed: false }
    : {
        key: crypto.randomUUID(),
        method,
        path,
        body,
        at: Date.now(),
        steady: steadyPressed(),
        failed: false,
      };
  live.set(sent.key, sent);
  put(sent);
  return sent;
}

export function acknowledge(sent: Sent | null): void {
  reached.value = true;
  if (sent) drop(sent);
}

function drop(sent: Sent): void {
  live.delete(sent.key);
  kept.drop(name(sent));
}

/** Let go of what was to be done to something that is deleted for ever. */
export function dropSentUnder(path: string): void {
  const under = (sent: Sent | null) => sent?.path === path || sent?.path.startsWith(`${path}/`);
  for (const each of kept.names()) if (under(kept.get(each))) kept.drop(each);
  [...live.values()].filter(under).forEach(drop);
}

/** A page that is being left breaks off its calls itself: that says nothing of the server. */
let leaving = false;
window.addEventListener("beforeunload", () => {
  leaving = true;
  window.setTimeout(() => (leaving = false), STAYED_MS);
});

/** Nobody answered: what is kept is sent again. */
export function fail(sent: Sent | null): void {
  if (leaving) return;
  reached.value = false;
  if (!sent) return later();
  const now = { ...sent, failed: true };
  live.set(sent.key, now);
  put(now);
  soon();
}

/** The answer to a call that failed, where one comes soon enough; else null. */
export const answerTo = (sent: Sent): Promise<Response | null> =>
  new Promise((done) => {
    const waiting = waits.get(sent.key) ?? new Set();
    const wait = (response: Response | null) => {
      waiting.delete(wait);
      done(response);
    };
    waits.set(sent.key, waiting.add(wait));
    window.setTimeout(() => wait(null), LATE_MS);
  });

// ---- once more ----

type Again = (sent: Sent) => Promise<Response>;
type Heard = (sent: Sent, response: Response) => void;
let again: Again | undefined;
let heard: Heard | undefined;
let timer: number | undefined;
let pause = FIRST_MS;
let trying = false;
/** Those who wait for the answer to a call, by its key. */
const waits = new Map<string, Set<(response: Response) => void>>();

/** Asks nothing but whether anybody is there; fails where nobody is. */
export const ping = (): Promise<Response> => fetch("/eyebright.svg", { cache: "no-store" });

function later(): void {
  if (timer !== undefined || !again) return;
  timer = window.setTimeout(() => void once(), pause);
  pause = Math.min(pause * 2, LONGEST_MS);
}

/** Begin anew with short pauses. */
function soon(): void {
  window.clearTimeout(timer);
  timer = undefined;
  pause = FIRST_MS;
  later();
}

/** Whether anybody is there; then every call that failed, of this window or of one that is gone, once more. */
async function once(): Promise<void> {
  timer = undefined;
  if (trying) return later();
  trying = true;
  await tryAll().finally(() => (trying = false));
}

async function tryAll(): Promise<void> {
  const waiting = [...live.values()].filter((one) => one.failed);
  try {
    await ping();
  } catch {
    reached.value = false;
    later();
    return;
  }
  for (const sent of waiting) {
    if (!live.get(sent.key)?.failed) continue; // answered, or under way, by now
    try {
      const response = await (again as Again)(sent);
      if (response.status === MISDIRECTED) return; // another household is open: these stay kept for theirs
      if (response.status >= 500) throw new Error(String(response.status));
      acknowledge(sent);
      const whoever = [...(waits.get(sent.key) ?? [])];
      waits.delete(sent.key);
      whoever.forEach((wait) => wait(response.clone()));
      if (!whoever.length) heard?.(sent, response);
    } catch {
      reached.value = false;
      later();
      return;
    }
  }
  pause = FIRST_MS;
  reached.value = true;
}

/** Take up what windows that are gone had sent; `hears` is told of every answer that comes late. */
export function resume(send: Again, hears: Heard): void {
  again = send;
  heard = hears;
  for (const each of kept.names()) {
    const sent = kept.get(each);
    if (!sent) continue; // what cannot be read is listed in Settings
    kept.drop(each);
    if (Date.now() - sent.at > KEPT_MS) continue;
    const left = { ...sent, failed: true, silent: sent.silent ?? !sent.failed };
    live.set(sent.key, left);
    put(left);
  }
  if (live.size) later();
  useEventListener(window, ["online", "focus"], () => live.size && ((pause = FIRST_MS), later()));
}
