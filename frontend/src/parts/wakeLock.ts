/** Keep the screen awake while a screen is shown, where the browser can. */
import { onMounted, onUnmounted } from "vue";

export function useAwake(): void {
  let lock: WakeLockSentinel | undefined;

  async function hold(): Promise<void> {
    if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
    lock = await navigator.wakeLock.request("screen").catch(() => undefined);
  }

  onMounted(() => {
    void hold();
    document.addEventListener("visibilitychange", hold);
  });
  onUnmounted(() => {
    document.removeEventListener("visibilitychange", hold);
    void lock?.release();
  });
}
