<script setup lang="ts">
/** A wash that is on record, corrected: when, how much, how strong, how long. What was learnt follows. */
import Button from "primevue/button";
import { reactive } from "vue";
import type { Head, Wash } from "@/api/types";
import { useChangeWash, type WashChange } from "@/api/heads";
import { tell } from "@/app/undo";
import { said } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { localField } from "@/parts/when";

const { head, wash } = defineProps<{ head: Head; wash: Wash }>();
const emit = defineEmits<{ done: [] }>();
const change = useChangeWash();
const { errors, trouble } = useTrouble(change.error);
const number = (value: number | null): string => (value === null ? "" : said(value));
const before = {
  at: localField(wash.at),
  amount: number(wash.grams),
  strength: said(wash.strength),
  minutes: number(wash.minutes),
  note: wash.note,
};
const entered = reactive({ ...before });

async function store(): Promise<void> {
  const changed = Object.fromEntries(
    Object.entries(entered).filter(
      ([name, value]) => value !== before[name as keyof typeof before],
    ),
  );
  const send = (body: object, version: number) =>
    change.mutateAsync({
      id: head.id,
      wash: wash.id,
      body: { unit: "g", ...blank(body), version } as WashChange,
    });
  const kept = await send(changed, wash.version).catch(() => null);
  if (!kept) return;
  const now = kept.head.washes.find((one) => one.id === wash.id)?.version ?? wash.version + 1;
  const back = Object.fromEntries(
    Object.keys(changed).map((name) => [name, before[name as keyof typeof before]]),
  );
  tell("Corrected; what was learnt follows.", () => send(back, now));
  emit("done");
}
/** What was emptied is not known any more. */
const blank = (body: object) =>
  Object.fromEntries(
    Object.entries(body).map(([name, value]) => [
      name,
      value === "" && name !== "note" ? null : value,
    ]),
  );
</script>

<template>
  <form
    class="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-5 gap-y-3 px-4 py-3 bg-paper rounded-leaf-20"
    aria-label="Correct this wash"
    @submit.prevent="store"
  >
    <label class="when grid gap-1 content-start text-md"
      ><span class="quiet">When</span>
      <input v-model="entered.at" type="datetime-local" aria-label="When" />
      <span v-if="errors['at']" class="trouble" role="alert">{{ errors["at"] }}</span>
    </label>
    <TextField
      v-model="entered.amount"
      label="How much was used, g"
      decimal
      short
      :error="errors['amount']"
    />
    <TextField
      v-model="entered.strength"
      label="Times as strong as usual"
      decimal
      short
      :error="errors['strength']"
    />
    <TextField
      v-model="entered.minutes"
      label="Minutes on"
      decimal
      short
      :error="errors['minutes']"
    />
    <TextField v-model="entered.note" label="Note" :rows="1" :error="errors['note']" />
    <p v-if="trouble || errors['version']" class="trouble" role="alert">
      {{ errors["version"] ?? trouble }}
    </p>
    <div class="row">
      <Button type="submit" label="Save" :disabled="change.isPending.value" />
      <Button type="button" label="Cancel" variant="text" @click="emit('done')" />
    </div>
  </form>
</template>

<style scoped>
.row,
.trouble {
  grid-column: 1 / -1;
}
</style>
