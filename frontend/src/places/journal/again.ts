/** The question of an entry, as Mix takes it: to mix the same again, at this volume or another. */
import type { Entry } from "@/api/types";
import { word } from "@/places/mix/address";

export function again({ rinse, head }: Entry) {
  return {
    path: "/mix",
    query: {
      line: rinse.lines.map(word),
      ...(head === null ? {} : { head: String(head) }),
      ...(rinse.fill === null ? {} : { volume: String(rinse.fill), unit: "mL" }),
      aim: rinse.aim === null ? "" : String(rinse.aim),
      use: rinse.use,
      last: rinse.last ? "yes" : "no",
      minutes: String(rinse.minutes),
    },
  };
}
