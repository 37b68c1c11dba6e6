/**
 * The one client. Every operation goes by its name in the API's own description: its address, its parameters and
 * its answer are made from that. A failure is thrown as Problem.
 *
 *     await call("lot", { path: { pk: 7 } })
 *     await call("add_lot", { body })
 */
import { ref } from "vue";
import { monotonic } from "@/parts/monotonic";
import { draftOf, dropDraft } from "./drafts";
import { ADDRESSES } from "./generated/addresses";
import type { operations } from "./generated/schema";
import { mark, MARK_HEADER } from "./mark";
import { acknowledge, answerTo, enqueue, fail, MISDIRECTED, type Sent } from "./outbox";
import { hearSteady } from "./steady";

export type Operation = keyof typeof ADDRESSES;

type Content<Part> = Part extends { content: { "application/json": infer Body } }
  ? Body
  : Part extends { content: { "multipart/form-data": unknown } }
    ? FormData
    : undefined;
type Named<Name extends string, Part> = [Part] extends [undefined]
  ? { [Key in Name]?: undefined }
  : { [Key in Name]: Part };
type Path<O extends Operation> = operations[O]["parameters"]["path"];
type Body<O extends Operation> = operations[O] extends { requestBody: infer Part }
  ? Content<Part>
  : undefined;
type Answer<O extends Operation> = operations[O]["responses"] extends { 200: infer Part }
  ? Part
  : operations[O]["responses"] extends { 201: infer Part }
    ? Part
    : undefined;

/** What an operation takes: the parts of its path, its query, its body. */
export type Input<O extends Operation> = Named<"path", Exclude<Path<O>, undefined>> &
  Named<"body", Body<O>> & { query?: operations[O]["parameters"]["query"] };
/** What it answers. */
export type Output<O extends Operation> = Content<Answer<O>>;

export interface CallOptions {
  signal?: AbortSignal;
  /** Whether it is kept in the outbox until it is answered: what only asks is not, nor what sees to that itself. */
  kept?: boolean;
}

/** What went wrong, in the job's words, with each field's own message; `now`: the row as it is, if it moved. */
export class Problem extends Error {
  readonly status: number;
  readonly detail: string;
  readonly fields: Record<string, string>;
  readonly now: unknown;
  /** The outbox sends it again by itself: nobody else does. */
  readonly waited: boolean;

