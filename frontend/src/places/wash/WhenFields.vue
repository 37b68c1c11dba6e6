<script setup lang="ts">
/** When a wash is: what for, the day of that, and the moment; the next sensible one is proposed, with why. */
import { computed, watch } from "vue";
import type { Questions } from "@/api/types";
import { useWhen } from "@/api/wash";
import PickField from "@/parts/PickField.vue";
import { dayOf, localField, when as said } from "@/parts/when";

const { head, chain, questions, errors } = defineProps<{
  head: number | null;
  chain: number | null;
  questions: Questions;
  errors: Record<string, string>;
}>();
/** The moment, as a field for one has it: 2026-11-28T10:00, by the household's clock. */
const at = defineModel<string>("at", { required: true });
const occasion = defineModel<string>("occasion", { required: true });
const day = defineModel<string>("day", { required: true });

const DATED = ["straightening", "relaxer", "taking_down"];
const dated = computed(() => DATED.includes(occasion.value));
const proposed = useWhen(
  () => head,
  () => chain,
  occasion,
  () => (dated.value ? day.value : ""),
);
const asField = localField;
watch(
  () => proposed.data.value?.at,
  (now, before) => {
    if (now && (!at.value || (before && at.value === asField(before)))) at.value = asField(now);
  },
  { immediate: true },
);
</script>

<template>
  <div class="grid grid-cols-[repeat(auto-fit,minmax(200px,1fr))] gap-x-6 gap-y-3">
    <PickField
      v-model="occasion"
      label="What for"
      :options="questions.occasions"
      by="key"
      :error="errors['occasion']"
    />
    <label v-if="dated" class="field grid gap-1 content-start text-md"
      ><span class="quiet">On which day is that?</span>
      <input v-model="day" type="date" aria-label="On which day is that?" />
    </label>
    <label class="field grid gap-1 content-start text-md"
      ><span class="quiet">When the wash begins</span>
      <input
        v-model="at"
        type="datetime-local"
        aria-label="When the wash begins"
        :aria-invalid="Boolean(errors['at'])"
      />
      <span v-if="errors['at']" class="error" role="alert">{{ errors["at"] }}</span>
    </label>
    <div v-if="proposed.data.value" class="proposed col-span-full" role="status">
      <p>
        Next sensible: <strong>{{ dayOf(proposed.data.value.day) }}</strong>
        <button
          v-if="asField(proposed.data.value.at) !== at"
          type="button"
          class="act"
          @click="at = asField(proposed.data.value!.at)"
        >
          Use {{ said(proposed.data.value.at) }}
        </button>
      </p>
      <p v-for="one in proposed.data.value.why" :key="one" class="quiet">{{ one }}</p>
      <p v-if="proposed.data.value.conflict" class="error">{{ proposed.data.value.conflict }}</p>
    </div>
  </div>
</template>

<style scoped>
.proposed .act {
  margin-left: 12px;
}
</style>
