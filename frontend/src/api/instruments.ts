/** Server state of the instruments: which there are, how they are calibrated, and how they are played. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { ask, byId, saving, useChange, useRead } from "./query";
import type { CalibrationIn, InstrumentIn } from "./types";

const only: { touches: "instruments"[] } = { touches: ["instruments"] };

export const useInstruments = () => useRead("instruments");
/** Kitchen standards, and the pH of each at this temperature. */
export const useStandards = (temperature: MaybeRefOrGetter<number>) =>
  useRead("standards", () => ({ query: { temperature: toValue(temperature) } }), { retry: false });
export const useSaveInstrument = saving<InstrumentIn, "add_instrument", "change_instrument">(
  "add_instrument",
  "change_instrument",
  only,
);
export const useRemoveInstrument = byId("remove_instrument", only);
export const useRestoreInstrument = byId("restore_instrument", only);
export const useCalibrate = () =>
  useChange(
    ({ id, body }: { id: number; body: CalibrationIn }) =>
      call("calibrate", { path: { pk: id }, body }),
    only,
  );
export const useRemoveCalibration = byId("remove_calibration", only);
export const useRestoreCalibration = byId("restore_calibration", only);

export interface Played {
  put?: number | null;
  tare?: boolean;
  plug?: "in" | "out" | "frozen" | null;
}
export const usePlay = () =>
  useChange(
    ({ id, body }: { id: number; body: Played }) =>
      ask("play_instrument", { path: { pk: id }, body: { tare: false, ...body } }),
    only,
  );
