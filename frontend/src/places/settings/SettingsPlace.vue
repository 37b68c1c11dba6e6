<script setup lang="ts">
/** What holds for the whole household: how it measures and what time it is, its rules, limits and safekeeping. */
import CopiesPanel from "./CopiesPanel.vue";
import CalendarFeed from "./CalendarFeed.vue";
import HouseHours from "./HouseHours.vue";
import HouseMeasures from "./HouseMeasures.vue";
import HouseLimits from "./HouseLimits.vue";
import HouseRules from "./HouseRules.vue";
import KeptApart from "./KeptApart.vue";
import RemovedPanel from "./RemovedPanel.vue";
</script>

<template>
  <main class="place">
    <header>
      <h1>Settings</h1>
    </header>
    <HouseMeasures />
    <HouseHours />
    <CalendarFeed />
    <CopiesPanel />
    <KeptApart />
    <RemovedPanel />
    <HouseRules />
    <HouseLimits />
  </main>
</template>
