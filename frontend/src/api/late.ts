/** What was saved at last, long after it was sent: the form that sent it hears of it. */
import { createEventHook } from "@vueuse/core";

export interface SavedLate {
  /** The call that kept it: "POST /api/shelf/lots". */
  call: string;
  body: string;
  row: { id: number; version?: number };
}

export const savedLate = createEventHook<SavedLate>();
