/** The question on the worktop: kept in the address, so it survives a reload and can be passed on. */
import { computed, reactive, ref, watch } from "vue";
import { useRoute, useRouter, type LocationQuery } from "vue-router";
import type { RinseAsk } from "@/api/client";

const KEPT = "eyebright-question";
const SETTLE_MS = 60;

export interface Question {
  acid: number | null;
  water: number | null;
  /** Whose head it is for, by id; null for nobody in particular. */
  head: number | null;
  volume: string;
  unit: string;
  aim: string;
  use: RinseAsk["use"];
  minutes: string;
}

const START: Question = {
  acid: null,
  water: null,
  head: null,
  volume: "500",
  unit: "mL",
  aim: "4.5",
  use: "rinsed_out",
  minutes: "2",
};

function read(query: LocationQuery): Partial<Question> {
  const text = (name: string) => (typeof query[name] === "string" ? query[name] : undefined);
  const id = (name: string) =>
    text(name) && /^\d+$/.test(text(name) ?? "") ? Number(text(name)) : undefined;
  const found = {
    acid: id("acid"),
    water: id("water"),
    head: id("head"),
    volume: text("volume"),
    unit: text("unit"),
    aim: text("aim"),
    use:
      text("use") === "left_in"
        ? ("left_in" as const)
        : text("use")
          ? ("rinsed_out" as const)
          : undefined,
    minutes: text("minutes"),
  };
  return Object.fromEntries(Object.entries(found).filter(([, value]) => value !== undefined));
}

function kept(): Partial<Question> {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? "{}") as Partial<Question>;
  } catch {
    return {};
  }
}

/** The question as an address carries it: nobody in particular is left out. */
const told = (ask: RinseAsk) =>
  Object.fromEntries(Object.entries(ask).filter(([, value]) => value !== null));

/** The question as it is being put, and the same as it is sent once the hand rests. */
export function useQuestion() {
  const route = useRoute();
  const router = useRouter();
  const given = read(route.query);
  const question = reactive<Question>({ ...START, ...kept(), ...given });

  /** Begin with what there is: what was only remembered, and has gone since, is let go. */
  function begin(acids: number[], waters: number[], heads: number[]): void {
    if (question.head !== null && !heads.includes(question.head)) question.head = null;
    if (given.acid === undefined && !acids.includes(question.acid ?? -1))
      question.acid = acids[0] ?? null;
    if (given.water === undefined && !waters.includes(question.water ?? -1))
      question.water = waters[0] ?? null;
  }

  const ask = computed<RinseAsk | null>(() =>
    question.acid === null || question.water === null
      ? null
      : {
          ...question,
          acid: question.acid,
          water: question.water,
          // What is left in has no minutes, whatever stands in that field while it is hidden.
          minutes: question.use === "left_in" ? START.minutes : question.minutes,
        },
  );
  const settled = ref(ask.value);
  let timer: number | undefined;
  watch(ask, (next) => {
    window.clearTimeout(timer);
    timer = window.setTimeout(() => {
      settled.value = next;
      sessionStorage.setItem(KEPT, JSON.stringify(question));
      if (route.path === "/mix" && next) void router.replace({ query: told(next) as never });
    }, SETTLE_MS);
  });
  return { question, settled, begin };
}
