/** What went wrong, sorted: each field's own message, and what belongs to the whole. */
import { computed, type Ref } from "vue";
import { Problem } from "@/api/client";

export function useTrouble(error: Ref<Error | null>) {
  const errors = computed<Record<string, string>>(() =>
    error.value instanceof Problem ? error.value.fields : {},
  );
  const trouble = computed(() => {
    if (!error.value || Object.keys(errors.value).length > 0) return "";
    const detail = error.value instanceof Problem ? error.value.detail : "";
    return `${error.value.message} ${detail}`.trim();
  });
  return { errors, trouble };
}
