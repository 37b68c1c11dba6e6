/**
 * Words on what was just done, one under the other. With a way back one stays until it is closed, or until
 * newer ones take its place: what was removed stands in Settings then. Without, it goes after a while.
 */
import { ref } from "vue";

const SECONDS = 12;
const MOST = 4;

export interface Notice {
  id: number;
  words: string;
  undo?: () => unknown;
  /** What the way back is called. */
  back: string;
}

export const notices = ref<Notice[]>([]);
let last = 0;

export function tell(words: string, undo?: () => unknown, back = "Undo"): void {
  const id = (last += 1);
  const others = notices.value.filter((one) => one.undo || one.words !== words);
  notices.value = [...others, { id, words, back, ...(undo ? { undo } : {}) }].slice(-MOST);
  if (!undo) window.setTimeout(() => dismiss(id), SECONDS * 1000);
}

/** Do it and say so, with the way back; what went wrong is said instead. */
export async function tellOf(
  words: string,
  doing: () => Promise<unknown>,
  undo: () => Promise<unknown>,
  back?: string,
): Promise<boolean> {
  try {
    await doing();
  } catch (error) {
    tell(error instanceof Error ? error.message : String(error));
    return false;
  }
  tell(words, () => undo().catch((error: Error) => tell(error.message)), back);
  return true;
}

export function dismiss(id: number): void {
  notices.value = notices.value.filter((one) => one.id !== id);
}
