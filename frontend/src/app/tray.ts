/** What the instruments say, live, and the way of a reading into the field in focus. */
import { onUnmounted, ref, shallowRef } from "vue";
import { api, taken, type Live } from "@/api/client";
import { tell } from "./undo";

type Kind = Live["kind"];
const ASK_MS = 1_000;
const RETRY_MS = 3_000;
const NO_READING: Record<Kind, string> = {
  scale: "No scale speaks here. Type what yours shows.",
  meter: "No pH meter speaks here. Type what yours shows, or read a strip.",
  thermometer: "No thermometer speaks here. Type what yours shows.",
};

/** What each instrument said last; empty while nothing can be heard of them. */
export const lives = shallowRef<Live[]>([]);
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

function hear(told: Live[]): void {
  lives.value = told;
  lost.value = false;
}

function hush(): void {
  stream?.close();
  stream = undefined;
  window.clearTimeout(asking);
}

/** Too many pages listen already: this one asks now and then instead. */
async function ask(): Promise<void> {
  const told = await taken(api.GET("/api/instruments/now")).catch(() => null);
  if (told) hear(told);
  else lose();
  asking = window.setTimeout(ask, told ? ASK_MS : RETRY_MS);
}

/** A number that cannot be heard any more is not shown any more. */
function lose(): void {
  lost.value = true;
  lives.value = [];
}

function open(): void {
  hush();
  if (document.hidden) return;
  stream = new EventSource("/api/instruments/live");
  stream.onmessage = (event) => hear(JSON.parse(event.data as string) as Live[]);
  stream.addEventListener("busy", () => {
    hush();
    void ask();
  });
  stream.onerror = () => {
    // The stream ends by itself every minute and is taken up again; only a server that is gone is a loss.
    if (stream?.readyState !== EventSource.CLOSED) {
      asking ??= window.setTimeout(lose, RETRY_MS);
      return;
    }
    lose();
    hush();
    asking = window.setTimeout(open, RETRY_MS);
  };
  stream.onopen = () => {
    window.clearTimeout(asking);
    asking = undefined;
  };
}

/** Listen for as long as the page is looked at. */
export function listen(): () => void {
  document.addEventListener("visibilitychange", open);
  open();
  return () => {
    document.removeEventListener("visibilitychange", open);
    hush();
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
