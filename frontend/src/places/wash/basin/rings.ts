/**
 * What rings at the basin: as planned, before the most, and past it without stopping. What rang late, for the page
 * slept or was loaded anew, says so.
 */
import { computed, ref, watch, type Ref } from "vue";
import type { Run } from "@/api/types";
import { long } from "@/parts/clocks";
import { chime } from "@/parts/chime";
import { speak } from "@/parts/voice";

const LATE_S = 5; // later than this is said
const AGAIN_MS = 8_000; // past the most it rings again
const ALOUD_MS = 30_000; // and is said again

export interface Ringing {
  key: string;
  says: string;
  kind: "due" | "soon" | "over" | "stop";
}

export function useRings(run: Ref<Run | undefined>, heardAt: Ref<number>, now: Ref<number>) {
  const rung = new Set<string>();
  const late = ref("");
  let tickedAt = Date.now();
  let slept = { from: 0, until: 0 }; // the last time that the page stood still
  let rangAt = 0;
  let saidAt = 0;

  const passed = computed(() => (now.value - heardAt.value) / 1000);
  /** Everything that is up and still on, the gravest last. */
  const up = computed<(Ringing & { ago: number })[]>(() =>
    (run.value?.ended_at ? [] : (run.value?.clocks ?? []))
      .flatMap((clock) => (clock.off ? [] : clock.rings))
      .map((ring) => ({ ...ring, ago: passed.value - ring.left }))
      .filter((ring) => ring.ago >= 0)
      .sort((a, b) => b.ago - a.ago),
  );
  const past = computed(() => up.value.filter((one) => one.kind === "over" || one.kind === "stop"));
  const last = computed(() => up.value.at(-1));

  watch(now, () => {
    if (Date.now() - tickedAt > LATE_S * 1000) slept = { from: tickedAt, until: Date.now() };
    tickedAt = Date.now();
    const fresh = up.value.filter((one) => !rung.has(one.key));
    for (const one of fresh) rung.add(one.key);
    const loudest = fresh.at(-1);
    if (loudest) {
      const grave = loudest.kind === "over" || loudest.kind === "stop";
      const behind = loudest.ago > LATE_S;
      const due = Date.now() - loudest.ago * 1000;
      const asleep = due > slept.from && due <= slept.until; // whenever the answer that says so came
      const why = asleep ? "the screen was asleep" : "this page was not open";
      late.value = behind ? `This should have rung ${long(loudest.ago)} ago: ${why}.` : "";
      if (grave || !behind || asleep) {
        chime(grave ? "over" : loudest.kind === "soon" ? "soon" : "due");
        speak(behind ? `${loudest.says} ${late.value}` : loudest.says);
        rangAt = saidAt = Date.now();
      }
      return;
    }
    const grave = past.value.at(-1);
    if (!grave) {
      if (!up.value.length) late.value = "";
      return;
    }
    if (Date.now() - rangAt >= AGAIN_MS) {
      chime("over");
      rangAt = Date.now();
    }
    if (Date.now() - saidAt >= ALOUD_MS) {
      speak(grave.says);
      saidAt = Date.now();
    }
  });

  return { last, past, late };
}
