/** The end of a wash at the basin: kept, or cancelled; either can be undone. */
import { useRouter } from "vue-router";
import { useDiscardRun, useReopenWash, useRestoreRun } from "@/api/basin";
import type { Run } from "@/api/types";
import { tell } from "@/app/undo";
import { useTrouble } from "@/parts/trouble";
import { useBeside, type Pressing } from "./pressing";

export function useEnding(id: () => number, run: () => Run | undefined, pressing: Pressing) {
  const router = useRouter();
  const { end, error } = useBeside(pressing);
  const reopen = useReopenWash();
  const discard = useDiscardRun();
  const restore = useRestoreRun();
  const back = () => router.push(`/wash/run/${id()}`);

  /** End it; `off`: when what was left on came off, where nobody was there to press. */
  async function finish(off = ""): Promise<void> {
    const now = run();
    if (!now || pressing.shown.value?.ended) return;
    const done = await end(off);
    if (!done) return;
    const words = ["The wash is kept.", done.says && `${done.says}.`].filter(Boolean).join(" ");
    tell(words, async () => {
      await reopen.mutateAsync(now.id);
      await back();
    });
    await router.replace(`/wash/planned/${now.planned}/how`);
  }

  async function cancel(): Promise<void> {
    const gone = await discard.mutateAsync(id()).then(
      () => true,
      () => false,
    );
    if (!gone) return;
    tell("This wash is cancelled: it was not done.", async () => {
      await restore.mutateAsync(id());
      await back();
    });
    await router.push("/today");
  }

  /** It was cancelled, here or in another window, and goes on. */
  const goOn = () => restore.mutateAsync(id()).catch(() => null);

  return { finish, cancel, goOn, resuming: useTrouble(restore.error), ...useTrouble(error) };
}
