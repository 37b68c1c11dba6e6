/** The pours that have gone over the head so far: kept for as long as the window is open. */
import { useSessionStorage } from "@vueuse/core";
import type { MixAsk } from "@/api/types";

export interface Pouring {
  id: number;
  ask: MixAsk;
  /** mL over the hair, as typed. */
  volume: string;
}

export const poured = useSessionStorage<Pouring[]>("eyebright-chain", []);

export function pourOver(ask: MixAsk, volume: string): void {
  const id = Math.max(0, ...poured.value.map((one) => one.id)) + 1;
  poured.value.push({ id, ask, volume });
}

/** A jug of nothing but this water. */
export const plain = (water: string): MixAsk => ({
  lines: [{ supply_key: water, how: "amount", amount: 1000, unit: "mL", packed: false }],
  unit: "mL",
  use: "rinsed_out",
  last: false,
  minutes: 1,
});

/** A rinse of this acid in this water, worked out for a pH. */
export const rinseOf = (acid: string, water: string, aim: string): MixAsk => ({
  lines: [
    { supply_key: water, how: "fill", unit: "mL", packed: false },
    { supply_key: acid, how: "solve", unit: "mL", packed: false },
  ],
  volume: 500,
  unit: "mL",
  aim,
  use: "rinsed_out",
  last: false,
  minutes: 1,
});
