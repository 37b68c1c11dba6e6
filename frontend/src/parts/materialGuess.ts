/** What a name gives away of a material, and what a person answers over it: one for every form that adds one. */
import { computed, ref, watch, type Ref } from "vue";
import { useGuess } from "@/api/shelf";

/** `answered`: what it carries, as it was answered; until then as its name says. */
export function useMaterialGuess(
  name: () => string,
  kind: Ref<string>,
  answered = ref<string[] | null>(null),
) {
  const guess = useGuess(name);
  const carries = computed({
    get: () => answered.value ?? guess.data.value?.hazards ?? [],
    set: (keys: string[]) => (answered.value = keys),
  });
  watch(
    () => guess.data.value?.kind,
    (found) => {
      if (found && !kind.value) kind.value = found;
    },
  );
  return { guess: computed(() => guess.data.value), carries };
}
