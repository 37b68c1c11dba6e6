<script setup lang="ts">
/** Stops that nobody has passed: nothing goes on over them. An adult passes one for their own head, and says why. */
import { ref } from "vue";
import type { Run } from "@/api/types";
import CautionList from "@/parts/CautionList.vue";
import type { Passed } from "@/parts/passed";
import StopGate from "@/parts/StopGate.vue";
import { useTrouble } from "@/parts/trouble";
import { useBeside, type Pressing } from "./pressing";

const { pressing } = defineProps<{ run: Run; pressing: Pressing }>();
const { mark, error } = useBeside(pressing);
const { errors, trouble } = useTrouble(error);
const accepted = ref<Passed | null>(null);
const pass = () =>
  accepted.value && mark({ what: "pass", ...accepted.value }, "that you accept the risk");
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
