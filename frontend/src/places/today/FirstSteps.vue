<script setup lang="ts">
/** A household with nothing yet, led in three steps: my water, my bottle, someone's head. Each may be skipped. */
import { computed } from "vue";
import type { FirstStep } from "@/api/types";
import { useHousehold, useSaveHousehold } from "@/api/household";
import { tellOf } from "@/app/undo";
import BottleStep from "./BottleStep.vue";
import HeadStep from "./HeadStep.vue";
import WaterStep from "./WaterStep.vue";

const { steps, leading } = defineProps<{ steps: FirstStep[]; leading: boolean }>();
const household = useHousehold();
const save = useSaveHousehold();
const TITLE = { water: "My water", bottle: "My bottle", head: "Whose hair?" } as const;
const FORM = { water: WaterStep, bottle: BottleStep, head: HeadStep } as const;
const open = computed(() => steps.find((one) => !one.done && !one.skipped)?.key);

function skip(key: string): void {
  const before = household.data.value?.skipped ?? [];
  void tellOf(
    "Skipped. It can be done any time.",
    () => save.mutateAsync({ skipped: [...before, key] }),
    () => save.mutateAsync({ skipped: before }),
  );
}
</script>

<template>
  <section class="first grid gap-2 mx-0 mt-2 mb-6" aria-label="First steps">
    <p v-if="leading" class="font-serif font-normal text-2xl leading-[1.4]">
      Three small steps, a minute each, and you know what your vinegar really does in your water.
    </p>
    <ol>
      <li v-for="(one, i) in steps" :key="one.key" :class="{ done: one.done }">
        <h2>
          <span class="nth inline-block w-6">{{ one.done ? "✓" : i + 1 }}</span>
          {{ TITLE[one.key] }}
          <span v-if="one.done" class="unseen">done</span>
        </h2>
        <div v-if="one.answer" class="answer border-l-4 border-leaf pl-3.5" role="status">
          <p class="font-serif font-title text-[1.1875rem] leading-[1.4]">{{ one.answer.says }}</p>
          <p class="quiet">
            {{ one.answer.more }}
            <RouterLink :to="one.answer.to">More of it</RouterLink>
          </p>
        </div>
        <template v-if="open === one.key">
          <component :is="FORM[one.key]" />
          <button type="button" class="act" @click="skip(one.key)">
            Skip this<span class="unseen">: {{ TITLE[one.key] }}</span>
          </button>
        </template>
        <p v-else-if="one.skipped && !one.done" class="quiet">skipped</p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 14px 0;
  border-top: 1px solid var(--hairline);
}

.done .nth {
  color: var(--leaf);
}
</style>
