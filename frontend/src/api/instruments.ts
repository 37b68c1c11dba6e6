/** Server state of the instruments: which there are, how they are calibrated, and how they are played. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, type MaybeRefOrGetter, toValue } from "vue";
import { api, at, taken, type CalibrationIn, type InstrumentIn } from "./client";
import type { Saving } from "./shelf";

export const useInstruments = () =>
  useQuery({ queryKey: ["instruments"], queryFn: () => taken(api.GET("/api/instruments")) });

/** Kitchen standards, and the pH of each at this temperature. */
export const useStandards = (temperature: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ["standards", toValue(temperature)]),
    queryFn: () =>
      taken(
        api.GET("/api/instruments/standards", {
          params: { query: { temperature: toValue(temperature) } },
        }),
      ),
    retry: false,
  });

function useInstrumentChange<Input, Output>(change: (input: Input) => Promise<Output>) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => cache.invalidateQueries({ queryKey: ["instruments"] }),
  });
}

export const useSaveInstrument = () =>
  useInstrumentChange(({ id, body }: Saving<InstrumentIn>) =>
    id === undefined
      ? taken(api.POST("/api/instruments", { body }))
      : taken(api.PATCH("/api/instruments/{pk}", { ...at(id), body: body as never })),
  );
export const useRemoveInstrument = () =>
  useInstrumentChange((id: number) => taken(api.DELETE("/api/instruments/{pk}", at(id))));
export const useRestoreInstrument = () =>
  useInstrumentChange((id: number) => taken(api.POST("/api/instruments/{pk}/restore", at(id))));

export const useCalibrate = () =>
  useInstrumentChange(({ id, body }: { id: number; body: CalibrationIn }) =>
    taken(api.POST("/api/instruments/{pk}/calibrations", { ...at(id), body })),
  );
export const useRemoveCalibration = () =>
  useInstrumentChange((id: number) =>
    taken(api.DELETE("/api/instruments/calibrations/{pk}", at(id))),
  );
export const useRestoreCalibration = () =>
  useInstrumentChange((id: number) =>
    taken(api.POST("/api/instruments/calibrations/{pk}/restore", at(id))),
  );

export interface Played {
  put?: number | null;
  tare?: boolean;
  plug?: "in" | "out" | "frozen" | null;
}
export const usePlay = () =>
  useInstrumentChange(({ id, body }: { id: number; body: Played }) =>
    taken(api.POST("/api/instruments/{pk}/play", { ...at(id), body: { tare: false, ...body } })),
  );
