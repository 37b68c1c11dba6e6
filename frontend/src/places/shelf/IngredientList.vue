<script setup lang="ts">
/** The ingredients of a label in their order: what each is, and what it brings that someone may mind. */
import type { LabelIngredient } from "@/api/types";

defineProps<{ ingredients: LabelIngredient[] }>();
</script>

<template>
  <ol aria-label="Ingredients">
    <li v-for="one in ingredients" :key="one.name" :class="{ unknown: !one.role }">
      {{ one.name }}<template v-if="one.percent"> {{ one.percent }} %</template>
      <span class="quiet">
        · {{ one.role || "not known here" }}{{ one.maybe ? ", perhaps" : "" }}
      </span>
      <strong v-if="one.contains.length">{{ ` ${one.contains.join(", ")}` }}</strong>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  columns: 2;
  column-gap: 24px;
  font-size: 0.9375rem;
}

li {
  break-inside: avoid;
  padding: 1px 0;
}

.unknown {
  font-style: italic;
}

strong {
  font-weight: 600;
  color: var(--madder);
}

@media (max-width: 760px) {
  ol {
    columns: 1;
  }
}
</style>
