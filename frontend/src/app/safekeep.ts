/** Nothing typed is lost: what was sent and not answered, a page of an older version, the household's own clock. */
import type { QueryClient } from "@tanstack/vue-query";
import { watch } from "vue";
import { call, newVersion, otherHousehold, problemOf, sendAgain } from "@/api/client";
import { dropDraft } from "@/api/drafts";
import { savedLate, type SavedLate } from "@/api/late";
import { resumePresses } from "@/api/presses";
import { keyOf } from "@/api/query";
import { ping, reached, resume } from "@/api/outbox";
import { keptApart } from "@/api/unsent";
import { zone } from "@/parts/when";
import { saveLeft } from "@/places/formulas/draft";
import { router } from "./router";
import { tell } from "./undo";

/** What was typed in another household at this address is kept apart, and that is said once a visit. */
const RELOAD_MS = 500; // the answer that says so is read to its end
const SAID = "eyebright-apart";
function sayKeptApart(): void {
  const count = keptApart().length;
  if (!count || sessionStorage.getItem(SAID) === String(count)) return;
  sessionStorage.setItem(SAID, String(count));
  const things = count === 1 ? "one thing" : `${count} things`;
  const says = `This browser keeps ${things} that cannot be used here: see “Kept apart” in Settings.`;
  // The address, not the route: nothing is routed yet.
  if (location.pathname === "/settings") tell(says);
  else tell(says, () => router.push("/settings"), "Look");
}

export function safekeep(cache: QueryClient): void {
  resume(sendAgain, (sent, response) => {
    void cache.invalidateQueries();
    if (response.ok) {
      const call = `${sent.method} ${sent.path}`;
      dropDraft(call, sent.at);
      void response
        .json()
        .then((row: SavedLate["row"]) => savedLate.trigger({ call, body: sent.body, row }))
        .catch(() => null);
      if (!sent.silent) tell("What could not be saved before is saved now.");
      return;
    }
    void problemOf(response).then((problem) =>
      tell(`What you saved before was not taken: ${problem.message} It stands in its form still.`),
    );
  });
  resumePresses(cache);
  sayKeptApart();
  // What is typed is kept for the household that it was typed in; the page is loaded anew for the one that is here.
  watch(otherHousehold, (now) => now && window.setTimeout(() => location.reload(), RELOAD_MS));
  // The server is back: whatever was shown as gone is asked for again.
  watch(reached, (now) => {
    if (!now) return;
    void cache.invalidateQueries();
    void saveLeft();
  });
  void saveLeft();
  void cache
    .fetchQuery({ queryKey: keyOf("household"), queryFn: () => call("household") })
    .catch(() => null);
  cache.getQueryCache().subscribe(({ query }) => {
    if (query.queryKey[0] !== "household") return;
    const now = query.state.data as { lives_by?: string } | undefined;
    if (now?.lives_by) zone.value = now.lives_by;
  });
  // A part of the page that is not there any more: the program was brought up to date under it.
  router.onError((error, to) => {
    if (!/import|module|chunk|fetch/i.test(String(error))) return;
    void ping().then(
      () => {
        newVersion.value = true;
        window.location.assign(to.fullPath);
      },
      () => {
        reached.value = false;
        tell("That page is not at hand while Eyebright cannot be reached.");
      },
    );
  });
}
