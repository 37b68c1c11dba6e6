import { QueryClient, VueQueryPlugin } from "@tanstack/vue-query";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { createApp, effectScope, type EffectScope } from "vue";
import { call, Problem } from "@/api/client";
import { useChange, useRead } from "@/api/query";

const json = (value: unknown, status = 200) =>
  new Response(JSON.stringify(value), { status, headers: { "Content-Type": "application/json" } });

describe("questions and changes", () => {
  const fetched = vi.fn<(address: string, options: RequestInit) => Promise<Response>>();
  let scope: EffectScope;
  beforeEach(() => {
    localStorage.clear();
    fetched.mockReset();
    vi.stubGlobal("fetch", fetched);
    scope = effectScope();
  });
  afterEach(() => {
    scope.stop();
    vi.unstubAllGlobals();
  });

  /** In a page of its own. */
  function within<Value>(made: () => Value): Value {
    const app = createApp({});
    app.use(VueQueryPlugin, {
      queryClient: new QueryClient({ defaultOptions: { queries: { retry: false } } }),
    });
    return app.runWithContext(() => scope.run(made) as Value);
  }

  it("the path, the question and the key that a call goes out with", async () => {
    fetched.mockImplementation(() => Promise.resolve(json({})));
    await call("fill", { path: { pk: 3 }, body: {} as never });
    const [address, { method, headers }] = fetched.mock.calls[0] ?? ["", {}];
    expect([method, address]).toEqual(["POST", "/api/make/batches/3/containers"]);
    expect(headers).toHaveProperty("Idempotency-Key");
    await call("containers", { query: { ended: false, limit: 200 } });
    expect(fetched.mock.calls[1]?.[0]).toBe("/api/make/containers?ended=false&limit=200");
  });

  it("an answer without words is nothing, one that is no JSON is a file", async () => {
    fetched.mockResolvedValueOnce(new Response(null, { status: 204 }));
    expect(await call("remove_container", { path: { pk: 1 } })).toBeUndefined();
    const pdf = new Response("%PDF-", { headers: { "Content-Type": "application/pdf" } });
    fetched.mockResolvedValueOnce(pdf);
    const strip = await call("batch_strip", { path: { pk: 1 }, query: { vessel: 2 } });
    expect(strip).toBeInstanceOf(Blob);
  });

  it("a refusal says its fields, and what stands there now", async () => {
    const body = {
      title: "No.",
      errors: [{ field: "name", message: "Give it one." }],
      now: { id: 1 },
    };
    fetched.mockResolvedValueOnce(json(body, 409));
    const problem = await call("containers", {}).catch((error: unknown) => error as Problem);
    expect(problem).toMatchObject({
      status: 409,
      fields: { name: "Give it one." },
      now: { id: 1 },
    });
  });

  it("after a change everything is asked for anew, but not what is fixed, even on its way", async () => {
    const waiting: ((found: Response) => void)[] = [];
    fetched.mockImplementation((address) =>
      address.includes("sizes")
        ? new Promise((done) => waiting.push(done))
        : Promise.resolve(json(address)),
    );
    const [sizes, stock, remove] = within(() => [
      useRead("label_sizes", undefined, { fixed: true }),
      useRead("containers", () => ({})),
      useChange((pk: number) => call("remove_container", { path: { pk } })),
    ]);
    await vi.waitFor(() => expect(stock.data.value).toBeDefined());
    await remove.mutateAsync(1);
    const asked = (part: string) =>
      fetched.mock.calls.filter(([to, { method }]) => method === "GET" && to.includes(part));
    await vi.waitFor(() => expect(asked("/containers")).toHaveLength(2));
    expect(waiting).toHaveLength(1);
    waiting[0]?.(json([{ key: "alone" }]));
    await vi.waitFor(() => expect(sizes.data.value).toEqual([{ key: "alone" }]));
  });
});
