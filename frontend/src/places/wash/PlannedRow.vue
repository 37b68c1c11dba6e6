<script setup lang="ts">
/** A planned wash in a list: when, whose, which, and what stands against it. */
import type { Planned } from "@/api/types";
import { percents } from "@/parts/figures";
import { ph } from "@/parts/ph";
import { when } from "@/parts/when";

defineProps<{ wash: Planned }>();
</script>

<template>
  <li class="grid gap-0.5 px-0 py-2.5 border-t border-hairline">
    <p class="at font-bold text-vein">{{ when(wash.at) }}</p>
    <h3 class="text-lg">
      <RouterLink :to="`/wash/planned/${wash.id}`"
        >{{ wash.head_name }}: {{ wash.name }}</RouterLink
      >
    </h3>
    <p v-if="wash.trouble" class="text-madder">{{ wash.trouble }}</p>
    <p v-else class="quiet">
      {{ wash.grade
      }}<template v-if="wash.lift">, {{ percents(wash.lift) }} of the scalp’s oil</template
      ><template v-if="wash.ph">; ends at pH {{ ph(wash.ph.value) }}</template
      ><template v-if="wash.warnings">; {{ wash.warnings }} to beware of</template>
    </p>
    <p v-for="stop in wash.stops.slice(0, 2)" :key="stop" class="text-madder">Stop: {{ stop }}</p>
    <p v-for="note in wash.notes" :key="note">{{ note }}</p>
    <p v-if="wash.late" class="text-madder">
      What it takes cannot be ready by then<template v-if="wash.nearest"
        >: {{ when(wash.nearest) }} at the soonest</template
      >.
    </p>
  </li>
</template>
