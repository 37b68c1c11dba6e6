<script setup lang="ts">
/** Someone's head: a name, a birth year, how the scalp is and how long the hair. The rest can wait. */
import Button from "primevue/button";
import { computed, reactive } from "vue";
import type { HeadIn } from "@/api/types";
import { useQuestions, useSaveHead } from "@/api/heads";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const questions = useQuestions();
const save = useSaveHead();
const { errors, trouble } = useTrouble(save.error);
const entered = reactive({ name: "", birth_year: "", scalp: "balanced", length: "shoulder" });
const choices = (key: string) =>
  questions.data.value?.questions.find((one) => one.key === key)?.choices ?? [];
const length = computed(() => choices("length"));
const keep = () =>
  save
    .mutateAsync({
      body: {
        name: entered.name,
        note: "",
        answers: {
          birth_year: entered.birth_year,
          scalp: entered.scalp,
          length: entered.length,
        },
      } as HeadIn,
    })
    .catch(() => null);
</script>

<template>
  <LoadState
    v-if="!questions.data.value"
    :error="questions.error.value"
    @again="questions.refetch()"
  />
  <form
    v-else
    class="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-x-6 gap-y-3 w-[min(100%,560px)] phone:grid-cols-1"
    @submit.prevent="keep"
  >
    <TextField v-model="entered.name" label="Name" :error="errors['name']" />
    <TextField
      v-model="entered.birth_year"
      label="Birth year"
      decimal
      short
      :error="errors['birth_year']"
    />
    <PickField
      v-model="entered.scalp"
      label="The scalp"
      :options="choices('scalp')"
      by="key"
      :error="errors['scalp']"
    />
    <PickField
      v-model="entered.length"
      label="The hair reaches"
      :options="length"
      by="key"
      :error="errors['length']"
    />
    <p class="quiet small whole col-span-full">
      Eczema, allergies, asthma, pregnancy? Say it on the record afterwards: the limits follow.
    </p>
    <p v-if="trouble" class="error whole col-span-full" role="alert">{{ trouble }}</p>
    <Button type="submit" class="now" label="Add them" :disabled="save.isPending.value" />
  </form>
</template>
