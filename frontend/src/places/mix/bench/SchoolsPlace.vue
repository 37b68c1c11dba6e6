<script setup lang="ts">
/** Where makers disagree: what this household holds, each with its reason. New formulas begin by it. */
import { computed } from "vue";
import { useBench, usePickSchools } from "@/api/formulas";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import MixNav from "../MixNav.vue";

const bench = useBench();
const pick = usePickSchools();
const picked = computed(() => bench.data.value?.picked ?? {});

function hold(school: string, option: string): void {
  pick.mutate({ ...picked.value, [school]: option }, { onError: (error) => tell(error.message) });
}
</script>

<template>
  <main class="place">
    <header>
      <h1>Schools</h1>
      <MixNav at="schools" />
    </header>
    <LoadState
      v-if="bench.error.value || !bench.data.value"
      :error="bench.error.value"
      @again="bench.refetch()"
    />
    <template v-else>
      <p class="quiet">
        Makers disagree, and each has a reason. Pick what your household holds: new formulas begin
        by it, and what goes against it says so. What each would give one head stands on that head’s
        page.
      </p>
      <fieldset v-for="school in bench.data.value.schools" :key="school.key">
        <legend>
          <h2>{{ school.name }}</h2>
        </legend>
        <label v-for="one in school.options" :key="one.key">
          <input
            type="radio"
            :name="school.key"
            :value="one.key"
            :checked="picked[school.key] === one.key"
            @change="hold(school.key, one.key)"
          />
          <span>
            <strong>{{ one.name }}</strong><template v-if="one.ph"> (pH {{ one.ph }})</template>.
            {{ one.holds }}
          </span>
        </label>
        <label>
          <input
            type="radio"
            :name="school.key"
            value=""
            :checked="!picked[school.key]"
            @change="hold(school.key, '')"
          />
          <span class="quiet">Left open</span>
        </label>
      </fieldset>
    </template>
  </main>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--hairline);
  margin: 12px 0 0;
  padding: 12px 0 0;
  display: grid;
  gap: 4px;
}

legend {
  padding: 0;
  float: left;
}

label {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr);
  gap: 8px;
  clear: both;
  padding: 3px 0;
}
</style>
