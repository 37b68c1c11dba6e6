/** The question of an entry, as Mix takes it: to mix the same again, at this volume or another. */
import type { Entry } from "@/api/client";

export function again({ rinse, head }: Entry) {
  return {
    path: "/mix",
    query: {
      ...(head === null ? {} : { head: String(head) }),
      acid: String(rinse.acid),
      water: String(rinse.water),
      volume: String(rinse.volume),
      unit: "mL",
      aim: String(rinse.aim),
      use: rinse.use,
      minutes: String(rinse.minutes),
    },
  };
}
