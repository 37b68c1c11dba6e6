/** What the instruments say, live, and the way of a reading into the field in focus. */
import { computed, onUnmounted, ref, shallowRef } from "vue";
import { call } from "@/api/client";
import type { Live } from "@/api/types";
import { tell } from "./undo";

type Kind = Live["kind"];
const ASK_MS = 1_000;
const RETRY_MS = 3_000;
const STALE_MS = 6_000; // nothing heard for so long: it is not shown any more
const NO_READING: Record<Kind, string> = {
  scale: "No scale speaks here. Type what yours shows.",
  meter: "No pH meter speaks here. Type what yours shows, or read a strip.",
  thermometer: "No thermometer speaks here. Type what yours shows.",
};

/** What each instrument said last; empty while nothing can be heard of them. */
export const lives = shallowRef<Live[]>([]);
/** The scale that is there. */
export const scale = computed(() =>
  lives.value.find((one) => one.kind === "scale" && one.state !== "absent"),
);
/** Whether they are heard at all. */
export const lost = ref(false);

const DIGITS = { g: 1, pH: 2, "°C": 1 } as const;

/** A live number as it is shown: "12.3 g", "pH 4.52"; empty where there is none. */
export function shown({ value, unit }: Live): string {
  if (value === null) return "";
  const number = value.toFixed(DIGITS[unit]);
  return unit === "pH" ? `pH ${number}` : `${number} ${unit}`;
}

let stream: EventSource | undefined;
let asking: number | undefined;
let release: (() => void) | undefined;

/**
 * One stream a browser, however many windows: the one that holds the lock listens and passes on what it hears.
 * A browser lets a page have six lines to a server, and each stream is one.
 */
const LOCK = "eyebright-live";
const wire = new BroadcastChannel(LOCK);
interface Word {
  told?: Live[];
  lost?: boolean;
}
wire.onmessage = ({ data }: MessageEvent<Word>) => {
  if (document.hidden) return;
  if (data.told) hear(data.told);
  if (data.lost) lose();
};
function pass(word: Word): void {
  wire.postMessage(word);
}

function hear(told: Live[]): void {
  lives.value = told;
  lost.value = false;
  window.clearTimeout(missing);
  missing = window.setTimeout(lose, STALE_MS);
}
let missing: number | undefined;

function hush(): void {
  stream?.close();
  stream = undefined;
  window.clearTimeout(asking);
  asking = undefined;
}

/** Too many browsers listen already: this one asks now and then instead. */
async function ask(): Promise<void> {
  const told = await call("instruments_now").catch(() => null);
  if (told) {
    hear(told);
    pass({ told });
  } else lose();
  asking = window.setTimeout(ask, told ? ASK_MS : RETRY_MS);
}

/** A number that cannot be heard any more is not shown any more. */
function lose(): void {
  lost.value = true;
  lives.value = [];
}

function open(): void {
  hush();
  stream = new EventSource("/api/instruments/live");
  stream.onmessage = (event) => {
    const told = JSON.parse(event.data as string) as Live[];
    if (!document.hidden) hear(told);
    pass({ told });
  };
  stream.addEventListener("busy", () => {
    hush();
    void ask();
  });
  stream.onerror = () => {
    // The stream ends by itself every minute and is taken up again; only a server that is gone is a loss.
    if (stream?.readyState !== EventSource.CLOSED) {
      asking ??= window.setTimeout(miss, RETRY_MS);
      return;
    }
    miss();
    hush();
    asking = window.setTimeout(open, RETRY_MS);
  };
  stream.onopen = () => {
    window.clearTimeout(asking);
    asking = undefined;
  };
}

function miss(): void {
  lose();
  pass({ lost: true });
}

/** Stand in line for the one stream; whoever has it lets go when the window closes or is not looked at. */
function stand(): void {
  if (release || document.hidden) return;
  const leaving = new AbortController();
  release = () => leaving.abort();
  void navigator.locks
    .request(LOCK, { signal: leaving.signal }, async () => {
      open();
      await new Promise<void>((done) => {
        release = done;
      });
      hush();
    })
    .catch(() => null);
}

function leave(): void {
  release?.();
  release = undefined;
}

function look(): void {
  if (document.hidden) leave();
  else stand();
}

/** Listen for as long as the page is looked at. */
export function listen(): () => void {
  document.addEventListener("visibilitychange", look);
  stand();
  return () => {
    document.removeEventListener("visibilitychange", look);
    leave();
    hush();
    window.clearTimeout(missing);
    lives.value = [];
  };
}

// ---- a reading into a field ----

interface Field {
  kind: () => Kind | undefined;
  take: (value: number) => void;
}
/** The field that a reading goes into: the one in focus, or the last that was. */
const field = shallowRef<Field | null>(null);

/** What an instrument of this kind says, one that has a number before one that has none. */
function heard(kind: Kind): Live | undefined {
  const all = lives.value.filter((one) => one.kind === kind);
  return all.find((one) => one.value !== null) ?? all[0];
}

function into({ kind: asked, take }: Field): void {
  const kind = asked();
  if (!kind) return;
  const said = heard(kind);
  if (!said) tell(NO_READING[kind]);
  else if (said.value === null || said.state !== "steady") tell(`${said.name}: ${said.says}`);
  else {
    take(said.value);
    tell(`${said.value} ${said.unit} from ${said.name}.`);
  }
}

/** Take a reading into the field that was last in focus. */
export function takeReading(): void {
  if (field.value) into(field.value);
  else tell("Go into a field that takes a reading first: an amount in grams, or a pH.");
}

/** What a field is bound to so that `r` takes a reading into it: no number has an r in it. */
export function useTakesReading(kind: Field["kind"], take: Field["take"]) {
  const own: Field = { kind, take };
  onUnmounted(() => {
    if (field.value === own) field.value = null;
  });
  return {
    onFocus: () => {
      if (kind()) field.value = own;
    },
    onKeydown: (event: KeyboardEvent) => {
      if (event.key !== "r" || !kind() || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      into(own);
    },
  };
}
