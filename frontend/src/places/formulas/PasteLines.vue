<script setup lang="ts">
/** Lines pasted or typed as on paper, understood as far as they can be; nothing is dropped. */
import Button from "primevue/button";
import { ref } from "vue";
import type { ReadLine } from "@/api/client";
import { readLines } from "@/api/formulas";
import TextField from "@/parts/TextField.vue";

const emit = defineEmits<{ add: [lines: ReadLine[]]; close: [] }>();
const text = ref("");
const busy = ref(false);
const trouble = ref("");

async function add(): Promise<void> {
  if (!text.value.trim()) {
    trouble.value = "Write a line first, such as: 60 g soapwort root, broken.";
    return;
  }
  busy.value = true;
  trouble.value = "";
  try {
    emit("add", await readLines(text.value));
    text.value = "";
    emit("close");
  } catch (error) {
    trouble.value = (error as Error).message;
  }
  busy.value = false;
}
</script>

<template>
  <form class="paste" @submit.prevent="add">
    <TextField
      v-model="text"
      label="One line a material, as on paper"
      :rows="4"
      :error="trouble"
      hint="60 g soapwort root, broken · 2 tbsp rhassoul · a pinch of citric acid · 3 parts kaolin"
    />
    <div class="row">
      <Button type="submit" label="Put these lines in" :disabled="busy" />
      <button type="button" class="act" @click="emit('close')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.paste {
  display: grid;
  gap: 8px;
}
</style>
