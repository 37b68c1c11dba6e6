<script setup lang="ts">
/** A head's routine: washes by name in turn, how many days between, which days suit. */
import Select from "primevue/select";
import { computed } from "vue";
import type { Routine, WashChain } from "@/api/types";
import { useSaveRoutine } from "@/api/wash";
import ChoiceRow from "@/parts/ChoiceRow.vue";
import { useForm } from "@/parts/form";
import FormFrame from "@/parts/FormFrame.vue";
import { move } from "@/parts/order";
import OrderActs from "@/parts/OrderActs.vue";
import TextField from "@/parts/TextField.vue";

const { head, routine, chains } = defineProps<{
  head: number;
  routine: Routine | undefined;
  chains: WashChain[];
}>();
const emit = defineEmits<{ done: [] }>();
const save = useSaveRoutine();
interface Entry {
  chain: number;
  at_most: number | null;
}
const { entered, errors, form } = useForm(
  save,
  {
    path: "/api/wash/routines",
    row: routine,
    fields: (row?: Routine) => ({
      head,
      entries: (row?.entries ?? []).map((one) => ({ ...one })) as Entry[],
      every: String(row?.every ?? 7),
      weekdays: [...(row?.weekdays ?? [])],
    }),
    sent: (typed) => ({ ...typed }),
    name: (row) => `The routine of ${row.head_name}`,
    holds: (found) => found.head === head,
  },
  () => emit("done"),
);
const named = computed(() => chains.filter((one) => one.links.length));
const name = (id: number) => chains.find((one) => one.id === id)?.name ?? "a wash that is gone";
const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((label, value) => ({
  value,
  label,
}));
const OFTEN = [
  { value: null, name: "every turn" },
  { value: 1, name: "at most once a month" },
  { value: 2, name: "at most twice a month" },
  { value: 3, name: "at most three times a month" },
];
</script>

<template>
  <FormFrame
    :form="form"
    :title="routine ? `The routine of ${routine.head_name}` : 'A new routine'"
    class="w-full max-w-180"
    @cancel="emit('done')"
  >
    <ol class="whole list-none m-0 p-0 w-full">
      <li
        v-for="(one, i) in entered.entries"
        :key="i"
        class="grid grid-cols-[20px_minmax(0,1fr)_auto_auto] gap-x-2.5 gap-y-1 items-center px-0 py-1 phone:grid-cols-[20px_minmax(0,1fr)_auto]"
      >
        <span class="nth">{{ i + 1 }}</span>
        <span>{{ name(one.chain) }}</span>
        <select v-model="one.at_most" :aria-label="`How often: ${name(one.chain)}`">
          <option v-for="often in OFTEN" :key="String(often.value)" :value="often.value">
            {{ often.name }}
          </option>
        </select>
        <OrderActs
          :place="i"
          :many="entered.entries.length"
          :earlier="`Turn ${i + 1} earlier`"
          :later="`Turn ${i + 1} later`"
          :out="`Leave out turn ${i + 1}`"
          @move="move(entered.entries, i, $event)"
          @remove="entered.entries.splice(i, 1)"
        />
        <p v-if="errors[`entries.${i}.chain`]" class="error text-madder col-span-full" role="alert">
          {{ errors[`entries.${i}.chain`] }}
        </p>
      </li>
    </ol>
    <Select
      :key="entered.entries.length"
      :model-value="undefined"
      :options="named"
      option-label="name"
      option-value="id"
      placeholder="Add the next turn"
      aria-label="Add the next turn"
      class="self-end"
      @update:model-value="entered.entries.push({ chain: $event, at_most: null })"
    />
    <p v-if="!named.length" class="quiet whole">
      There is no wash by name yet:
      <RouterLink to="/wash/names?new">string one together</RouterLink> first.
    </p>
    <p v-if="errors['entries'] || errors['head']" class="error text-madder whole" role="alert">
      {{ errors["entries"] ?? errors["head"] }}
    </p>
    <TextField
      v-model="entered.every"
      label="Days between two washes"
      decimal
      short
      :error="errors['every']"
    />
    <div class="whole">
      <p class="quiet small">Days that suit; none chosen: any</p>
      <ChoiceRow v-model="entered.weekdays" many label="Days that suit" :choices="DAYS" />
    </div>
  </FormFrame>
</template>

<style scoped>
@media (max-width: 760px) {
  li select {
    grid-column: 2;
    grid-row: 2;
  }
}
</style>
