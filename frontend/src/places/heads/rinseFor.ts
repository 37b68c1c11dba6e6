/** The question that opens Mix with a rinse for this head, at the pH it asks for or another. */
import type { Asks } from "@/api/types";

export function rinseFor(head: number, asks: Asks, aim = asks.rinse.ph.value) {
  return {
    path: "/mix",
    query: {
      head: String(head),
      volume: String(asks.rinse.pour),
      unit: "mL",
      aim: String(aim),
      use: asks.rinse.use,
      minutes: String(asks.rinse.minutes.high),
    },
  };
}
