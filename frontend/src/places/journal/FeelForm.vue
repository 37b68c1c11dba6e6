<script setup lang="ts">
/** How it felt, for whom, and a note. Each is kept as it is set. */
import InputText from "primevue/inputtext";
import Textarea from "primevue/textarea";
import { ref, watch } from "vue";
import type { Entry, EntryIn, Feel } from "@/api/client";
import { useChangeEntry, useFeelings } from "@/api/queries";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import FieldRow from "@/parts/FieldRow.vue";
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
      <FieldRow v-slot="field" label="On whose head" :error="errors['who']">
        <InputText :id="field.id" v-model="who" autocomplete="off" @change="keep({ who })" />
      </FieldRow>
      <FieldRow v-slot="field" label="Note" :error="errors['note']">
        <Textarea :id="field.id" v-model="note" rows="2" auto-resize @change="keep({ note })" />
      </FieldRow>
    </div>
    <p class="quiet small" role="status">
      {{ trouble || (change.isPending.value ? "Keeping it…" : "Kept as you go.") }}
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
