/**
 * What rings at the basin: as planned, before the most, and past it without stopping. What rang late, for the page
 * slept or was loaded anew, says so.
 */
import { computed, ref, watch, type Ref } from "vue";
import type { BasinClock } from "@/api/types";
import { long } from "@/parts/clocks";
import { chime } from "@/parts/chime";
import { monotonic } from "@/parts/monotonic";
import { speak } from "@/parts/voice";

const LATE_S = 5; // later than this is said
const AGAIN_S = 8; // past the most it rings again
const ALOUD_S = 30; // and is said again

export interface Ringing {
  key: string;
  says: string;
  kind: "due" | "soon" | "over" | "stop";
}

/** `clocks` as they are now; `tick` goes on every second, in seconds that nobody can set. */
export function useRings(clocks: Ref<BasinClock[]>, tick: Ref<number>) {
  const rung = new Set<string>();
  const late = ref("");
  let tickedAt = { own: monotonic(), wall: Date.now() / 1000 };
  let slept = { from: 0, until: 0 }; // the last time that the page stood still
  let rangAt = 0;
  let saidAt = 0;

  /** Everything that is up and still on, the gravest last. */
  const up = computed<(Ringing & { ago: number })[]>(() =>
    clocks.value
      .flatMap((clock) => clock.rings)
      .map((ring) => ({ ...ring, ago: -ring.left }))
      .filter((ring) => ring.ago >= 0)
      .sort((a, b) => b.ago - a.ago),
  );
  const past = computed(() => up.value.filter((one) => one.kind === "over" || one.kind === "stop"));
  const last = computed(() => up.value.at(-1));

  watch(tick, () => {
    const now = { own: monotonic(), wall: Date.now() / 1000 };
    const stood = Math.max(now.own - tickedAt.own, now.wall - tickedAt.wall);
    if (stood > LATE_S) slept = { from: now.own - stood, until: now.own };
    tickedAt = now;
    // What is undone, and comes to be up again, rings again.
    for (const key of rung) if (!up.value.some((one) => one.key === key)) rung.delete(key);
    const fresh = up.value.filter((one) => !rung.has(one.key));
    for (const one of fresh) rung.add(one.key);
    const loudest = fresh.at(-1);
    if (loudest) {
      const grave = loudest.kind === "over" || loudest.kind === "stop";
      const behind = loudest.ago > LATE_S;
      const due = now.own - loudest.ago;
      const asleep = due > slept.from && due <= slept.until; // whenever the answer that says so came
      const why = asleep ? "the screen was asleep" : "this page was not open";
      late.value = behind ? `This should have rung ${long(loudest.ago)} ago: ${why}.` : "";
      if (grave || !behind || asleep) {
        chime(grave ? "over" : loudest.kind === "soon" ? "soon" : "due");
        speak(behind ? `${loudest.says} ${late.value}` : loudest.says);
        rangAt = saidAt = now.own;
      }
      return;
    }
    const grave = past.value.at(-1);
    if (!grave) {
      if (!up.value.length) late.value = "";
      return;
    }
    if (now.own - rangAt >= AGAIN_S) {
      chime("over");
      rangAt = now.own;
    }
    if (now.own - saidAt >= ALOUD_S) {
      speak(grave.says);
      saidAt = now.own;
    }
  });

  return { last, past, late };
}
