<script setup lang="ts">
/** A jug that reads wrong: what to add from the shelf, how much, and what it then is. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { Entry } from "@/api/types";
import { usePutRight } from "@/api/journal";
import { useVessels } from "@/api/shelf";
import { ph, range, said } from "@/parts/ph";
import PhStrip from "@/parts/PhStrip.vue";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { kindOf } from "@/parts/figures";

const { entry } = defineProps<{ entry: Entry }>();
const vessels = useVessels();
const asked = usePutRight();
const { errors, trouble } = useTrouble(asked.error);

const left = ref("");
const vessel = ref<number | null>(null);
const ANY = { id: null, name: "anything that is big enough" };
const bowls = computed(() => [
  ANY,
  ...(vessels.data.value ?? []).map((one) => ({
    id: one.id,
    name: `${one.name}, ${one.volume} mL`,
  })),
]);
const WORD = { stop: "Stop: not this way.", warning: "Take care." } as const;

function ask(): void {
  asked.mutate({ id: entry.id, left: left.value, vessel: vessel.value });
}
</script>

<template>
  <section class="grid gap-3" aria-label="Put it right">
    <h2>Put it right</h2>
    <form class="row items-end" @submit.prevent="ask">
      <TextField
        v-model="left"
        label="mL left in it"
        decimal
        short
        :hint="`empty: all ${said(entry.rinse.volume)}`"
        :error="errors['left']"
      />
      <PickField
        v-if="vessels.data.value?.length"
        v-model="vessel"
        label="It stands in"
        :options="bowls"
        by="id"
        :placeholder="ANY.name"
        :error="errors['vessel']"
      />
      <Button
        type="submit"
        label="What could go in?"
        variant="outlined"
        :disabled="asked.isPending.value"
      />
    </form>
    <p v-if="trouble || errors['reading']" class="trouble" role="alert">
      {{ trouble || errors["reading"] }}
    </p>
    <template v-if="asked.data.value">
      <p v-if="asked.data.value.says" role="status">{{ asked.data.value.says }}</p>
      <ol class="m-0 pl-6 grid gap-3">
        <li v-for="way in asked.data.value.ways" :key="way.key">
          <p>
            <strong>{{ way.says }}</strong>
          </p>
          <p class="row">
            <span>
              pH {{ ph(way.ph.value) }}
              <span class="quiet"
                >likely {{ range(way.ph) }} <em>{{ kindOf(way.ph) }}</em></span
              >
            </span>
            <PhStrip :predicted="way.ph" />
          </p>
          <p v-if="way.spoons" class="quiet">{{ way.spoons }}</p>
          <p v-if="way.gravest" :class="way.gravest">{{ WORD[way.gravest] }}</p>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.trouble,
.stop {
  color: var(--madder);
}
</style>
