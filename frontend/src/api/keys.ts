/** Keys of what goes by the plan and the clock: asked for anew after whatever may move it. */
export const BY_THE_PLAN = [
  "today",
  "plan",
  "planned",
  "calendar",
  "routines",
  "offers",
  "when",
] as const;
