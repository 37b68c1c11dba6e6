<script setup lang="ts">
/** One head: who it is, and the sides from which it can be looked at. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import { useHead, useQuestions } from "@/api/heads";
import LoadState from "@/parts/LoadState.vue";
import SideNav from "@/parts/SideNav.vue";
import HeadPortrait from "./HeadPortrait.vue";
import PatchView from "./PatchView.vue";
import RecordView from "./RecordView.vue";
import TestsView from "./TestsView.vue";
import TodayView from "./TodayView.vue";
import WashesView from "./WashesView.vue";
import { ageOf } from "./words";

const { id } = defineProps<{ id: number }>();
const route = useRoute();
const head = useHead(() => id);
const questions = useQuestions();

const SIDES = [
  { key: "", name: "Today", view: TodayView },
  { key: "washes", name: "How it went", view: WashesView },
  { key: "tests", name: "Quick hair tests", view: TestsView },
  { key: "patch", name: "Patch tests", view: PatchView },
  { key: "record", name: "Record", view: RecordView },
] as const;
const side = computed(
  () => SIDES.find((one) => one.key === String(route.params["side"] ?? "")) ?? SIDES[0],
);
const failed = computed(() => head.error.value ?? questions.error.value);
function again(): void {
  void head.refetch();
  void questions.refetch();
}
</script>

<template>
  <main class="place">
    <LoadState
      v-if="failed || !head.data.value || !questions.data.value"
      :error="failed"
      @again="again"
    />
    <p v-if="failed"><RouterLink to="/heads">Back to the heads</RouterLink></p>
    <template v-if="head.data.value && questions.data.value && !failed">
      <header>
        <div class="flex gap-4 items-center">
          <HeadPortrait :answers="head.data.value.answers" />
          <div>
            <h1>{{ head.data.value.name }}</h1>
            <p class="quiet">
              {{ ageOf(head.data.value) }} ·
              {{ head.data.value.about }}
              <template v-if="head.data.value.answers['adult']">
                · in the charge of {{ head.data.value.answers["adult"] }}</template
              >
            </p>
          </div>
        </div>
        <div
          v-if="head.data.value.unknown.length"
          class="unknown border-l-4 border-madder pl-3"
          role="alert"
        >
          <p v-for="one in head.data.value.unknown" :key="one">{{ one }}</p>
          <RouterLink class="act" :to="`/heads/${id}/record`">Answer it on the record</RouterLink>
        </div>
        <SideNav :sides="SIDES" :at="side.key" :base="`/heads/${id}`" label="Sides of this head" />
      </header>
      <component
        :is="side.view"
        :key="`${id}-${side.key}`"
        :head="head.data.value"
        :questions="questions.data.value"
      />
    </template>
  </main>
</template>

<style scoped>
.place > header {
  align-items: center;
  margin-bottom: 20px;
}
</style>
