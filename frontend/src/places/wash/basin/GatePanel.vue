<script setup lang="ts">
/** Stops that nobody has passed: nothing goes on over them. An adult passes one for their own head, and says why. */
import { ref } from "vue";
import { useMark } from "@/api/basin";
import type { Run } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import type { Passed } from "@/parts/passed";
import StopGate from "@/parts/StopGate.vue";
import { useTrouble } from "@/parts/trouble";

const { run } = defineProps<{ run: Run }>();
const mark = useMark();
const { errors, trouble } = useTrouble(mark.error);
const accepted = ref<Passed | null>(null);
const pass = () =>
  accepted.value && mark.mutate({ id: run.id, input: { what: "pass", ...accepted.value } });
</script>

<template>
  <form class="grid gap-2" @submit.prevent="pass">
    <CautionList :cautions="run.stops" />
    <StopGate id="gate" v-model="accepted" :cautions="run.stops" :head="run.head" />
    <button v-if="accepted" type="submit" class="act">I accept the risk</button>
    <p v-if="errors['stops'] || errors['why'] || trouble" class="error" role="alert">
      {{ errors["stops"] ?? errors["why"] ?? trouble }}
    </p>
  </form>
</template>
