/** A word on what was just done, with the way back. One at a time, gone after a while. */
import { ref } from "vue";

const SECONDS = 12;

export interface Notice {
  words: string;
  undo?: () => unknown;
}

export const notice = ref<Notice | null>(null);
let timer: number | undefined;

export function tell(words: string, undo?: () => unknown): void {
  window.clearTimeout(timer);
  notice.value = undo ? { words, undo } : { words };
  timer = window.setTimeout(dismiss, SECONDS * 1000);
}

export function dismiss(): void {
  window.clearTimeout(timer);
  notice.value = null;
}
