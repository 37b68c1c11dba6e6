<script setup lang="ts">
/** My water: how hard it is, by what the kettle shows. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useSaveWater, useWaterKinds } from "@/api/shelf";
import LoadState from "@/parts/LoadState.vue";
import PickField from "@/parts/PickField.vue";
import { useTrouble } from "@/parts/trouble";

const kinds = useWaterKinds();
const save = useSaveWater();
const { errors, trouble } = useTrouble(save.error);
const kind = ref<string | null>(null);
const chosen = computed(() => kinds.data.value?.find((one) => one.key === kind.value));
const keep = () =>
  save
    .mutateAsync({
      body: {
        kind: kind.value ?? "",
        name: chosen.value ? `Our water (${chosen.value.name.toLowerCase()})` : "",
        alkalinity: null,
        hardness: null,
        note: "",
      } as never,
    })
    .catch(() => null);
</script>

<template>
  <LoadState v-if="!kinds.data.value" :error="kinds.error.value" @again="kinds.refetch()" />
  <form v-else class="grid gap-3 justify-items-start w-[min(100%,460px)]" @submit.prevent="keep">
    <PickField
      v-model="kind"
      label="What comes out of your tap, or your barrel?"
      :options="kinds.data.value"
      by="key"
      hint="Does the kettle fur up within a week? Very hard. Never? Soft. Your supplier’s page says it too."
      :error="errors['kind'] ?? errors['name']"
    />
    <p v-if="trouble" class="error" role="alert">{{ trouble }}</p>
    <Button
      type="submit"
      class="now"
      label="That is my water"
      :disabled="!kind || save.isPending.value"
    />
  </form>
</template>

<style scoped>
form > :first-child {
  width: 100%;
}
</style>
