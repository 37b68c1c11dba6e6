/** Server state of Today: asked again every half minute, so that what is to do comes by itself. */
import { useRead } from "./query";

export const useToday = () => useRead("today", undefined, { every: 30_000 });
