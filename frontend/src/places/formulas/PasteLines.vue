<script setup lang="ts">
/** A recipe pasted or typed as on paper: lines go in, understood or asked about; what did not go in stays here. */
import Button from "primevue/button";
import { ref } from "vue";
import { useRoute } from "vue-router";
import type { ReadRecipe } from "@/api/types";
import { readLines } from "@/api/formulas";
import DraftNote from "@/parts/DraftNote.vue";
import { useTyped } from "@/parts/edit";
import TextField from "@/parts/TextField.vue";

const { room } = defineProps<{
  /** How many lines may still go in. */
  room: number;
}>();
const emit = defineEmits<{ add: [read: ReadRecipe]; close: [] }>();
const edit = useTyped(`lines ${useRoute().path}`, () => ({ text: "" }));
const entered = edit.entered;
const busy = ref(false);
const trouble = ref("");
const says = ref("");

async function add(): Promise<void> {
  trouble.value = says.value = "";
  if (!entered.text.trim()) {
    trouble.value = "Write a line first, such as: 60 g soapwort root, broken.";
    return;
  }
  if (room <= 0) {
    trouble.value = "A formula holds 60 lines: leave some out before more go in.";
    return;
  }
  busy.value = true;
  try {
    const read = await readLines(entered.text, room);
    emit("add", read);
    says.value = read.says;
    if (read.rest) entered.text = read.rest;
    else {
      edit.startOver();
      emit("close");
    }
  } catch (error) {
    trouble.value = (error as Error).message;
  }
  busy.value = false;
}
</script>

<template>
  <form class="grid gap-2" @submit.prevent="add">
    <DraftNote v-if="!says" :edit="edit" />
    <TextField
      v-model="entered.text"
      label="A whole recipe, or a line for each material, as on paper"
      :rows="8"
      :error="trouble"
      hint="2 tbsp rhassoul · juice of half a lemon · 15–30 drops lavender essential oil · water to cover"
    />
    <p v-if="says" class="quiet" role="status">{{ says }}</p>
    <div class="row">
      <Button type="submit" label="Put these lines in" :disabled="busy" />
      <button type="button" class="act" @click="emit('close')">
        {{ says ? "Close" : "Cancel" }}
      </button>
    </div>
  </form>
</template>
