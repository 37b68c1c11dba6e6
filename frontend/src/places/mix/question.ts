/** The question on the worktop: kept in the address, so it survives a reload and can be passed on. */
import { useTimeoutFn } from "@vueuse/core";
import { computed, onUnmounted, reactive, ref, watch, type Ref } from "vue";
import { useRoute, useRouter, type LocationQuery, type LocationQueryRaw } from "vue-router";
import type { LineIn, MixAsk, Supply } from "@/api/types";
import { inNamesOfToday } from "@/api/unsent";
import { asQuery, read, type Question } from "./address";
import { lineOf, type Line } from "./lines";

const KEPT = "eyebright-question";
const ADDRESS_MS = 250;
const PATIENCE_MS = 250; // with an answer, before a newer question goes out over it

const START: Question = {
  lines: [],
  head: null,
  vessel: null,
  volume: "500",
  unit: "mL",
  aim: "4.5",
  use: "rinsed_out",
  last: false,
  minutes: "2",
};

interface Kept {
  question: Partial<Question>;
  /** The address that it was put at: what is kept is fresher than that same address. */
  at: string;
}

function kept(): Kept {
  try {
    const text = sessionStorage.getItem(KEPT) ?? localStorage.getItem(KEPT) ?? "";
    return JSON.parse(inNamesOfToday(text)) as Kept;
  } catch {
    return { question: {}, at: "" };
  }
}

const asked = (line: Line): LineIn => ({
  supply_key: line.supply_key,
  how: line.how,
  amount: line.how === "amount" ? line.amount : null,
  unit: line.unit,
  packed: line.packed,
});

/** A question as it is sent; nothing while there is nothing in the jug. */
export function askOf(question: Question): MixAsk | null {
  if (question.lines.length === 0) return null;
  return {
    ...question,
    lines: question.lines.map(asked),
    volume: question.lines.some((line) => line.how === "fill") ? question.volume : null,
    // What is left in has no minutes, whatever stands in that field while it is hidden.
    minutes: question.use === "left_in" ? START.minutes : question.minutes,
    last: question.use === "rinsed_out" && question.last,
  };
}

/**
 * The question as it is being put, and the same as it is sent: at once, or as soon as the last one is
 * answered. An answer that is slow to come is not waited for: it is dropped.
 */
export function useQuestion(busy: Ref<boolean>) {
  const route = useRoute();
  const router = useRouter();
  const { question: remembered, at } = kept();
  const given: Partial<Question> = at === route.fullPath ? {} : read(route.query as LocationQuery);
  const wanted = typeof route.query["with"] === "string" ? route.query["with"] : null;
  const question = reactive<Question>({ ...START, ...remembered, ...given });
  const begun = ref(false);

  /**
   * Begin with what there is: what was only remembered, and has gone since, is let go. `anybodys`: a
   * water and a vinegar of the library, for a shelf that is short of its own.
   */
  function begin(atHand: Supply[], anybodys: Supply[], known: Supply[], heads: number[]): void {
    if (question.head !== null && !heads.includes(question.head)) question.head = null;
    const there = new Set(known.map((one) => one.key));
    if (!given.lines) {
      question.lines = question.lines.filter((line) => there.has(line.supply_key));
      for (const line of question.lines) ownInstead(line, atHand, anybodys);
    }
    if (question.lines.length === 0) first([...atHand, ...anybodys]);
    const thing = known.find((one) => one.key === wanted);
    if (thing) mixWith(thing, [...atHand, ...anybodys]);
    begun.value = true;
  }

  const aWater = (things: Supply[]) => things.find((one) => one.what === "water");
  const anAcid = (things: Supply[]) => {
    const acids = things.filter((one) => one.sour);
    return acids.find((one) => one.kind === "vinegar" && one.at_hand) ?? acids[0];
  };

  /** What was begun with anybody's goes on with one's own, once that stands on the shelf. */
  function ownInstead(line: Line, atHand: Supply[], anybodys: Supply[]): void {
    const plain = anybodys.find((one) => one.key === line.supply_key);
    const own = plain && (plain.what === "water" ? aWater(atHand) : anAcid(atHand));
    if (own) Object.assign(line, { supply_key: own.key, unit: lineOf(own).unit });
  }

  /** The plainest jug: the first water, and the vinegar (or another acid) to be worked out. */
  function first(things: Supply[]): void {
    const [water, acid] = [aWater(things), anAcid(things)];
    question.lines = [];
    if (water) question.lines.push({ ...lineOf(water), how: "fill" });
    if (acid) question.lines.push({ ...lineOf(acid), how: "solve" });
  }

  /** This thing in the jug: in the place of its like, or one more line of it. */
  function mixWith(thing: Supply, things: Supply[]): void {
    if (question.lines.some((line) => line.supply_key === thing.key)) return;
    const likes = new Set(things.filter((one) => one.what === thing.what).map((one) => one.key));
    const like = question.lines.find((line) => likes.has(line.supply_key) && line.how !== "amount");
    if (like) Object.assign(like, { supply_key: thing.key, unit: lineOf(thing).unit });
    else question.lines.push(lineOf(thing));
  }

  const ask = computed(() => (begun.value ? askOf(question) : null));
  const settled = ref(ask.value);
  const write = useTimeoutFn(
    () => void router.replace({ query: asQuery(question) as LocationQueryRaw }).then(keep),
    ADDRESS_MS,
    { immediate: false },
  );
  let patience: number | undefined;
  function send(): void {
    window.clearTimeout(patience);
    patience = undefined;
    settled.value = ask.value;
  }
  watch(
    [ask, busy],
    ([next, waiting]) => {
      if (!waiting || next === null) send();
      else if (next !== settled.value) patience ??= window.setTimeout(send, PATIENCE_MS);
    },
    { flush: "sync" },
  );
  function keep(): void {
    // This window's own; and the last of any, for one that is opened anew.
    const text = JSON.stringify({ question, at: route.fullPath });
    for (const storage of [sessionStorage, localStorage]) {
      try {
        storage.setItem(KEPT, text);
      } catch {
        // The address carries it as well.
      }
    }
  }
  watch(ask, () => {
    keep();
    write.start();
  });
  // An address that is written late must not call back somebody who is on the way elsewhere.
  onUnmounted(
    router.beforeEach((to) => {
      if (to.path !== route.path) write.stop();
    }),
  );
  return { question, settled, wanted, begin };
}
