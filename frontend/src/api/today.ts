/** Server state of Today: asked again every half minute, so that what is to do comes by itself. */
import { useQuery } from "@tanstack/vue-query";
import { api, taken } from "./client";

const AGAIN_MS = 30_000;

export const useToday = () =>
  useQuery({
    queryKey: ["today"],
    queryFn: () => taken(api.GET("/api/today")),
    refetchInterval: AGAIN_MS,
  });
