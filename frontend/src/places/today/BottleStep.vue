<script setup lang="ts">
/** My bottle: the vinegar, juice or acid that stands in the kitchen, and what its label says. */
import Button from "primevue/button";
import { ref } from "vue";
import { useMaterialShort, useSaveLot } from "@/api/shelf";
import MaterialField from "@/parts/MaterialField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";

const save = useSaveLot();
const { errors, trouble } = useTrouble(save.error);
const what = ref("");
const strength = ref("");
const chosen = useMaterialShort(what);
const USUAL = [
  { key: "malt_vinegar", name: "malt vinegar" },
  { key: "cider_vinegar", name: "cider vinegar" },
  { key: "spirit_vinegar", name: "white (spirit) vinegar" },
  { key: "lemon_juice", name: "lemon juice" },
  { key: "citric_acid", name: "citric acid" },
];
const keep = () =>
  save
    .mutateAsync({
      body: {
        material: what.value,
        name: chosen.data.value?.name ?? "",
        strength: strength.value || null,
        size: null,
        left: null,
        price: null,
        opened_on: null,
        use_by: null,
        note: "",
      } as never,
    })
    .catch(() => null);
</script>

<template>
  <form class="grid gap-3 justify-items-start w-[min(100%,460px)]" @submit.prevent="keep">
    <p class="row">
      <button v-for="one in USUAL" :key="one.key" type="button" class="act" @click="what = one.key">
        {{ one.name }}
      </button>
    </p>
    <MaterialField
      v-model="what"
      label="What do you rinse with?"
      :error="errors['material'] ?? errors['name']"
    />
    <TextField
      v-if="chosen.data.value?.kind === 'vinegar'"
      v-model="strength"
      label="% acidity on its label, if it says"
      decimal
      short
      :error="errors['strength']"
    />
    <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
    <Button
      type="submit"
      class="now"
      label="That is my bottle"
      :disabled="!chosen.data.value || save.isPending.value"
    />
  </form>
</template>

<style scoped>
form > :nth-child(2) {
  width: 100%;
}
</style>
