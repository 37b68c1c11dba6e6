<script setup lang="ts">
/** A soda wash, honestly: what dissolves, the pH just mixed and stood, and the caps on it. */
import type { Mix } from "@/api/types";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import { kindOf } from "@/parts/figures";

defineProps<{ soda: NonNullable<Mix["soda"]> }>();
</script>

<template>
  <section class="soda">
    <h2>This is a soda wash</h2>
    <p>{{ soda.says }}</p>
    <table class="border-collapse">
      <tbody>
        <tr
          v-for="[when, figure] in [
            ['just mixed', soda.fresh],
            ['stood an hour, or stirred warm', soda.stood],
          ] as const"
          :key="when"
        >
          <th scope="row">{{ when }}</th>
          <td>
            <strong>pH {{ ph(figure.value) }}</strong>
            <span class="quiet"
              >, likely {{ range(figure) }} <em>{{ kindOf(figure) }}</em></span
            >
          </td>
          <td class="phone:hidden"><PhStrip :predicted="figure" /></td>
        </tr>
      </tbody>
    </table>
    <p>
      {{ said(soda.percent) }} g in 100 mL; {{ said(soda.cap) }} g is the most
      <em class="quiet">rule of thumb</em>. One or two minutes, {{ said(soda.minutes) }} at the very
      most.
    </p>
  </section>
</template>

<style scoped>
.soda {
  display: grid;
  gap: 8px;
}

th,
td {
  text-align: left;
  font-weight: 400;
  padding: 6px 16px 6px 0;
  border-top: 1px solid var(--hairline);
}
</style>
