/**
 * What went wrong, sorted: each field's own message, and what belongs to the whole.
 *
 *     const { errors, trouble } = useTrouble(save.error);
 *     errors.name     the message of this field: whoever reads it shows it beside the field
 *     trouble         everything else, so that no message goes missing where its field is not on the page
 */
import { computed, shallowReactive, type Ref } from "vue";
import { Problem } from "@/api/client";

/** What another window changed meanwhile is shown by who sent it: `edit.ts`. */
const OTHER_WINDOW = "version";

export function useTrouble(error: Ref<Error | null>) {
  const shown = shallowReactive(new Set<string | symbol>([OTHER_WINDOW]));
  const problem = computed(() => (error.value instanceof Problem ? error.value : null));
  const fields = computed(() => problem.value?.fields ?? {});
  const errors = computed<Record<string, string>>(
    () =>
      new Proxy(fields.value, {
        get(all, name) {
          shown.add(name);
          return Reflect.get(all, name) as unknown;
        },
      }),
  );
  const trouble = computed(() => {
    if (!error.value) return "";
    const messages = Object.entries(fields.value);
    if (!messages.length) return `${error.value.message} ${problem.value?.detail ?? ""}`.trim();
    const elsewhere = messages.filter(([name]) => !shown.has(name)).map(([, message]) => message);
    return [...new Set(elsewhere)].join(" ");
  });
  return { errors, trouble };
}
