<script setup lang="ts">
/** The history of a head as small charts, one line each, and its pictures. */
import { ref } from "vue";
import type { History } from "@/api/types";
import { useDeletePicture } from "@/api/heads";
import { tell } from "@/app/undo";
import SmallChart from "@/parts/SmallChart.vue";

const { head } = defineProps<{ history: History; head: number }>();
const remove = useDeletePicture();
const asked = ref<number | null>(null);

/** The first press asks, the second does it: there is no way back. */
async function drop(picture: number): Promise<void> {
  if (asked.value !== picture) {
    asked.value = picture;
    return;
  }
  asked.value = null;
  await remove.mutateAsync({ id: head, picture }).catch((error: Error) => tell(error.message));
}
</script>

<template>
  <p v-if="history.check_ins + history.washes === 0" class="quiet">
    Nothing yet: it begins with the first look at the scalp.
  </p>
  <div v-else class="charts grid grid-cols-[repeat(2,minmax(0,1fr))] gap-4">
    <SmallChart
      v-if="history.went.length"
      name="How washes went"
      :at="history.washed_at"
      :values="history.went"
      :words="history.outcomes"
    />
    <template v-if="history.check_ins">
      <SmallChart
        v-for="line in history.lines"
        :key="line.key"
        :name="line.name"
        :at="history.at"
        :values="line.values"
        :words="line.words"
      />
    </template>
  </div>
  <div v-if="history.pictures.length" class="flex flex-wrap gap-2">
    <div
      v-for="picture in history.pictures"
      :key="picture.id"
      class="grid justify-items-start text-sm"
    >
      <a :href="picture.url">
        <img :src="picture.url" alt="A picture of this head" loading="lazy" />
      </a>
      <button type="button" class="act" @click="drop(picture.id)">
        {{ asked === picture.id ? "Delete it for ever?" : "Delete" }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.charts > :first-child:nth-last-child(odd) {
  grid-column: 1 / -1;
}

img {
  width: 88px;
  height: 88px;
  object-fit: cover;
  border-radius: 4px 16px 16px 16px;
}
</style>