  constructor(
    title: string,
    status: number,
    detail = "",
    {
      fields = {},
      now = null,
      waited = false,
    }: Partial<Pick<Problem, "fields" | "now" | "waited">> = {},
  ) {
    super(title);
    this.status = status;
    this.detail = detail;
    this.fields = fields;
    this.now = now;
    this.waited = waited;
  }
}

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((pair) => pair.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

interface ProblemBody {
  title?: string;
  detail?: string;
  errors?: { field: string; message: string }[];
  now?: unknown;
}

/** What an answer that is a refusal says. */
export async function problemOf(
  response: Response,
  more: { waited?: boolean } = {},
): Promise<Problem> {
  const body = (await response.json().catch(() => ({}))) as ProblemBody;
  const fields = Object.fromEntries((body.errors ?? []).map((e) => [e.field, e.message]));
  const title = body.title ?? "Eyebright did not answer.";
  return new Problem(title, response.status, body.detail ?? "", {
    fields,
    now: body.now ?? null,
    ...more,
  });
}

/** The page that the server has, by its own mark: another than at first is a new version. */
export const newVersion = ref(false);
let page = "";
function noteVersion(response: Response): void {
  const now = response.headers.get("Eyebright-Page") ?? "";
  if (page && now && now !== page) newVersion.value = true;
  page ||= now;
}

/** Another household answers at this address: this page, and what was typed in it, belong to the one before. */
export const otherHousehold = ref(false);
function noteHousehold(response: Response): void {
  const now = response.headers.get(MARK_HEADER) ?? "";
  if (mark && now && now !== mark) otherHousehold.value = true;
}

/** And above: the server is not there, whoever answers in its place. */
export const GONE = 502;
const FULL = 507;
const isGone = (status: number) => status >= GONE && status !== FULL;
const NOTHING = 204;
const BROKEN_OFF = "AbortError";

/** Do an operation. */
export async function call<O extends Operation>(
  operation: O,
  input?: Input<O>,
  { signal, kept = true }: CallOptions = {},
): Promise<Output<O>> {
  const [method, template] = ADDRESSES[operation];
  const { path, query, body } = (input ?? {}) as Record<"path" | "query", object | undefined> & {
    body?: unknown;
  };
  const address = addressOf(template, path);
  const form = body instanceof FormData;
  const text = body === undefined || form ? "" : JSON.stringify(body);
  const writes = method === "POST" || method === "PATCH";
  const typed = draftOf(`${method} ${address}`) !== null;
  const sent = kept && writes && !form ? enqueue(method, address, text, typed) : null;
  const [at, askedAt] = [Date.now(), monotonic()];
  /** Nobody answered: what is kept is sent again by the outbox, and waited for here for a while. */
  const answeredLate = async (): Promise<Response | null> => {
    fail(sent);
    return sent && answerTo(sent);
  };
  const lost = async (error: unknown): Promise<Response> => {
    if (error instanceof DOMException && error.name === BROKEN_OFF) {
      acknowledge(sent);
      throw error;
    }
    const late = await answeredLate();
    if (late) return late;
    throw new Problem(
      "Eyebright cannot be reached.",
      0,
      "Is it still running? What you typed is kept, and saved as soon as it answers.",
      { waited: sent !== null },
    );
  };
  let response = await fetch(address + queryOf(query), {
    method,
    signal,
    headers: headersOf(method, text, sent?.key ?? (form ? keyOf(body) : ""), sent?.steady),
    body: form ? body : text || undefined,
  }).catch(lost);
  if (isGone(response.status)) response = (await answeredLate()) ?? response;
  noteVersion(response);
  noteHousehold(response);
  const steady = response.headers.get("Eyebright-Steady");
  if (steady) hearSteady(Number(steady), askedAt);
  // An answer that breaks off half way is none: nobody knows what it said.
  const answer = await contentOf<O>(response).catch(async (error: unknown) => {
    response = await lost(error);
    return contentOf<O>(response);
  });
  if (!isGone(response.status) && response.status !== MISDIRECTED) acknowledge(sent);
  if (!response.ok) throw await problemOf(response, { waited: sent !== null });
  if (method !== "GET") dropDraft(`${method} ${address}`, at);
  if (answer === undefined) return undefined as Output<O>;
  return answer;
}

/** What an answer says; nothing where it refuses, or says nothing. */
const contentOf = async <O extends Operation>(
  response: Response,
): Promise<Output<O> | undefined> => {
  if (!response.ok || response.status === NOTHING) return undefined;
  const json = (response.headers.get("Content-Type") ?? "").includes("json");
  return (await (json ? response.json() : response.blob())) as Output<O>;
};

/** The key of a form with a file: the same for every try, for as long as this page has the form. */
const forms = new WeakMap<FormData, string>();
function keyOf(form: FormData): string {
  const key = forms.get(form) ?? crypto.randomUUID();
  forms.set(form, key);
  return key;
}

function addressOf(template: string, path: object = {}): string {
  return Object.entries(path).reduce(
    (address, [name, value]) => address.replace(`{${name}}`, encodeURIComponent(String(value))),
    template,
  );
}

function queryOf(query: object = {}): string {
  const said = new URLSearchParams();
  for (const [name, value] of Object.entries(query))
    for (const one of Array.isArray(value) ? value : [value])
      if (one !== null && one !== undefined) said.append(name, String(one));
  return said.size ? `?${said}` : "";
}

function headersOf(
  method: string,
  text: string,
  key: string,
  pressed?: number | null,
): Record<string, string> {
  return {
    ...(mark ? { [MARK_HEADER]: mark } : {}),
    ...(method === "GET" ? {} : { "X-CSRFToken": cookie("csrftoken") }),
    ...(text ? { "Content-Type": "application/json" } : {}),
    ...(key ? { "Idempotency-Key": key } : {}),
    ...(pressed ? { "Eyebright-Pressed": String(pressed) } : {}),
  };
}

/** Send a call once more, as it went out. */
export const sendAgain = ({ method, path, body, key, steady }: Sent): Promise<Response> =>
  fetch(path, { method, body: body || undefined, headers: headersOf(method, body, key, steady) });

/** A file as it is sent, under the name of its field. */
export function asForm(field: string, file: File): FormData {
  const form = new FormData();
  form.append(field, file);
  return form;
}
