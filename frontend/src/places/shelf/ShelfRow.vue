<script setup lang="ts">
/** One thing on the shelf: its name, what it does, and the way to change it or take it off. */
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";

const { id } = defineProps<{
  id: string;
  name: string;
  kind: string;
  note: string;
  source: string;
}>();
defineEmits<{ remove: [] }>();
const route = useRoute();
const router = useRouter();
const changing = ref(route.query["change"] === id);

/** Done: back to where the change was asked for, if that was elsewhere. */
function done(): void {
  changing.value = false;
  if (route.query["change"] !== id) return;
  if (window.history.state?.back) router.back();
  else void router.replace("/shelf");
}
</script>

<template>
  <li>
    <slot v-if="changing" name="form" :done="done" />
    <template v-else>
      <div class="head">
        <h3>{{ name }}</h3>
        <span v-if="kind !== name" class="quiet">{{ kind }}</span>
      </div>
      <slot />
      <details>
        <summary>Why these figures?</summary>
        <p>{{ source }}. A figure of your own is kept as measured, with its doubt.</p>
      </details>
      <p v-if="note" class="note">{{ note }}</p>
      <div class="row acts">
        <slot name="acts" />
        <button type="button" :aria-label="`Change ${name}`" @click="changing = true">
          Change
        </button>
        <button type="button" :aria-label="`Take off the shelf: ${name}`" @click="$emit('remove')">
          Take off the shelf
        </button>
      </div>
    </template>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--hairline);
  padding: 14px 0;
  display: grid;
  gap: 4px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: baseline;
}

h3 {
  font-size: 1.125rem;
}

summary {
  cursor: pointer;
  color: var(--stem);
  font-size: 0.875rem;
}

.note {
  white-space: pre-line;
}

.acts :deep(a),
.acts button {
  border: 0;
  background: none;
  padding: 4px 0;
  font: inherit;
  color: var(--vein);
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
