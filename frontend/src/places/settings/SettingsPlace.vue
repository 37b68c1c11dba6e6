<script setup lang="ts">
/** What holds for the whole household: how it measures, how it writes money, its house rules, and its limits. */
import HouseMeasures from "./HouseMeasures.vue";
import HouseLimits from "./HouseLimits.vue";
import HouseRules from "./HouseRules.vue";
</script>

<template>
  <main class="place">
    <header>
      <h1>Settings</h1>
    </header>
    <HouseMeasures />
    <HouseRules />
    <HouseLimits />
  </main>
</template>
