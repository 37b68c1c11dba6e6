/** What it is for, and what is on the hair now: kept in the address, so it survives a reload. */
import { reactive, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Today } from "@/api/heads";

export function useToday(): Today {
  const route = useRoute();
  const router = useRouter();
  const listed = (name: string) => [route.query[name] ?? []].flat().map(String);
  const today = reactive<Today>({
    occasion: String(route.query["occasion"] ?? "ordinary"),
    on_scalp: listed("on_scalp"),
    on_strands: listed("on_strands"),
  });
  watch(today, (now) => void router.replace({ query: { ...now } as never }));
  return today;
}
