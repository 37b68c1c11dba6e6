import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { keptApart, unsent } from "@/api/unsent";

type Outbox = typeof import("@/api/outbox");
const KEPT = "eyebright-sent ";
const names = () => Object.keys(localStorage).filter((name) => name.startsWith(KEPT));

/** A window of its own: the module anew, over the same storage. */
async function opened(): Promise<Outbox> {
  vi.resetModules();
  return import("@/api/outbox");
}

describe("what was sent and not answered", () => {
  const answers = vi.fn<() => Promise<Response>>();
  beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
    answers.mockReset();
    vi.stubGlobal("fetch", answers);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  it("keeps the moment of its press, however late it is heard", async () => {
    const { enqueue, fail } = await opened();
    const { hearSteady } = await import("@/api/steady");
    const { monotonic } = await import("@/parts/monotonic");
    const { sendAgain } = await import("@/api/client");
    hearSteady(5_000, monotonic());
    const sent = enqueue("POST", "/api/x", "{}");
    fail(sent);
    vi.advanceTimersByTime(90_000);
    expect(enqueue("POST", "/api/x", "{}").steady).toBe(sent.steady);
    answers.mockResolvedValue(new Response("{}"));
    await sendAgain(sent);
    const [, how] = answers.mock.calls.at(-1) as unknown as [string, RequestInit];
    expect(Number(new Headers(how.headers).get("Eyebright-Pressed"))).toBeCloseTo(5_000, 0);
  });
  it("is in the storage until it is answered", async () => {
    const { enqueue, acknowledge } = await opened();
    const sent = enqueue("POST", "/api/x", "{}");
    expect(names()).toHaveLength(1);
    acknowledge(sent);
    expect(names()).toEqual([]);
  });

  it("is added once: the next try of what failed goes out with the same key", async () => {
    const { enqueue, fail } = await opened();
    const sent = enqueue("POST", "/api/x", '{"name":"a"}', true);
    fail(sent);
    expect(enqueue("POST", "/api/x", '{"name":"b"}', true).key).toBe(sent.key);
  });

  it("of acts that no form sends, each is kept with its own key, and sent in order", async () => {
    const { enqueue, fail, resume } = await opened();
    const bodies: string[] = [];
    const again = vi.fn((sent: { body: string }) => {
      bodies.push(sent.body);
      return Promise.resolve(new Response("{}", { status: 200 }));
    });
    resume(again, vi.fn());
    answers.mockResolvedValue(new Response(""));
    const [start, end] = ['{"do":"start"}', '{"do":"end"}'].map((body) => {
      const sent = enqueue("POST", "/api/x/1", body);
      fail(sent);
      return sent;
    });
    expect(start?.key).not.toBe(end?.key);
    expect(names()).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(bodies).toEqual(['{"do":"start"}', '{"do":"end"}']);
    expect(names()).toEqual([]);
  });

  it("stays kept while another household is open", async () => {
    const { enqueue, fail, resume } = await opened();
    resume(() => Promise.resolve(new Response("{}", { status: 421 })), vi.fn());
    answers.mockResolvedValue(new Response(""));
    fail(enqueue("POST", "/api/x", "{}"));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(names()).toHaveLength(1);
  });

  it("of a change, the next one holds the one before it", async () => {
    const { enqueue, fail } = await opened();
    const first = enqueue("PATCH", "/api/x/1", '{"name":"a"}', true);
    fail(first);
    const next = enqueue("PATCH", "/api/x/1", '{"name":"b"}', true);
    expect(next.key).not.toBe(first.key);
    expect(names()).toHaveLength(1);
  });

  it("goes out once more when the server answers again, and with growing pauses", async () => {
    const { enqueue, fail, resume, reached } = await opened();
    const again = vi.fn(() => Promise.resolve(new Response("{}", { status: 200 })));
    const heard = vi.fn();
    resume(again, heard);
    answers.mockRejectedValueOnce(new TypeError()).mockRejectedValueOnce(new TypeError());
    answers.mockResolvedValue(new Response(""));
    const sent = enqueue("POST", "/api/x", "{}");
    fail(sent);
    expect(reached.value).toBe(false);
    await vi.advanceTimersByTimeAsync(1_000); // refused
    await vi.advanceTimersByTimeAsync(1_999);
    expect(answers).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(1); // refused
    await vi.advanceTimersByTimeAsync(4_000);
    expect(again).toHaveBeenCalledExactlyOnceWith({ ...sent, failed: true });
    expect(heard).toHaveBeenCalledOnce();
    expect(reached.value).toBe(true);
    expect(names()).toEqual([]);
  });

  it("is kept where the server answers that it is broken", async () => {
    const { enqueue, fail, resume } = await opened();
    const again = vi.fn(() => Promise.resolve(new Response("", { status: 500 })));
    resume(again, vi.fn());
    answers.mockResolvedValue(new Response(""));
    fail(enqueue("POST", "/api/x", "{}"));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(again).toHaveBeenCalledOnce();
    expect(names()).toHaveLength(1);
  });

  it("is taken up by the next window, silent where nobody saw it fail, and not after two days", async () => {
    const gone = await opened();
    gone.enqueue("POST", "/api/x", "{}");
    await vi.advanceTimersByTimeAsync(1);
    const next = await opened();
    const again = vi.fn(() => Promise.resolve(new Response("{}")));
    answers.mockResolvedValue(new Response(""));
    next.resume(again, vi.fn());
    await vi.advanceTimersByTimeAsync(1_000);
    expect(again).toHaveBeenCalledWith(expect.objectContaining({ silent: true, path: "/api/x" }));

    gone.enqueue("POST", "/api/y", "{}");
    await vi.advanceTimersByTimeAsync(2 * 86_400_000 + 1);
    const late = await opened();
    const never = vi.fn(() => Promise.resolve(new Response("{}")));
    late.resume(never, vi.fn());
    await vi.advanceTimersByTimeAsync(20_000);
    expect(never).not.toHaveBeenCalled();
    expect(names()).toEqual([]);
  });

  it("answers whoever waits for it, and nobody hears of it a second time", async () => {
    const { answerTo, enqueue, fail, resume } = await opened();
    const late = vi.fn();
    resume(() => Promise.resolve(new Response("kept")), late);
    answers.mockResolvedValue(new Response(""));
    const sent = enqueue("POST", "/api/x", "{}");
    fail(sent);
    const both = Promise.all([answerTo(sent), answerTo(sent)]);
    await vi.advanceTimersByTimeAsync(1_000);
    const said = (await both).map((one) => one?.text());
    expect(await Promise.all(said)).toEqual(["kept", "kept"]);
    expect(late).not.toHaveBeenCalled();
  });

  it("is heard as late where nobody waits any more", async () => {
    const { answerTo, enqueue, fail, resume } = await opened();
    const late = vi.fn();
    resume(() => Promise.resolve(new Response("kept")), late);
    answers.mockRejectedValue(new TypeError());
    const sent = enqueue("POST", "/api/x", "{}");
    fail(sent);
    const none = answerTo(sent);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(await none).toBeNull();
    answers.mockResolvedValue(new Response(""));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(late).toHaveBeenCalledOnce();
  });

  it("stays silent through a window that goes before it was sent once more", async () => {
    const gone = await opened();
    gone.enqueue("POST", "/api/x", "{}");
    (await opened()).resume(() => Promise.reject(new TypeError()), vi.fn());
    const again = vi.fn(() => Promise.resolve(new Response("{}")));
    answers.mockResolvedValue(new Response(""));
    const third = await opened();
    third.resume(again, vi.fn());
    await vi.advanceTimersByTimeAsync(1_000);
    expect(again).toHaveBeenCalledWith(expect.objectContaining({ silent: true }));
  });
});

