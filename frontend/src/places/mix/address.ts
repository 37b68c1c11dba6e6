/** A question as an address carries it, one `line` a line: `water-1~fill`, `lot-3~2~tbsp`, `lot-4~2~tsp~packed`. */
import type { LocationQuery } from "vue-router";
import type { MixAsk } from "@/api/types";
import { nextId, type Line } from "./lines";

export interface Question {
  lines: Line[];
  /** Whose head it is for, by id; null for nobody in particular. */
  head: number | null;
  /** What it is mixed in, by id; null where that does not matter. */
  vessel: number | null;
  volume: string;
  unit: string;
  /** Empty where nothing is aimed for. */
  aim: string;
  use: MixAsk["use"];
  /** Whether this is the last step. */
  last: boolean;
  minutes: string;
}

interface Carried {
  supply_key: string;
  how: Line["how"];
  amount: number | string | null;
  unit: string;
  packed: boolean;
}

/** A line as a word of the address. */
export function word(line: Carried): string {
  const much = line.how === "amount" ? (line.amount ?? "") : line.how;
  return [line.supply_key, much, line.unit, ...(line.packed ? ["packed"] : [])].join("~");
}

function fromWord(text: string): Line {
  const [supply_key = "", much = "", unit = "mL", packed] = text.split("~");
  const how = much === "fill" || much === "solve" ? much : "amount";
  return {
    id: nextId(),
    supply_key,
    how,
    amount: how === "amount" ? much : "",
    unit,
    packed: packed === "packed",
  };
}

/** What an address says of a question. */
export function read(query: LocationQuery): Partial<Question> {
  const text = (name: string) => (typeof query[name] === "string" ? query[name] : undefined);
  const id = (name: string) =>
    /^\d{1,9}$/.test(text(name) ?? "") ? Number(text(name)) : undefined;
  const words = [query["line"] ?? []].flat().filter((one) => one !== null);
  const found = {
    lines: words.length ? words.map(fromWord) : undefined,
    head: id("head"),
    vessel: id("vessel"),
    volume: text("volume"),
    unit: text("unit"),
    aim: text("aim"),
    use: text("use") && (text("use") === "left_in" ? "left_in" : "rinsed_out"),
    last: text("last") === undefined ? undefined : text("last") === "yes",
    minutes: text("minutes"),
  };
  return Object.fromEntries(Object.entries(found).filter(([, value]) => value !== undefined));
}

/** The address of a question; what is nobody's and nowhere is left out. */
export function asQuery({ lines, head, vessel, last, ...plain }: Question) {
  return {
    line: lines.map(word),
    ...(head === null ? {} : { head: String(head) }),
    ...(vessel === null ? {} : { vessel: String(vessel) }),
    ...(last ? { last: "yes" } : {}),
    ...plain,
  };
}
