/** The time, told anew every second while the page is looked at. */
import { onMounted, onUnmounted, ref, type Ref } from "vue";

export function useNow(every = 1000): Ref<number> {
  const now = ref(Date.now());
  let ticking: number | undefined;
  const tell = () => (now.value = Date.now());
  onMounted(() => {
    ticking = window.setInterval(tell, every);
    document.addEventListener("visibilitychange", tell);
  });
  onUnmounted(() => {
    window.clearInterval(ticking);
    document.removeEventListener("visibilitychange", tell);
  });
  return now;
}
