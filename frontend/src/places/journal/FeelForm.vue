<script setup lang="ts">
/** How it felt, for whom, and a note. Each is kept as it is set. */
import { watch } from "vue";
import type { Entry, Feel } from "@/api/types";
import { useChangeEntry, useFeelings } from "@/api/journal";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import DraftNote from "@/parts/DraftNote.vue";
import { useEdit } from "@/parts/edit";
import { useTrouble } from "@/parts/trouble";

const { entry } = defineProps<{ entry: Entry }>();
const { data: feelings } = useFeelings();
const change = useChangeEntry();
const { errors, trouble } = useTrouble(change.error);

const edit = useEdit({
  path: "/api/journal/entries",
  row: entry,
  fields: (row?: Entry) => ({
    feel: [...(row?.feel ?? [])] as Feel[],
    who: row?.who ?? "",
    note: row?.note ?? "",
  }),
  sent: (typed) => ({ ...typed }),
});
const entered = edit.entered;

/** One after the other: each begins from what the one before it came to. */
let before: Promise<unknown> = Promise.resolve();
const keep = (how = edit.keep) =>
  (before = before.then(() => how(({ body }) => change.mutateAsync({ id: entry.id, body }))));
watch(
  () => entered.feel,
  () => void keep(),
);
if (edit.restored.value) void keep(); // it was typed, and not saved: saved now
</script>

<template>
  <div class="feel grid gap-4">
    <DraftNote v-if="edit.clash.value" :edit="edit" @mine="keep(edit.keepMine)" />
    <ChoiceRow
      v-if="feelings"
      v-model="entered.feel"
      many
      label="How it felt"
      :choices="feelings.feel.map((word) => ({ value: word, label: word }))"
    />
    <div class="grid grid-cols-[220px_minmax(0,1fr)] gap-4 phone:grid-cols-1">
      <p v-if="entry.head" class="whose">
        <span class="quiet">On whose head</span><br />
        <RouterLink :to="`/heads/${entry.head}`">{{ entry.who }}</RouterLink>
      </p>
      <TextField
        v-else
        v-model="entered.who"
        label="On whose head"
        :error="errors['who']"
        @change="keep()"
      />
      <TextField
        v-model="entered.note"
        label="Note"
        :rows="2"
        :error="errors['note']"
        @change="keep()"
      />
    </div>
    <p class="quiet small" role="status">
      {{ trouble || (change.isPending.value ? "Saving…" : "Saved as you go.") }}
    </p>
  </div>
</template>
