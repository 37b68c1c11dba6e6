<script setup lang="ts">
/** What was poured, each to be put right or taken back, also steps later. */
import { ref } from "vue";
import type { Batch, BatchPour } from "@/api/types";
import { useChangePour, useRemovePour, useRestorePour } from "@/api/make";
import { tellOf } from "@/app/undo";
import { said } from "@/parts/ph";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const { batch, pours } = defineProps<{ batch: Batch; pours: BatchPour[] }>();
const change = useChangePour();
const remove = useRemovePour();
const restore = useRestorePour();
const { errors, trouble } = useTrouble(change.error);
const changing = ref<number | null>(null);
const typed = ref("");

function begin(one: BatchPour): void {
  changing.value = changing.value === one.id ? null : one.id;
  typed.value = said(one.amount);
}

async function keep(one: BatchPour): Promise<void> {
  const body = { version: one.version, amount: typed.value as never };
  const done = await change.mutateAsync({ id: one.id, body }).catch(() => null);
  if (done) changing.value = null;
}

const takeBack = (one: BatchPour) =>
  tellOf(
    `${said(one.amount)} ${one.unit} ${one.name} is taken back.`,
    () => remove.mutateAsync(one.id),
    () => restore.mutateAsync(one.id),
  );
</script>

<template>
  <ul v-if="pours.length" class="m-0 pl-5">
    <li v-for="one in pours" :key="one.id">
      {{ said(one.amount) }} {{ one.unit }} {{ one.name }}
      <template v-if="batch.of !== 'jug'">
        <button type="button" class="act min-h-11 ml-3" @click="begin(one)">Change</button>
        <button type="button" class="act min-h-11 ml-3" @click="takeBack(one)">Take back</button>
      </template>
      <p v-if="one.says" class="text-madder">{{ one.says }}</p>
      <form v-if="changing === one.id" class="flex gap-3 items-end" @submit.prevent="keep(one)">
        <TextField
          v-model="typed"
          :label="`So much it really was, in ${one.unit}`"
          decimal
          short
          :error="errors['amount'] ?? errors['version'] ?? trouble"
        />
        <button type="submit" class="act min-h-11 ml-3">Keep</button>
      </form>
    </li>
  </ul>
</template>
