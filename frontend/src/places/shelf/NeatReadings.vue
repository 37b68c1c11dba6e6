<script setup lang="ts">
/** What was read of a thing: taken by itself here, or in jugs; each can be taken back. */
import Button from "primevue/button";
import { reactive } from "vue";
import { useAddReading, useReadings, useRemoveReading, useRestoreReading } from "@/api/shelf";
import { tellOf } from "@/app/undo";
import { ph } from "@/parts/ph";
import { blank, readOf } from "@/parts/reading";
import ReadingPicker from "@/parts/ReadingPicker.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";

const { thing } = defineProps<{ thing: { key: string; name: string } }>();
const readings = useReadings(thing.key, true);
const add = useAddReading();
const remove = useRemoveReading();
const restore = useRestoreReading();
const { errors, trouble } = useTrouble(add.error);
const draft = reactive(blank());

async function keep(): Promise<void> {
  const read = readOf(draft);
  if (!read) return;
  const kept = await add.mutateAsync({ supply_key: thing.key, read }).catch(() => null);
  if (kept) draft.value = "";
}

function takeBack(id: number): void {
  void tellOf(
    "That reading tells nothing any more.",
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
}
</script>

<template>
  <div class="readings grid gap-2 px-4 py-3 bg-paper rounded-leaf-16">
    <form class="flex flex-wrap gap-x-5 gap-y-3 items-end" @submit.prevent="keep">
      <ReadingPicker
        v-model="draft"
        :what="`${thing.name} by itself reads pH`"
        :error="
          errors['value'] ?? errors['step'] ?? errors['meter'] ?? errors['supply_key'] ?? trouble
        "
      />
      <Button type="submit" label="Keep the reading" :disabled="add.isPending.value" />
    </form>
    <ul v-if="readings.data.value?.length" class="m-0 pl-5">
      <li v-for="one in readings.data.value" :key="one.id">
        {{ when(one.made_at) }}: {{ one.instrument }} read
        <strong>pH {{ ph(one.figure.value) }}</strong>
        <span class="quiet"> in {{ one.of.join(" with ") }} <em>measured</em></span>
        <button
          type="button"
          class="act"
          :aria-label="`Take back the reading of ${when(one.made_at)}`"
          @click="takeBack(one.id)"
        >
          Remove
        </button>
        <p v-if="one.says" class="border-l-4 border-throat pl-3" role="status">{{ one.says }}</p>
      </li>
    </ul>
    <p v-else class="quiet small">
      Dip a strip in it as it is, and put down what it reads: every jug with it is surer after that.
    </p>
  </div>
</template>

<style scoped>
li .act {
  margin-left: 8px;
}
</style>
