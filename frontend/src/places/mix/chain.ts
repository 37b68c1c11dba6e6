/** The pours that have gone over the head so far: kept for as long as the window is open. */
import { ref, watch } from "vue";
import type { MixAsk } from "@/api/types";

export interface Pouring {
  id: number;
  ask: MixAsk;
  /** mL over the hair, as typed. */
  volume: string;
}

const KEPT = "eyebright-chain";

function kept(): Pouring[] {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? "[]") as Pouring[];
  } catch {
    return [];
  }
}

export const poured = ref<Pouring[]>(kept());
watch(poured, (now) => sessionStorage.setItem(KEPT, JSON.stringify(now)), { deep: true });

export function pourOver(ask: MixAsk, volume: string): void {
  const id = Math.max(0, ...poured.value.map((one) => one.id)) + 1;
  poured.value.push({ id, ask, volume });
}

/** A jug of nothing but this water. */
export const plain = (water: string): MixAsk => ({
  lines: [{ stuff: water, how: "amount", amount: 1000, unit: "mL", packed: false }],
  unit: "mL",
  use: "rinsed_out",
  last: false,
  minutes: 1,
});

/** A rinse of this acid in this water, worked out for a pH. */
export const rinseOf = (acid: string, water: string, aim: string): MixAsk => ({
  lines: [
    { stuff: water, how: "fill", unit: "mL", packed: false },
    { stuff: acid, how: "solve", unit: "mL", packed: false },
  ],
  volume: 500,
  unit: "mL",
  aim,
  use: "rinsed_out",
  last: false,
  minutes: 1,
});
