/**
 * Dates and times as this browser's language writes them, by the household's own clock: its zone is set in
 * Settings, and is this machine's unless it says otherwise.
 */
import { ref } from "vue";

const DAY_MS = 86_400_000;
/** The zone that the household lives by; the browser's own until that is known. */
export const zone = ref<string | undefined>(undefined);

type Options = Intl.DateTimeFormatOptions;
const made = new Map<string, Intl.DateTimeFormat>();

function format(options: Options, at: string | undefined = zone.value): Intl.DateTimeFormat {
  const key = JSON.stringify([options, at]);
  let found = made.get(key);
  if (!found) {
    found = new Intl.DateTimeFormat(navigator.language, { ...options, timeZone: at });
    made.set(key, found);
  }
  return found;
}

const DAY: Options = { weekday: "short", day: "numeric", month: "long" };
const DAY_AND_YEAR: Options = { day: "numeric", month: "long", year: "numeric" };
const CLOCK: Options = { hour: "2-digit", minute: "2-digit" };

/** The household's day of a moment, as 2026-11-26. */
export const isoDay = (at: Date = new Date()): string =>
  new Intl.DateTimeFormat("sv-SE", { timeZone: zone.value }).format(at);

/** A day as the number of days since 1970, so that two can be told apart. */
const dayNumber = (at: Date): number => Date.parse(`${isoDay(at)}T00:00Z`) / DAY_MS;

function said(then: Date, at = zone.value): string {
  const thisYear = isoDay(then).slice(0, 4) === isoDay().slice(0, 4);
  return `${format(thisYear ? DAY : DAY_AND_YEAR, at).format(then)}, ${format(CLOCK, at).format(then)}`;
}

export const when = (iso: string): string => said(new Date(iso));

/** A moment that is given by the household's own clock already. */
export const whenHere = (iso: string): string => said(new Date(`${iso}Z`), "UTC");

/** "today", "yesterday", "6 days ago", "3 months ago". */
export function ago(iso: string): string {
  const days = dayNumber(new Date()) - dayNumber(new Date(iso));
  if (days <= 0) return "today";
  if (days === 1) return "yesterday";
  if (days < 60) return `${days} days ago`;
  return days < 730
    ? `${Math.round(days / 30.4)} months ago`
    : `${Math.round(days / 365)} years ago`;
}

/** "Friday 27 November", of a moment or of a day. */
export const dayOf = (iso: string): string =>
  format(
    { weekday: "long", day: "numeric", month: "long" },
    iso.length === 10 ? "UTC" : zone.value,
  ).format(new Date(iso));

/** "26 Nov 26", on a chart. */
export const shortDay = (at: Date | number): string =>
  format({ day: "numeric", month: "short", year: "2-digit" }).format(at);

/** "20:40" of a moment. */
export const clockOf = (iso: string): string => format(CLOCK).format(new Date(iso));

/** A moment as a field for one takes it, by the household's clock: 2026-11-28T10:00. */
export const localField = (iso: string): string =>
  new Intl.DateTimeFormat("sv-SE", {
    timeZone: zone.value,
    dateStyle: "short",
    timeStyle: "short",
  })
    .format(new Date(iso))
    .replace(" ", "T");
