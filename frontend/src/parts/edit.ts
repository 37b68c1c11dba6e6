/**
 * A form over something that is kept, or over something new.
 *
 * What is typed is a draft (api/drafts) until the server has it. Only what was changed is sent, with the version
 * that it was changed from. Where another window was first, what both changed differently is asked about; the
 * rest of both is kept. A change can be undone.
 *
 *     const edit = useEdit({ path: "/api/shelf/spoons", row: spoon, fields: spoonFields, sent: (f) => f });
 *     edit.entered.name                 what stands in the field
 *     await edit.keep(save.mutateAsync) the row as it is kept, or null where that could not be
 */
import { computed, reactive, ref, shallowRef, watch } from "vue";
import { Problem } from "@/api/client";
import { draftOf, dropDraft, keepDraft } from "@/api/drafts";
import type { SavedLate } from "@/api/late";
import { tell } from "@/app/undo";
import { copy, merged, same } from "./merge";

export interface Kept {
  id: number;
  version?: number;
}
type Body = Record<string, unknown>;
export type Send<Row> = (saving: { id?: number; body: never }) => Promise<Row>;

export interface EditOptions<Row, Entered> {
  /** Where its like are kept; what is new is sent there. */
  path: string;
  /** The call that keeps it, where that is another than its id at this path. */
  call?: string;
  row: Row | undefined;
  /** What stands in the fields for a row, or for a new one. */
  fields: (row: Row | undefined) => Entered;
  /** What is sent of that. */
  sent: (entered: Entered) => Body;
  /** How what was changed goes over the wire, where that is another shape. */
  pack?: (changed: Body) => Body;
  /** What it is called when its change is told. */
  name?: (row: Row) => string;
  /** Whether a draft that is found is of what is meant here. */
  holds?: (found: Entered) => boolean;
}

export function useEdit<Row extends Kept, Entered extends object>({
  path,
  call,
  row,
  fields,
  sent,
  pack = (changed) => changed,
  name,
  holds = () => true,
}: EditOptions<Row, Entered>) {
  const draft = call ?? (row ? `PATCH ${path}/${row.id}` : `POST ${path}`);
  const found = draftOf<Entered>(draft);
  const fresh = fields(row);
  const fits =
    found && same(Object.keys(found.entered), Object.keys(fresh)) && holds(found.entered);
  let base = fits ? found.base : copy(fresh);
  let version = fits ? found.version : (row?.version ?? 0);
  const entered = reactive(copy(fits ? found.entered : fresh) as object) as Entered;
  const restored = ref(Boolean(fits) && !same(found?.entered, fresh));
  /** What both changed differently, and what stands there now. */
  const clash = shallowRef<{ keys: string[]; now: Row } | null>(null);
  const plain = () => copy(entered);
  /** The row as it was added by a save that came through late: what is typed since is a change of it. */
  let added: Row | undefined;

  watch(
    () => JSON.stringify(entered),
    () => {
      const now = plain();
      if (same(now, base)) dropDraft(draft);
      else keepDraft(draft, { entered: now, base, version });
    },
  );

  function put(values: Partial<Entered>): void {
    Object.assign(entered, copy(values));
  }

  /** Back to what is kept. */
  function startOver(): void {
    put(fresh);
    base = copy(fresh);
    version = row?.version ?? 0;
    restored.value = false;
    clash.value = null;
    dropDraft(draft);
  }

  /** What was changed, as it is sent. */
  function changes(): Body {
    const [before, now] = [sent(base), sent(plain())];
    return Object.fromEntries(
      Object.entries(now).filter(([key, value]) => !same(value, before[key])),
    );
  }

  /** A save of this form came through long after it was sent: whether all that is typed is kept with it. */
  function cameLate({ call: of, body, row: kept }: SavedLate): boolean {
    if (of !== draft) return false;
    const now = kept as Row;
    if (!row && JSON.stringify(pack(sent(plain()))) === body) return true;
    added = row ? undefined : now;
    takeOver(now);
    restored.value = false;
    return Object.keys(changes()).length === 0;
  }

  async function keep(send: Send<Row>): Promise<Row | null> {
    const one = row ?? added;
    if (!one) {
      const typed = plain();
      const made = await send({ body: pack(sent(typed)) as never }).catch(() => null);
      if (made) {
        base = typed;
        restored.value = false;
      }
      return made;
    }
    const changed = changes();
    if (Object.keys(changed).length === 0) {
      dropDraft(draft);
      return { ...one, version };
    }
    const before = sent(base);
    try {
      const typed = plain();
      const done = await send({
        id: one.id,
        body: { ...pack(changed), version } as never,
      });
      base = typed;
      version = done.version ?? version;
      restored.value = false;
      const back = Object.fromEntries(Object.keys(changed).map((key) => [key, before[key]]));
      if (name)
        tell(`${name(done)} is changed.`, () =>
          send({
            id: one.id,
            body: { ...pack(back), version: done.version } as never,
          }).catch((error: Error) => tell(error.message)),
        );
      return done;
    } catch (error) {
      if (!(error instanceof Problem) || error.status !== 409 || !error.now) return null;
      return join(error.now as Row, changed, send);
    }
  }

  /** Another window was first: what only one of both changed is joined; what both did is asked about. */
  async function join(now: Row, mine: Body, send: Send<Row>): Promise<Row | null> {
    const [before, theirs] = [sent(base), sent(fields(now))];
    const keys = Object.keys(mine).filter(
      (key) => !same(theirs[key], before[key]) && !same(theirs[key], mine[key]),
    );
    if (keys.length) {
      clash.value = { keys, now };
      return null;
    }
    takeOver(now);
    return keep(send);
  }

  /** What stands there now, with what I changed over it. */
  function takeOver(now: Row): void {
    const theirs = fields(now);
    put(merged(base, plain(), theirs));
    base = copy(theirs);
    version = now.version ?? version;
    clash.value = null;
  }

  async function keepMine(send: Send<Row>): Promise<Row | null> {
    if (!clash.value) return null;
    takeOver(clash.value.now);
    return keep(send);
  }

  function takeTheirs(): void {
    if (!clash.value) return;
    const now = clash.value.now;
    base = fields(now);
    version = now.version ?? version;
    put(base);
    clash.value = null;
    restored.value = false;
  }

  return {
    entered,
    restored,
    clash,
    /** What stands there now, of what both changed, by field. */
    theirs: computed<Body>(() => {
      if (!clash.value) return {};
      const now = sent(fields(clash.value.now));
      return Object.fromEntries(clash.value.keys.map((key) => [key, now[key]]));
    }),
    keep,
    keepMine,
    takeTheirs,
    startOver,
    cameLate,
  };
}

/** What is typed and is no row yet, a titration or pasted lines: a draft by this name until `startOver`. */
export const useTyped = <Entered extends object>(name: string, fields: () => Entered) =>
  useEdit<Kept, Entered>({
    path: "",
    call: name,
    row: undefined,
    fields,
    sent: (typed) => typed as Body,
  });

export type Edit = Pick<
  ReturnType<typeof useEdit>,
  "restored" | "clash" | "theirs" | "startOver" | "takeTheirs"
>;
