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
