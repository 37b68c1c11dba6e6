/** How wide something is drawn, as it is laid out: drawings keep their letters at one size on any screen. */
import { useElementSize } from "@vueuse/core";
import { computed, type Ref } from "vue";

export function useWidth(element: Ref<HTMLElement | null>, first = 640): Ref<number> {
  const { width } = useElementSize(element);
  return computed(() => width.value || first);
}
