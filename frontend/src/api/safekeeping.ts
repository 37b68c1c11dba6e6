/** Server state of Safekeeping: copies of the household, and what was removed. */
import { asForm, call } from "./client";
import { useChange, useRead } from "./query";

const ONCE = { retry: false } as const;

export const useRemoved = () => useRead("removed");
export const useCopies = () => useRead("copies");
export const useCondition = () => useRead("condition", undefined, { when: false });
export const usePutBackRemoved = () =>
  useChange(
    ({ kind, id }: { kind: string; id: number }) => call("put_back", { path: { kind, pk: id } }),
    ONCE,
  );
export const useMakeCopy = () => useChange(() => call("make_copy"), ONCE);
export const useDeleteCopies = () => useChange(() => call("delete_copies"), ONCE);
export const useRestoreCopy = () =>
  useChange((name: string) => call("restore_copy", { path: { name } }, { kept: false }), ONCE);
export const useRestoreHousehold = () =>
  useChange((file: File) => call("restore_household", { body: asForm("file", file) }), ONCE);
export const useBringHead = () =>
  useChange((file: File) => call("import_head", { body: asForm("file", file) }), ONCE);
