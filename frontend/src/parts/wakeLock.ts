/** Keep the screen awake while a screen is shown, where the browser can. */
import { useWakeLock } from "@vueuse/core";

export function useAwake(): void {
  void useWakeLock()
    .request("screen")
    .catch(() => null);
}
