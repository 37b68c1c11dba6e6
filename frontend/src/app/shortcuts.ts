/** Keys that work on a screen. None fires while someone is typing or a list is open. */
import { onMounted, onUnmounted, shallowReactive } from "vue";

export interface Shortcut {
  key: string;
  does: string;
  run: () => void;
}

/** Every key that works just now, for the list that `?` shows. */
export const working = shallowReactive<Shortcut[]>([]);

/** Whether this is a field, which has keys of its own. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    target.closest("input, textarea, select, [role=combobox], [role=listbox], dialog[open]") !==
      null
  );
}

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
  const found = working.findLast((shortcut) => shortcut.key === event.key);
  if (!found) return;
  event.preventDefault();
  found.run();
}

window.addEventListener("keydown", onKey);

/** Let these keys work for as long as this component is on screen. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  onMounted(() => working.push(...shortcuts));
  onUnmounted(() => {
    for (const shortcut of shortcuts) working.splice(working.indexOf(shortcut), 1);
  });
}
