/**
 * The server's steady count, as this page knows it: it goes on evenly whatever is done to a clock. What is pressed
 * is stamped with it, so that a press keeps its moment however late it is heard.
 */
import { createEventHook } from "@vueuse/core";
import { monotonic } from "@/parts/monotonic";

const BEHIND_S = 2;
/** The server counted less than this page since it was last heard: its machine was off. With what was counted here. */
export const behind = createEventHook<number>();

/** The count less this page's own seconds, null before the first answer. */
let offset: number | null = null;
let heard = { own: 0, wall: 0 };

/**
 * An answer says what the count was while it was worked out: after it was asked for, and before it came. What is
 * known stays as long as it lies between the two, however long an answer takes.
 */
export function hearSteady(count: number, askedAt: number): void {
  const [least, most] = [count - monotonic(), count - askedAt];
  const before = offset;
  offset = Math.min(Math.max(offset ?? (least + most) / 2, least), most);
  if (before !== null && before - offset > BEHIND_S) behind.trigger(before + monotonic());
  heard = { own: monotonic(), wall: Date.now() / 1000 };
}

/** The count now, by this page's own seconds. */
export const steadyNow = (): number | null => (offset === null ? null : offset + monotonic());

/**
 * The count for what is pressed now, and for what is shown while the server is away. A machine that sleeps may not
 * count its own seconds: where the wall clock is further, that is taken. The server takes nothing that is still to
 * come, and puts it right as soon as it answers.
 */
export function steadyPressed(): number | null {
  const now = steadyNow();
  if (now === null) return null;
  return now + Math.max(Date.now() / 1000 - heard.wall - (monotonic() - heard.own), 0);
}
