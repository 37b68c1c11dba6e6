<script setup lang="ts">
/** A planned wash in a list: when, whose, which, and what stands against it. */
import type { Planned } from "@/api/types";
import { percents } from "@/parts/figures";
import { ph } from "@/parts/ph";
import { when } from "@/parts/when";

defineProps<{ wash: Planned }>();
</script>

<template>
  <li>
    <p class="at">{{ when(wash.at) }}</p>
    <h3>
      <RouterLink :to="`/wash/planned/${wash.id}`"
        >{{ wash.head_name }}: {{ wash.name }}</RouterLink
      >
    </h3>
    <p v-if="wash.trouble" class="bad">{{ wash.trouble }}</p>
    <p v-else class="quiet">
      {{ wash.grade
      }}<template v-if="wash.lift">, {{ percents(wash.lift) }} of the scalp’s oil</template
      ><template v-if="wash.ph">; ends at pH {{ ph(wash.ph.value) }}</template
      ><template v-if="wash.warnings">; {{ wash.warnings }} to beware of</template>
    </p>
    <p v-for="stop in wash.stops.slice(0, 2)" :key="stop" class="bad">Stop: {{ stop }}</p>
    <p v-for="note in wash.notes" :key="note">{{ note }}</p>
    <p v-if="wash.late" class="bad">
      What it takes cannot be ready by then<template v-if="wash.nearest"
        >: {{ when(wash.nearest) }} at the soonest</template
      >.
    </p>
  </li>
</template>

<style scoped>
li {
  display: grid;
  gap: 2px;
  padding: 10px 0;
  border-top: 1px solid var(--hairline);
}

h3 {
  font-size: 1.0625rem;
}

.at {
  font-weight: 700;
  color: var(--vein);
}

.bad {
  color: var(--madder);
}
</style>
