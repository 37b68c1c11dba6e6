/** Steps back and forth over what is typed: what is typed in one go is one step. */
import { useDebounceFn, useManualRefHistory } from "@vueuse/core";
import { computed, type Ref } from "vue";
import { copy } from "@/parts/merge";

const GROUPED_MS = 600; // keystrokes within it are one step back
const STEPS_BACK = 100;

export function useSteps<Value>(value: Ref<Value>) {
  const history = useManualRefHistory(value, { clone: copy, capacity: STEPS_BACK });
  const moved = computed(
    () => JSON.stringify(value.value) !== JSON.stringify(history.last.value.snapshot),
  );

  /** What stood there before is one step back. */
  function group(): void {
    if (moved.value) history.commit();
  }

  return {
    group,
    groupSoon: useDebounceFn(group, GROUPED_MS),
    /** No step leads back beyond what stands there now. */
    begin(): void {
      group();
      history.clear();
    },
    undo(): void {
      group();
      history.undo();
    },
    redo(): void {
      group();
      history.redo();
    },
    canUndo: computed(() => history.canUndo.value || moved.value),
    canRedo: history.canRedo,
  };
}
