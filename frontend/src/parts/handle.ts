/** A handle on a drawing that sets the aim: dragged with a pointer, or moved with the keys. */
import type { Ref } from "vue";

const FINEST = 20; // steps of a pH unit that an aim is set to

interface Handle {
  /** The pH under the pointer, given its place across and down the drawing, each from 0 to 1. */
  under: (across: number, down: number) => number | undefined;
  /** How far each key moves the aim. */
  keys: () => Record<string, number>;
  low: () => number;
  high: () => number;
  aim: () => number | null;
  move: (aim: number) => void;
}

export function useHandle(svg: Ref<SVGSVGElement | null>, handle: Handle) {
  function settle(value: number): void {
    const kept = Math.min(Math.max(value, handle.low()), handle.high());
    handle.move(Math.round(kept * FINEST) / FINEST);
  }

  function drag(event: PointerEvent): void {
    const box = svg.value?.getBoundingClientRect();
    if (!box || event.buttons !== 1) return;
    const value = handle.under(
      (event.clientX - box.left) / box.width,
      (event.clientY - box.top) / box.height,
    );
    if (value !== undefined) settle(value);
  }

  function grip(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    drag(event);
  }

  function key(event: KeyboardEvent): void {
    const step = handle.keys()[event.key];
    const aim = handle.aim();
    if (step === undefined || aim === null) return;
    event.preventDefault();
    settle(aim + step);
  }

  return { grip, drag, key };
}
