/** A word on what was just done. With a way back it stays until closed; else it goes after a while. */
import { ref } from "vue";

const SECONDS = 12;

export interface Notice {
  words: string;
  undo?: () => unknown;
  /** What the way back is called. */
  back: string;
}

export const notice = ref<Notice | null>(null);
let timer: number | undefined;

export function tell(words: string, undo?: () => unknown, back = "Undo"): void {
  window.clearTimeout(timer);
  notice.value = undo ? { words, undo, back } : { words, back };
  if (!undo) timer = window.setTimeout(dismiss, SECONDS * 1000);
}

/** Do it and say so, with the way back; what went wrong is said instead. */
export async function tellOf(
  words: string,
  doing: () => Promise<unknown>,
  undo: () => Promise<unknown>,
  back?: string,
): Promise<boolean> {
  dismiss(); // the way back from what was done before is not the way back from this
  try {
    await doing();
  } catch (error) {
    tell(error instanceof Error ? error.message : String(error));
    return false;
  }
  tell(words, () => undo().catch((error: Error) => tell(error.message)), back);
  return true;
}

export function dismiss(): void {
  window.clearTimeout(timer);
  notice.value = null;
}
