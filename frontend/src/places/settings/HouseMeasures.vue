<script setup lang="ts">
/** Whose spoons and cups these are, and how money is written. */
import { computed, reactive, watch } from "vue";
import type { Household } from "@/api/client";
import { useHousehold, useSaveHousehold } from "@/api/household";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const household = useHousehold();
const save = useSaveHousehold();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({ system: "", currency: "", decimal: "" as Household["decimal"] });
const HABITS = [
  { value: "" as const, label: "ask where it could be either" },
  { value: "point" as const, label: "1.5, and 1,234 is a thousand and more" },
  { value: "comma" as const, label: "1,5, and 1.234 is a thousand and more" },
];
const habit = computed({
  get: () => entered.decimal,
  set: (now: Household["decimal"]) => {
    entered.decimal = now;
    void keep();
  },
});
watch(
  household.data,
  (now) =>
    now &&
    Object.assign(entered, {
      system: now.system,
      currency: now.currency,
      decimal: now.decimal,
    }),
  { immediate: true },
);
const says = computed(
  () => household.data.value?.systems.find((one) => one.key === entered.system)?.says,
);
const keep = () => save.mutateAsync({ ...entered }).catch(() => null);
const system = computed({
  get: () => entered.system,
  set: (key: string) => {
    entered.system = key;
    void keep();
  },
});
</script>

<template>
  <section aria-labelledby="measures">
    <h2 id="measures">Measures and money</h2>
    <LoadState
      v-if="household.error.value || !household.data.value"
      :error="household.error.value"
      @again="household.refetch()"
    />
    <div v-else class="whose">
      <PickField
        v-model="system"
        label="Whose spoons and cups these are"
        :options="household.data.value.systems"
        by="key"
        :hint="says"
        :error="errors['system'] ?? trouble"
      />
      <TextField
        v-model="entered.currency"
        label="Prices are in"
        short
        :error="errors['currency']"
        @change="keep"
      />
      <div class="numbers">
        <p class="quiet">How you write numbers</p>
        <ChoiceRow v-model="habit" :choices="HABITS" label="How you write numbers" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.whose {
  display: grid;
  grid-template-columns: minmax(0, 420px) 120px;
  gap: 24px;
  margin: 8px 0 24px;
}

@media (max-width: 760px) {
  .whose {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
