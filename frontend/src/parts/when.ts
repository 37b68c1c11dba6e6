/** Dates and times as people say them, in this machine's own time. */
const day = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "long" });
const dayAndYear = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "long",
  year: "numeric",
});
const clock = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

export function when(iso: string): string {
  const then = new Date(iso);
  const thisYear = then.getFullYear() === new Date().getFullYear();
  return `${(thisYear ? day : dayAndYear).format(then)}, ${clock.format(then)}`;
}

const DAY_MS = 86_400_000;
const dayOnly = new Intl.DateTimeFormat("en-GB", {
  weekday: "long",
  day: "numeric",
  month: "long",
});

/** "today", "yesterday", "6 days ago", "3 months ago". */
export function ago(iso: string): string {
  const midnight = (date: Date) => new Date(date.getFullYear(), date.getMonth(), date.getDate());
  const days = Math.round(
    (midnight(new Date()).getTime() - midnight(new Date(iso)).getTime()) / DAY_MS,
  );
  if (days <= 0) return "today";
  if (days === 1) return "yesterday";
  if (days < 60) return `${days} days ago`;
  return days < 730
    ? `${Math.round(days / 30.4)} months ago`
    : `${Math.round(days / 365)} years ago`;
}

/** "Friday 27 November" */
export const dayOf = (iso: string): string => dayOnly.format(new Date(iso));
