<script setup lang="ts">
/** What one zone asks for: how much to lift and to leave, how long, on what ground, at which pH. */
import { computed } from "vue";
import type { ZoneAsk } from "@/api/types";
import { ph, said, span } from "@/parts/ph";
import LiftScale from "@/parts/LiftScale.vue";
import { spanOf } from "./words";
import { kindOf } from "@/parts/figures";

const { zone } = defineProps<{ zone: ZoneAsk }>();
const name = computed(() => (zone.zone === "scalp" ? "Scalp and roots" : "Lengths"));
const rest = computed(() => zone.says.split(":")[1] ?? "");
</script>

<template>
  <section :aria-label="name" class="zone grid gap-1 content-start">
    <p class="quiet small">{{ name }}</p>
    <h3 class="text-[1.6rem] text-vein">{{ zone.grade }}</h3>
    <p>
      {{ rest.trim().replace(/^w/, "W") }}. <em class="quiet">{{ kindOf(zone.lift) }}</em>
    </p>
    <LiftScale :lift="zone.lift" />
    <p>
      {{ zone.way === "dry" ? "Neat, on the dry scalp" : "Thinned, on wet hair" }},
      {{ spanOf(zone.minutes) }}.
    </p>
    <details>
      <summary>Why?</summary>
      <p>
        About {{ said(zone.oil.value) }} g of oil and build-up is there, likely
        {{ span(said(zone.oil.low), said(zone.oil.high)) }} g (<em>{{ kindOf(zone.oil) }}</em
        >); that leaves some {{ span(said(zone.leave.low), said(zone.leave.high)) }} g. Safe from pH
        {{ span(ph(zone.ph.low), ph(zone.ph.high)) }} (<em>{{ kindOf(zone.ph) }}</em
        >).
      </p>
      <ul class="mx-0 my-1.5 pl-4.5">
        <li v-for="reason in zone.reasons" :key="reason.id" class="mb-1">
          {{ reason.text }} <span class="quiet small">From: {{ reason.source }}.</span>
        </li>
      </ul>
    </details>
  </section>
</template>
