<script setup lang="ts">
/** The history of a head as small charts, one line each, and its pictures. */
import type { History } from "@/api/client";
import SmallChart from "@/parts/SmallChart.vue";

defineProps<{ history: History }>();
</script>

<template>
  <p v-if="history.check_ins + history.washes === 0" class="quiet">
    Nothing yet: it begins with the first look at the scalp.
  </p>
  <div v-else class="charts">
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
  <div v-if="history.pictures.length" class="pictures">
    <a v-for="picture in history.pictures" :key="picture.id" :href="picture.url">
      <img :src="picture.url" alt="A picture of this head" loading="lazy" />
    </a>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
}

.charts > :first-child:nth-last-child(odd) {
  grid-column: 1 / -1;
}

.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

img {
  width: 88px;
  height: 88px;
  object-fit: cover;
  border-radius: 4px 16px 16px 16px;
}
</style>
