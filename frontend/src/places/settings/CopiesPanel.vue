<script setup lang="ts">
/** The household whole: saved as one file, put back from one; copies that are made by themselves. */
import Button from "primevue/button";
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from "vue";
import {
  useCondition,
  useCopies,
  useMakeCopy,
  useRestoreCopy,
  useRestoreHousehold,
} from "@/api/safekeeping";
import type { Restored } from "@/api/types";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import { size } from "@/parts/figures";
import { whenHere } from "@/parts/when";

const copies = useCopies();
const make = useMakeCopy();
const restoreCopy = useRestoreCopy();
const restoreFile = useRestoreHousehold();
const condition = useCondition();
const made = useTrouble(make.error);
const fromCopy = useTrouble(restoreCopy.error);
const fromFile = useTrouble(restoreFile.error);
const picker = useTemplateRef<HTMLInputElement>("picker");

const WHAT = {
  day: "made by itself",
  "before-upgrade": "before an upgrade",
  "before-restore": "before another was put back",
  ahead: "made while the clock was ahead",
  "by-hand": "made by you",
} as const;

/** What is about to be put back: asked once more, for everything changes by it. */
const chosen = ref<{ name: string; called: string; file?: File } | null>(null);
const sure = useTemplateRef<HTMLElement>("sure");
watch(chosen, async (now) => {
  if (!now) return;
  await nextTick();
  sure.value?.scrollIntoView({ block: "center" });
  sure.value?.querySelector("button")?.focus();
});
const busy = computed(() => restoreCopy.isPending.value || restoreFile.isPending.value);
const trouble = computed(
  () =>
    fromFile.errors.value["file"] ??
    (fromFile.trouble.value || fromCopy.errors.value["file"] || fromCopy.trouble.value),
);

/** Another household is here now: the page is loaded anew, and says so then. */
const BACK = "eyebright-put-back";
const note = (done: Restored) => sessionStorage.setItem(BACK, JSON.stringify(done));

function pick(event: Event): void {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) chosen.value = { name: file.name, called: file.name, file };
  if (picker.value) picker.value.value = "";
}

async function putBack(): Promise<void> {
  const what = chosen.value;
  if (!what) return;
  const done = await (
    what.file ? restoreFile.mutateAsync(what.file) : restoreCopy.mutateAsync(what.name)
  ).catch(() => null);
  if (!done) return;
  chosen.value = null;
  note(done);
}
onMounted(() => {
  const done = JSON.parse(sessionStorage.getItem(BACK) ?? "null") as Restored | null;
  sessionStorage.removeItem(BACK);
  if (!done) return;
  const { before } = done;
  tell(
    `${done.rows} rows and ${done.pictures} pictures are back.`,
    before ? () => restoreCopy.mutateAsync(before).then(note) : undefined,
  );
});
</script>

<template>
  <section aria-labelledby="copies" class="grid gap-2 mx-0 my-6">
    <h2 id="copies">Backup and copies</h2>
    <p>
      <a class="act" href="/api/safekeeping/household" download>Save a backup</a>: everything in one
      ZIP, pictures too. Keep it on another disk: a copy beside the household dies with it.
    </p>
    <p class="row">
      <input
        ref="picker"
        type="file"
        accept=".zip,application/zip"
        class="unseen"
        aria-label="A backup to put back"
        @change="pick"
      />
      <button type="button" class="act" @click="picker?.click()">Put a backup back</button>
      <button
        type="button"
        class="act"
        :disabled="condition.isFetching.value"
        @click="condition.refetch()"
      >
        Check the files
      </button>
      <span v-if="condition.data.value" role="status">
        {{ condition.data.value.says }} {{ size(condition.data.value.size) }}, in
        {{ condition.data.value.folder }}.
      </span>
    </p>
    <div v-if="chosen" ref="sure" class="sure" role="alert">
      <p>
        <strong>Put {{ chosen.called }} back?</strong> It takes the place of everything that is here
        now. Of that a copy is made first, so that you can come back.
      </p>
      <p class="row">
        <Button label="Put it back" :disabled="busy" @click="putBack" />
        <Button label="Cancel" variant="text" :disabled="busy" @click="chosen = null" />
        <span v-if="busy" role="status">Putting it back…</span>
      </p>
    </div>
    <p v-if="trouble && !busy" class="trouble" role="alert">{{ trouble }}</p>
    <LoadState
      v-if="copies.error.value || !copies.data.value"
      :error="copies.error.value"
      @again="copies.refetch()"
    />
    <template v-else>
      <p v-if="copies.data.value.trouble" class="trouble" role="alert">
        The last copy could not be made. {{ copies.data.value.trouble }}
      </p>
      <p class="quiet">
        A copy is made every day, and before every upgrade; the last seven days and four weeks are
        kept, beside the household. {{ copies.data.value.copies.length }} now,
        {{ size(copies.data.value.size) }} in all.
        <button type="button" class="act" :disabled="make.isPending.value" @click="make.mutate()">
          Make one now
        </button>
        {{ made.trouble.value }}
      </p>
      <details v-if="copies.data.value.copies.length">
        <summary>All copies</summary>
        <ul class="list-none mx-0 mt-2 mb-0 p-0">
          <li
            v-for="one in copies.data.value.copies"
            :key="one.name"
            class="grid grid-cols-[minmax(0,1fr)_auto_auto] gap-x-4 gap-y-1 items-baseline border-t border-hairline px-0 py-1.5"
          >
            <span
              >{{ whenHere(one.at) }}
              <span class="quiet">{{ WHAT[one.kind] }}, {{ size(one.size) }}</span></span
            >
            <button
              type="button"
              class="act"
              :aria-label="`Put the copy of ${whenHere(one.at)} back`"
              @click="chosen = { name: one.name, called: `the copy of ${whenHere(one.at)}` }"
            >
              Put it back
            </button>
            <a
              class="act"
              :href="`/api/safekeeping/copies/${one.name}`"
              :aria-label="`Save the copy of ${whenHere(one.at)}`"
              download
              >Save</a
            >
          </li>
        </ul>
      </details>
    </template>
  </section>
</template>

<style scoped>
.sure {
  border-left: 4px solid var(--throat);
  padding: 4px 0 4px 12px;
  display: grid;
  gap: 8px;
}
</style>
