<script setup lang="ts">
/** One thing on the shelf: its name, what it does, and the way to change it or take it off. */
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import RowActs from "./RowActs.vue";

const { thing } = defineProps<{
  thing: { id: number; key: string; name: string; note: string };
  kind: string;
  remove: (id: number) => Promise<unknown>;
  restore: (id: number) => Promise<unknown>;
}>();
const route = useRoute();
const router = useRouter();
const changing = ref(route.query["change"] === thing.key);

/** Done: back to where the change was asked for, if that was elsewhere. */
function done(): void {
  changing.value = false;
  if (route.query["change"] !== thing.key) return;
  if (window.history.state?.back) router.back();
  else void router.replace(route.path);
}
</script>

<template>
  <li class="border-t border-hairline px-0 py-3.5 grid gap-1 content-start">
    <slot v-if="changing" name="form" :done="done" />
    <template v-else>
      <div class="head flex flex-wrap gap-x-3 gap-y-0 items-baseline">
        <h3 class="text-xl">{{ thing.name }}</h3>
        <span v-if="kind !== thing.name" class="quiet">{{ kind }}</span>
      </div>
      <slot />
      <p v-if="thing.note" class="whitespace-pre-line">{{ thing.note }}</p>
      <div class="row acts">
        <RouterLink
          class="act"
          :to="{ path: '/mix', query: { with: thing.key } }"
          :aria-label="`Mix with it: ${thing.name}`"
        >
          Mix with it
        </RouterLink>
        <slot name="acts" />
        <RowActs :thing="thing" :remove="remove" :restore="restore" @change="changing = true" />
      </div>
    </template>
  </li>
</template>
