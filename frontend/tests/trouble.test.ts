import { computed, effectScope, ref, watchEffect } from "vue";
import { describe, expect, it } from "vitest";
import { Problem } from "@/api/client";
import { useTrouble } from "@/parts/trouble";

const refused = (fields: Record<string, string>) =>
  new Problem("Something needs another look.", 422, "See below.", { fields });

describe("what went wrong", () => {
  it("is said beside the field that shows it, and nowhere else", () => {
    const error = ref<Error | null>(null);
    const { errors, trouble } = useTrouble(error);
    const beside = computed(() => errors.value["name"]);
    expect([beside.value, trouble.value]).toEqual([undefined, ""]);
    error.value = refused({ name: "It needs a name." });
    expect([beside.value, trouble.value]).toEqual(["It needs a name.", ""]);
  });

  it("is said of the whole where no field shows it", () => {
    const error = ref<Error | null>(refused({ "lines.0.amount": "How much citric acid?" }));
    const { errors, trouble } = useTrouble(error);
    expect(errors.value["formula"]).toBeUndefined();
    expect(trouble.value).toBe("How much citric acid?");
    error.value = refused({});
    expect(trouble.value).toBe("Something needs another look. See below.");
  });

  it("goes to its field once one shows it", () => {
    const { errors, trouble } = useTrouble(ref(refused({ name: "It needs a name." })));
    const said: string[] = [];
    const scope = effectScope();
    scope.run(() => watchEffect(() => said.push(trouble.value), { flush: "sync" }));
    expect(Object.values(errors.value)).toEqual(["It needs a name."]);
    expect(said).toEqual(["It needs a name.", ""]);
    scope.stop();
  });
});
