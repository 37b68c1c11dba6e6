<script setup lang="ts">
/** Make: what is under way, what is there, what was made. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { useBatches, useContainers, useMake } from "@/api/make";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import { ph } from "@/parts/ph";
import { ago } from "@/parts/when";
import ContainerRow from "./ContainerRow.vue";
import UnderWay from "./UnderWay.vue";

const PAGE = 60;
const router = useRouter();
const shown = ref(PAGE);
const { data: make, error, refetch } = useMake(shown);
const soon = computed(() => make.value?.containers.filter((one) => one.soon) ?? []);
const rest = computed(() => make.value?.containers.filter((one) => !one.soon) ?? []);
const OLDER = 200;
const older = ref(false);
const every = useBatches(OLDER, older);
const made = computed(() => (older.value && every.data.value) || (make.value?.lately ?? []));
const past = ref(false);
const ended = useContainers(past, true);
const begin = () => void router.push("/make/new");

useShortcuts([{ key: "n", does: "Make something", run: begin }]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Make</h1>
      <Button label="Make something" @click="begin" />
    </header>
    <LoadState v-if="error || !make" :error="error" @again="refetch()" />
    <template v-else>
      <section aria-labelledby="under-way">
        <h2 id="under-way" class="mb-2">Under way</h2>
        <p v-if="!make.under_way.length" class="quiet">
          Nothing is being made. Choose a formula, say how much, and the kitchen work is laid out
          step by step.
        </p>
        <UnderWay v-for="batch in make.under_way" :key="batch.id" :batch="batch" />
      </section>
      <section v-if="make.stock" aria-labelledby="stock">
        <h2 id="stock" class="mb-2">In stock</h2>
        <template v-if="soon.length">
          <h3 class="mx-0 mt-3 mb-1">Use soon</h3>
          <ul>
            <ContainerRow v-for="one in soon" :key="one.id" :container="one" />
          </ul>
        </template>
        <h3 v-if="soon.length && rest.length" class="mx-0 mt-3 mb-1">Keeps for now</h3>
        <ul>
          <ContainerRow v-for="one in rest" :key="one.id" :container="one" />
        </ul>
        <Button
          v-if="make.containers.length < make.stock"
          :label="`Show more: ${make.stock - make.containers.length} are left`"
          variant="outlined"
          @click="shown += PAGE"
        />
      </section>
      <details v-if="make.finished" @toggle="past = ($event.target as HTMLDetailsElement).open">
        <summary class="cursor-pointer text-vein min-h-11 content-center">
          Used up and thrown away ({{ make.finished }})
        </summary>
        <LoadState
          v-if="past && !ended.data.value"
          :error="ended.error.value"
          @again="ended.refetch()"
        />
        <ul>
          <ContainerRow v-for="one in ended.data.value ?? []" :key="one.id" :container="one" />
        </ul>
      </details>
      <section v-if="make.made" aria-labelledby="made">
        <h2 id="made" class="mb-2">Made lately</h2>
        <ul class="made">
          <li v-for="one in made" :key="one.id">
            <RouterLink :to="one.of === 'jug' ? `/journal/${one.id}` : `/make/${one.id}`">{{
              one.name
            }}</RouterLink>
            <span class="quiet">
              {{ one.of === "jug" ? "a jug, " : "" }}{{ ago(one.made_at) }}
              <template v-if="one.ph"> · pH {{ ph(one.ph.value) }}</template>
              <template v-if="one.left"> · {{ one.left }} left</template>
            </span>
          </li>
        </ul>
        <Button
          v-if="!older && make.made > make.lately.length"
          label="Show older ones"
          variant="outlined"
          @click="older = true"
        />
      </section>
    </template>
  </main>
</template>

<style scoped>
section {
  margin-bottom: 32px;
}

details {
  margin-bottom: 24px;
}

ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}

.made li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hairline);
}
</style>
