/**
 * A form over a row, or over something new: what stands in its fields, how it is saved, and what went wrong.
 *
 *     const { entered, errors, form } = useForm(useSaveSpoon(), { path, row, fields, sent }, () => emit("done"));
 *     <FormFrame :form="form" title="A new spoon">   its fields; Save, Cancel, and what another window changed
 */
import type { Ref } from "vue";
import { dropDraft } from "@/api/drafts";
import { savedLate } from "@/api/late";
import { useEdit, type Edit, type EditOptions, type Kept, type Send } from "./edit";
import { useTrouble } from "./trouble";

/** What a frame needs of its form. */
export interface Form {
  edit: Edit;
  saving: Ref<boolean>;
  /** What went wrong with the whole of it. */
  trouble: Ref<string>;
  /** Save it; `mine`: over what another window saved meanwhile. */
  store: (mine: boolean) => unknown;
}

interface Save<Row> {
  mutateAsync: Send<Row>;
  isPending: Ref<boolean>;
  error: Ref<Error | null>;
}

/** `save` is the change that keeps it; `done` is told of the row that is kept. */
export function useForm<Row extends Kept, Entered extends object>(
  save: Save<Row>,
  options: EditOptions<Row, Entered>,
  done: (row: Row) => void,
) {
  const edit = useEdit(options);
  const { errors, trouble } = useTrouble(save.error);
  async function store(mine: boolean): Promise<void> {
    const row = await (mine ? edit.keepMine : edit.keep)(save.mutateAsync);
    if (row) done(row);
  }
  savedLate.on((late) => {
    if (!edit.cameLate(late)) return;
    dropDraft(late.call);
    done(late.row as Row);
  });
  const form: Form = { edit, saving: save.isPending, trouble, store };
  return { entered: edit.entered, errors, form };
}