describe("what an older page left", () => {
  beforeEach(() => localStorage.clear());

  it("is read by the names of today, and no text of it is touched", () => {
    const said = 'rub it in: "stuff": all';
    const draft = { version: 1, at: 5, base: {} };
    localStorage.setItem(
      `${unsent("draft").prefix}3`,
      JSON.stringify({ ...draft, entered: { lines: [{ stuff: "lot-1" }], said } }),
    );
    const entered = { lines: [{ supply_key: "lot-1" }], said };
    expect(unsent("draft").get("3")).toEqual({ ...draft, entered });
  });

  it("is used nowhere where it cannot be read, and is kept", async () => {
    const press = { id: "b", run: 1, at: 1, n: 1, body: {}, says: "", tried: false };
    const broken = ["{}", "5", "null", "no text", JSON.stringify({ ...press, operation: "nope" })];
    broken.forEach((text, place) =>
      localStorage.setItem(`${unsent("press").prefix}1 ${place}`, text),
    );
    localStorage.setItem(`${unsent("sent").prefix}w k`, '{"key":1}');
    localStorage.setItem(
      `${unsent("press").prefix}1 b`,
      JSON.stringify({ ...press, operation: "press_step" }),
    );
    const again = vi.fn(() => Promise.resolve(new Response("{}")));
    (await opened()).resume(again, vi.fn());
    expect(again).not.toHaveBeenCalled();
    expect(keptApart().map((one) => one.readable)).toEqual(Array(6).fill(false));
    expect(unsent("press").get("1 b")).toMatchObject({ id: "b" });
  });
});
