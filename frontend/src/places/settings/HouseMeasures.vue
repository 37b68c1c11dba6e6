<script setup lang="ts">
/** Whose spoons and cups these are, and how money is written. */
import { computed, reactive, watch } from "vue";
import { useHousehold, useSaveHousehold } from "@/api/household";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const household = useHousehold();
const save = useSaveHousehold();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({ system: "", currency: "" });
watch(
  household.data,
  (now) => now && Object.assign(entered, { system: now.system, currency: now.currency }),
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
