<script setup lang="ts">
/** How a wash went: as it was done, and three times of asking, a few presses each. What we learnt stands beside. */
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";
import { useReviews } from "@/api/basin";
import LoadState from "@/parts/LoadState.vue";
import { percents } from "@/parts/figures";
import { when } from "@/parts/when";
import ReviewForm from "./ReviewForm.vue";

const { id } = defineProps<{ id: number }>();
const route = useRoute();
const reviews = useReviews(() => id);
const found = computed(() => reviews.data.value);
/** The one to be answered now: which was asked for, or the last that is open and not told; it stays while it is. */
const now = ref("");
watch(
  found,
  (reviews) => {
    if (now.value || !reviews) return;
    const open = reviews.times.filter((one) => one.open);
    const wanted = open.find((one) => one.when === route.query["when"]);
    const one = wanted ?? open.findLast((each) => each.answers === null) ?? reviews.times[0];
    now.value = one?.when ?? "";
  },
  { immediate: true },
);
const first = computed(() => found.value?.times.find((one) => one.when === now.value));
const others = computed(() => found.value?.times.filter((one) => one !== first.value) ?? []);
</script>

<template>
  <main class="place">
    <LoadState v-if="!found" :error="reviews.error.value" @again="reviews.refetch()" />
    <p v-if="!found && reviews.error.value"><RouterLink to="/wash">Back to Wash</RouterLink></p>
    <template v-if="found">
      <header>
        <div>
          <h1>How it went: {{ found.head_name }}</h1>
          <p class="quiet">{{ found.name }}, {{ when(found.ended_at) }}</p>
        </div>
        <p class="row">
          <RouterLink class="act" :to="`/heads/${found.head}/washes`"
            >What we have learnt about {{ found.head_name }}</RouterLink
          >
        </p>
      </header>
      <div class="beside grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] mt-3">
        <div class="worktop">
          <ReviewForm
            v-if="first"
            :key="first.when"
            :planned="id"
            :head="found.head"
            :time="first"
          />
          <details v-for="one in others" :key="one.when" class="border-t border-hairline pt-2">
            <summary class="cursor-pointer min-h-11 flex gap-3 items-center font-bold">
              {{ one.name }}
              <span class="quiet">{{
                one.answers
                  ? "told"
                  : one.passed_over
                    ? "passed over"
                    : one.open
                      ? "not told yet"
                      : `asked from ${when(one.start)} on`
              }}</span>
            </summary>
            <ReviewForm :planned="id" :head="found.head" :time="one" />
          </details>
        </div>
        <div class="side">
          <section aria-label="As it was done">
            <h2>As it was done</h2>
            <ul>
              <li v-for="one in found.done" :key="one">{{ one }}</li>
            </ul>
            <p
              v-for="one in found.beware"
              :key="one"
              class="border-l-4 border-madder pl-3 mx-0 my-2"
            >
              {{ one }}
            </p>
            <p v-if="found.lift">
              Washed out about
              <strong>{{ percents(found.lift) }}</strong> of the scalp’s oil
              <em class="quiet">computed</em>
            </p>
          </section>
          <section aria-label="What we learnt">
            <h2>What we learnt</h2>
            <p>{{ found.learnt || "Nothing yet: say how oily or tight the scalp is." }}</p>
          </section>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.worktop,
.side {
  display: grid;
  gap: 20px;
  align-content: start;
}

ul {
  margin: 0;
  padding-left: 1.2em;
}

summary .quiet {
  font-weight: 400;
}
</style>
