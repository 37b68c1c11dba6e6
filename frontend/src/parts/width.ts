/** How wide something is drawn, as it is laid out: drawings keep their letters at one size on any screen. */
import { onMounted, onUnmounted, ref, type Ref } from "vue";

export function useWidth(element: Ref<HTMLElement | null>, first = 640): Ref<number> {
  const width = ref(first);
  let watching: ResizeObserver | undefined;
  onMounted(() => {
    if (!element.value) return;
    watching = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) width.value = entry.contentRect.width;
    });
    watching.observe(element.value);
  });
  onUnmounted(() => watching?.disconnect());
  return width;
}
