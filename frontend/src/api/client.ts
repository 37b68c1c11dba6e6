/** The one client, typed by the API's own description. Failures arrive as Problem. */
import createClient, { type Middleware } from "openapi-fetch";
import { ref } from "vue";
import { dropDraft } from "./drafts";
import type { components, paths } from "./schema";
import { failed, goesOut, wasAnswered } from "./unanswered";

type Schemas = components["schemas"];
export type Figure = Schemas["FigureOut"];
export type Lot = Schemas["LotOut"];
export type LotIn = Schemas["LotIn"];
export type Library = Schemas["LibraryOut"];
export type OwnMaterialIn = Schemas["OwnMaterialIn"];
export type CorrectionIn = Schemas["CorrectionIn"];
export type KeptMaterial = Schemas["KeptMaterialOut"];
export type MaterialPage = Schemas["MaterialPageOut"];
export type Property = Schemas["PropertyOut"];
export type LabelIn = Schemas["LabelIn"];
export type LabelRead = Schemas["LabelOut"];
export type LabelIngredient = Schemas["IngredientOut"];
export type Supply = Schemas["SupplyOut"];
export type Water = Schemas["WaterOut"];
export type WaterIn = Schemas["WaterIn"];
export type WaterKind = Schemas["WaterKindOut"];
export type ProfileIn = Schemas["ProfileIn"];
export type TitrationIn = Schemas["TitrationIn"];
export type Household = Schemas["HouseholdOut"];
export type Vessel = Schemas["VesselOut"];
export type VesselIn = Schemas["VesselIn"];
export type Spoon = Schemas["SpoonOut"];
export type SpoonIn = Schemas["SpoonIn"];
export type StripSet = Schemas["StripSetOut"];
export type StripSetIn = Schemas["StripSetIn"];
export type Read = Schemas["ReadIn"];
export type Reading = Schemas["ReadingOut"];
export type Instrument = Schemas["InstrumentOut"];
export type InstrumentIn = Schemas["InstrumentIn"];
export type CalibrationIn = Schemas["CalibrationIn"];
export type Live = Schemas["LiveOut"];
export type BeginIn = Schemas["BeginIn"];
export type Guess = Schemas["GuessOut"];
export type HouseLimit = Schemas["HouseLimitOut"];
export type StopPassed = Schemas["PassOut"];
export type MixAsk = Schemas["MixAsk"];
export type LineIn = Schemas["LineIn"];
export type Mix = Schemas["MixOut"];
export type Ways = Schemas["WaysOut"];
export type Route = Schemas["RouteOut"];
export type SpoonVersion = Schemas["SpoonVersionOut"];
export type ChainAsk = Schemas["ChainAsk"];
export type Follow = Schemas["FollowOut"];
export type Pour = Schemas["PourOut"];
export type Jug = Schemas["JugOut"];
export type Curve = Schemas["CurveOut"];
export type Caution = Schemas["CautionOut"];
export type Choices = Schemas["ChoicesOut"];
export type Entry = Schemas["EntryOut"];
export type EntryIn = Schemas["EntryIn"];
export type Questions = Schemas["QuestionsOut"];
export type RecordQuestion = Schemas["QuestionOut"];
export type LittleTest = Schemas["LittleTestOut"];
export type Answer = Schemas["HeadIn"]["answers"][string];
export type HeadIn = Schemas["HeadIn"];
export type HeadRow = Schemas["HeadRowOut"];
export type Head = Schemas["HeadOut"];
export type CheckInIn = Schemas["CheckInIn"];
export type Picture = Schemas["PictureOut"];
export type PatchTest = Schemas["PatchTestOut"];
export type Wash = Schemas["WashOut"];
export type Asks = Schemas["AsksOut"];
export type ZoneAsk = Schemas["ZoneOut"];
export type Fit = Schemas["FitOut"];
export type History = Schemas["HistoryOut"];
export type Bench = Schemas["BenchOut"];
export type Formula = Schemas["FormulaIn"];
export type Ingredient = Schemas["IngredientIn"];
export type FormulaStep = Schemas["FormulaStepIn"];
export type KeptFormula = Schemas["FormulaOut"];
export type Assessment = Schemas["AssessmentOut"];
export type FormulaNew = Schemas["FormulaNewIn"];
export type FormulaVersion = Schemas["VersionOut"];
export type ReadLine = Schemas["ReadLineOut"];
export type ReadRecipe = Schemas["ReadOut"];
export type Ask = Schemas["AskOut"];
export type Hit = Schemas["HitOut"];
export type Material = Schemas["MaterialOut"];
export type Propose = Schemas["ProposeIn"];
export type Proposal = Schemas["ProposalOut"];
export type Match = Schemas["MatchOut"];
export type WashLink = Schemas["WashLinkIn"];
export type WashChainIn = Schemas["WashChainIn"];
export type WashChain = Schemas["WashChainOut"];
export type WashReading = Schemas["WashAssessmentOut"];
export type Along = Schemas["LinkResultOut"];
export type Suit = Schemas["SuitOut"];
export type WashChoices = Schemas["WashChoicesOut"];
export type Planned = Schemas["PlannedOut"];
export type PlannedChange = Schemas["PlannedChangeIn"];
export type PlannedPlace = Schemas["PlannedPlaceOut"];
export type PlanWash = Schemas["PlanWashIn"];
export type Plan = Schemas["PlanOut"];
export type Job = Schemas["JobOut"];
export type CalendarDay = Schemas["DayOut"];
export type Routine = Schemas["RoutineOut"];
export type RoutineChange = Schemas["RoutineChangeIn"];
export type NewRoutine = Schemas["NewRoutineIn"];
export type RecordIn = Schemas["RecordIn"];
export type Recorded = Schemas["RecordedOut"];
export type Offer = Schemas["OfferOut"];
export type Run = Schemas["RunOut"];
export type RunRow = Schemas["RunRowOut"];
export type BasinStep = Schemas["BasinStepOut"];
export type BasinClock = Schemas["BasinClockOut"];
export type BasinMark = Schemas["BasinMarkIn"];
export type BasinChange = Schemas["BasinChangeIn"];
export type BeginWash = Schemas["BeginWashIn"];
export type Reviews = Schemas["ReviewsOut"];
export type ReviewTime = Schemas["ReviewTimeOut"];
export type ReviewIn = Schemas["ReviewIn"];
export type TodayItem = Schemas["ItemOut"];
export type NextHead = Schemas["NextHeadOut"];
export type FirstStep = Schemas["FirstStepOut"];
export type OutHours = Schemas["OutIn"];
export type TakenTime = Schemas["TakenTimeOut"];
export type MakeAsk = Schemas["MakeAsk"];
export type Takes = Schemas["TakesOut"];
export type TakeLine = Schemas["TakeLineOut"];
export type Batch = Schemas["BatchOut"];
export type BatchRow = Schemas["BatchRowOut"];
export type BatchLine = Schemas["BatchLineOut"];
export type BatchPour = Schemas["BatchPourOut"];
export type BatchChange = Schemas["BatchChangeIn"];
export type RunStep = Schemas["RunStepOut"];
export type StepCaution = Schemas["StepCautionOut"];
export type StepAct = Schemas["StepActIn"];
export type PourIn = Schemas["PourIn"];
export type Way = Schemas["WayOut"];
export type Container = Schemas["ContainerOut"];
export type TopUp = Schemas["TopUpIn"];
export type ContainerChange = Schemas["ContainerChangeIn"];
export type FillIn = Schemas["FillIn"];
export type ForHead = Schemas["RecipientOut"];
export type RunningClock = Schemas["RunningOut"];
export type Figures = Schemas["FiguresOut"];
export type Removed = Schemas["RemovedOut"];
export type Copies = Schemas["CopiesOut"];
export type Diary = "check-ins" | "little-tests" | "patch-tests" | "washes";
export type Feel = Entry["feel"][number];

