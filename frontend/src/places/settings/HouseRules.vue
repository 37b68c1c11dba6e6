<script setup lang="ts">
/** House rules: what this household holds where opinions differ. New formulas begin by it. */
import { computed } from "vue";
import { useBench } from "@/api/formulas";
import { useSaveHousehold } from "@/api/household";
import { tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";

const bench = useBench();
const save = useSaveHousehold();
const picked = computed(() => bench.data.value?.picked ?? {});

async function hold(school: string, option: string): Promise<void> {
  const before = picked.value;
  const keep = (schools: Record<string, string>) => save.mutateAsync({ schools });
  await tellOf(
    "The house rule is changed.",
    () => keep({ ...before, [school]: option }),
    () => keep(before),
  );
}
</script>

<template>
  <section aria-labelledby="rules">
    <h2 id="rules">House rules</h2>
    <LoadState
      v-if="bench.error.value || !bench.data.value"
      :error="bench.error.value"
      @again="bench.refetch()"
    />
    <template v-else>
      <p class="quiet">
        Where opinions differ, each has a reason. Pick yours: new formulas begin by it, and what
        goes against it says so. What each would do for one person stands on their page.
      </p>
      <fieldset v-for="school in bench.data.value.schools" :key="school.key">
        <legend>
          <h3>{{ school.name }}</h3>
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
          <span class="quiet">No preference</span>
        </label>
      </fieldset>
    </template>
  </section>
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
