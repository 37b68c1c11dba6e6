<script setup lang="ts">
/** A strip to print that makes the household's own bottle a measuring jug for this batch. */
import { computed, ref } from "vue";
import { useStrip } from "@/api/make";
import { useVessels } from "@/api/shelf";
import PickField from "@/parts/PickField.vue";
import { useTrouble } from "@/parts/trouble";

const { batch } = defineProps<{ batch: number }>();
const vessels = useVessels();
const vessel = ref<number | null>(null);
const strip = useStrip(() => batch, vessel);
const { errors, trouble } = useTrouble(strip.error);
const measured = computed(() =>
  (vessels.data.value ?? []).filter((one) => one.marks.some((mark) => mark.height)),
);
const address = computed(() => `/api/make/batches/${batch}/strip?vessel=${vessel.value ?? 0}`);
</script>

<template>
  <details>
    <summary class="cursor-pointer text-vein min-h-11 content-center">
      No scale? Print a strip for a bottle
    </summary>
    <p v-if="vessels.data.value && !measured.length">
      No bottle is measured yet. Fill one with weighed water, 1 g is 1 mL, and note on the
      <RouterLink to="/shelf">shelf</RouterLink> the height in mm: the strip for it has a line per
      ingredient.
    </p>
    <div v-else class="row flex flex-wrap gap-x-4 gap-y-2 items-end">
      <PickField
        v-model="vessel"
        label="For which bottle"
        :options="measured"
        by="id"
        :error="errors['vessel'] ?? trouble"
      />
      <a
        v-if="vessel && strip.data.value"
        class="act min-h-11 inline-flex items-center"
        :href="address"
        target="_blank"
        rel="noopener"
        >Print the strip</a
      >
    </div>
  </details>
</template>