/** What went wrong, in the job's words, with each field's own message; `now`: the row as it is, if it moved. */
export class Problem extends Error {
  readonly status: number;
  readonly detail: string;
  readonly fields: Record<string, string>;
  readonly now: unknown;

  constructor(
    title: string,
    status: number,
    detail = "",
    fields: Record<string, string> = {},
    now: unknown = null,
  ) {
    super(title);
    this.status = status;
    this.detail = detail;
    this.fields = fields;
    this.now = now;
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
export async function problemOf(response: Response): Promise<Problem> {
  const body = (await response.json().catch(() => ({}))) as ProblemBody;
  const fields = Object.fromEntries((body.errors ?? []).map((e) => [e.field, e.message]));
  const title = body.title ?? "Eyebright did not answer.";
  return new Problem(title, response.status, body.detail ?? "", fields, body.now ?? null);
}

/** The page that the server has, by its own mark: another than at first is a new version. */
export const newVersion = ref(false);
let mark = "";
function look(response: Response): void {
  const now = response.headers.get("Eyebright-Page") ?? "";
  if (mark && now && now !== mark) newVersion.value = true;
  mark ||= now;
}

const GONE = 502; // and above: the server is not there, whoever answers in its place
const sent = new Map<string, { kept: ReturnType<typeof goesOut>; name: string; at: number }>();

const onEveryCall: Middleware = {
  async onRequest({ request, id }) {
    if (request.method === "GET") return request;
    request.headers.set("X-CSRFToken", cookie("csrftoken"));
    const { pathname } = new URL(request.url);
    const form = (request.headers.get("Content-Type") ?? "").startsWith("multipart/");
    const kept = form ? null : goesOut(request.method, pathname, await request.clone().text());
    if (kept) request.headers.set("Idempotency-Key", kept.key);
    sent.set(id, { kept, name: `${request.method} ${pathname}`, at: Date.now() });
    return request;
  },
  async onResponse({ response, id }) {
    look(response);
    const call = sent.get(id);
    sent.delete(id);
    if (response.status >= GONE && response.status !== 507) failed(call?.kept ?? null);
    else wasAnswered(call?.kept ?? null);
    if (!response.ok) throw await problemOf(response);
    if (call) dropDraft(call.name, call.at);
    return response;
  },
  onError({ error, id }) {
    const call = sent.get(id);
    sent.delete(id);
    if (error instanceof DOMException && error.name === "AbortError") {
      wasAnswered(call?.kept ?? null);
      return undefined;
    }
    failed(call?.kept ?? null);
    return new Problem(
      "Eyebright cannot be reached.",
      0,
      "Is it still running? What you typed is kept, and saved as soon as it answers.",
    );
  },
};

/** Send a call once more, as it went out. */
export const sendAgain = (call: NonNullable<ReturnType<typeof goesOut>>): Promise<Response> =>
  fetch(call.path, {
    method: call.method,
    body: call.body,
    headers: {
      "Content-Type": "application/json",
      "X-CSRFToken": cookie("csrftoken"),
      "Idempotency-Key": call.key,
    },
  });

export const api = createClient<paths>({ baseUrl: "/" });
api.use(onEveryCall);

/** The data of an answer; a failure has already been thrown. */
export async function taken<T>(answer: Promise<{ data?: T }>): Promise<T> {
  return (await answer).data as T;
}

/** A file as it is sent, under the name of its field. */
export function asForm(field: string, file: File) {
  const form = new FormData();
  form.append(field, file);
  return { body: form as never, bodySerializer: (body: unknown) => body as FormData };
}

/** The path of one thing, by its id. */
export const at = (pk: number) => ({ params: { path: { pk } } });
