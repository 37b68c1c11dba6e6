/** Server state of Formulas: what there is to choose from, formulas, and what comes of them. */
import { type MaybeRefOrGetter, toValue } from "vue";
import { call } from "./client";
import { ask, byId, useChange, useRead } from "./query";
import type { Formula, FormulaNew, Propose } from "./types";

export const useBench = () => useRead("bench");
export const useFormulas = (find: MaybeRefOrGetter<string>, family: MaybeRefOrGetter<string>) =>
  useRead("formulas", () => ({ query: { find: toValue(find), family: toValue(family) } }), {
    keep: true,
  });
export const fetchFormula = (pk: number, head: number | null, vessel: number | null) =>
  call("formula", { path: { pk }, query: { head, vessel } });

export interface Save {
  version: number;
  formula: Formula;
  head: number | null;
  vessel: number | null;
}
export const saveFormula = (pk: number, body: Save) => call("save_formula", { path: { pk }, body });

export const useMatches = (head: MaybeRefOrGetter<number | null>) =>
  useRead("match_formulas", () => {
    const pk = toValue(head);
    return pk === null ? null : { query: { head: pk } };
  });
export const useCompare = (which: MaybeRefOrGetter<string>) =>
  useRead(
    "compare_formulas",
    () => (toValue(which).includes(",") ? { query: { which: toValue(which) } } : null),
    { retry: false },
  );
/** The versions of a formula; asked for again when it has a new one. */
export const useVersions = (pk: MaybeRefOrGetter<number>, version: MaybeRefOrGetter<number>) =>
  useRead("formula_versions", () => ({ path: { pk: toValue(pk) } }), {
    keep: true,
    again: () => toValue(version),
  });

export const readLines = (text: string, room: number) =>
  ask("read_lines", { body: { text, room } });
export const propose = (body: Propose) => ask("propose", { body });

const NEW: FormulaNew = { start: "", copy_of: null, number: null, formula: null, family: "" };

export const useAddFormula = () =>
  useChange((entered: Partial<FormulaNew>) =>
    call("add_formula", { body: { ...NEW, ...entered } }),
  );
export const useAddWay = () =>
  useChange(({ id, name }: { id: number; name: string }) =>
    call("add_formula_way", { path: { pk: id }, body: { name } }),
  );
export const useRemoveFormula = byId("remove_formula");
export const useRestoreFormula = byId("restore_formula");
export const useBringFormula = () =>
  useChange((text: string) => ask("bring_formula", { body: { text } }));
export const useKeepVersion = () =>
  useChange(({ id, name }: { id: number; name: string }) =>
    call("keep_version", { path: { pk: id }, body: { name } }),
  );
export const useBackToVersion = () =>
  useChange(({ id, number, version }: { id: number; number: number; version: number }) =>
    call("back_to_version", { path: { pk: id, number }, body: { version } }),
  );
