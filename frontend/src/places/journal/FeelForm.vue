<script setup lang="ts">
/** How it felt, for whom, and a note. Each is kept as it is set. */
import { ref, watch } from "vue";
import type { Entry, EntryIn, Feel } from "@/api/client";
import { useChangeEntry, useFeelings } from "@/api/journal";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const { entry } = defineProps<{ entry: Entry }>();
const { data: feelings } = useFeelings();
const change = useChangeEntry();
const { errors, trouble } = useTrouble(change.error);

const feel = ref<Feel[]>([...entry.feel]);
const who = ref(entry.who);
const note = ref(entry.note);

const keep = (body: EntryIn) => void change.mutateAsync({ id: entry.id, body }).catch(() => null);
watch(feel, (now) => keep({ feel: now }));
</script>

<template>
  <div class="feel">
    <ChoiceRow
      v-if="feelings"
      v-model="feel"
      many
      label="How it felt"
      :choices="feelings.feel.map((word) => ({ value: word, label: word }))"
    />
    <div class="pair">
      <p v-if="entry.head" class="whose">
        <span class="quiet">On whose head</span><br />
        <RouterLink :to="`/heads/${entry.head}`">{{ entry.who }}</RouterLink>
      </p>
      <TextField
        v-else
        v-model="who"
        label="On whose head"
        :error="errors['who']"
        @change="keep({ who })"
      />
      <TextField
        v-model="note"
        label="Note"
        :rows="2"
        :error="errors['note']"
        @change="keep({ note })"
      />
    </div>
    <p class="quiet small" role="status">
      {{ trouble || (change.isPending.value ? "Saving…" : "Saved as you go.") }}
    </p>
  </div>
</template>

<style scoped>
.feel {
  display: grid;
  gap: 16px;
}

.pair {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 16px;
}

@media (max-width: 760px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
