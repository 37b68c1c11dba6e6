<script setup lang="ts">
/** The shelf: the acids and the waters at hand, each changed in place. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { useRoute } from "vue-router";
import { useLibrary, useLots, useVessels, useWaters } from "@/api/queries";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import LotForm from "./LotForm.vue";
import LotRow from "./LotRow.vue";
import VesselForm from "./VesselForm.vue";
import VesselRow from "./VesselRow.vue";
import WaterForm from "./WaterForm.vue";
import WaterRow from "./WaterRow.vue";

const route = useRoute();
const library = useLibrary();
const lots = useLots();
const waters = useWaters();
const vessels = useVessels();
const find = ref("");
const adding = ref<"acid" | "water" | "vessel" | null>(
  route.query["new"] === "acid" ? "acid" : null,
);
const finder = useTemplateRef<{ $el: HTMLElement }>("finder");

const waiting = [library, lots, waters, vessels];
const failed = computed(() => waiting.map((query) => query.error.value).find(Boolean) ?? null);
const loaded = computed(() => waiting.every((query) => query.data.value));

const holds = (...texts: string[]) =>
  find.value
    .toLowerCase()
    .split(/\s+/)
    .every((word) => texts.join(" ").toLowerCase().includes(word));
const foundLots = computed(
  () => lots.data.value?.filter((lot) => holds(lot.name, lot.material_name, lot.note)) ?? [],
);
const foundWaters = computed(
  () => waters.data.value?.filter((water) => holds(water.name, water.kind_name, water.note)) ?? [],
);
const foundVessels = computed(
  () => vessels.data.value?.filter((vessel) => holds(vessel.name)) ?? [],
);
const many = computed(
  () => (lots.data.value?.length ?? 0) + (waters.data.value?.length ?? 0) > 4 || find.value !== "",
);

function retryAll(): void {
  for (const query of waiting) void query.refetch();
}

useShortcuts([
  {
    key: "/",
    does: "Find something on the shelf",
    run: () => void nextTick(() => finder.value?.$el.focus()),
  },
  { key: "n", does: "Put something on the shelf", run: () => (adding.value = "acid") },
]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Shelf</h1>
      <div v-if="loaded" class="row">
        <InputText
          v-show="many"
          ref="finder"
          v-model="find"
          aria-label="Find on the shelf"
          placeholder="Find on the shelf"
        />
      </div>
    </header>
    <LoadState v-if="failed || !loaded" :error="failed" @again="retryAll" />
    <div v-else class="boards">
      <section aria-labelledby="acids">
        <div class="board-head">
          <h2 id="acids">Acids</h2>
          <Button
            v-if="adding !== 'acid'"
            label="Put an acid on the shelf"
            variant="outlined"
            @click="adding = 'acid'"
          />
        </div>
        <LotForm
          v-if="adding === 'acid' && library.data.value"
          :library="library.data.value"
          @done="adding = null"
        />
        <ul>
          <LotRow
            v-for="lot in foundLots"
            :key="lot.id"
            :lot="lot"
            :library="library.data.value!"
          />
        </ul>
        <p v-if="!lots.data.value?.length" class="quiet">
          No acid yet. Start with the vinegar in your cupboard.
        </p>
        <p v-else-if="!foundLots.length" class="quiet">No acid here is called “{{ find }}”.</p>
      </section>
      <section aria-labelledby="waters">
        <div class="board-head">
          <h2 id="waters">Waters</h2>
          <Button
            v-if="adding !== 'water'"
            label="Put a water on the shelf"
            variant="outlined"
            @click="adding = 'water'"
          />
        </div>
        <WaterForm
          v-if="adding === 'water' && library.data.value"
          :library="library.data.value"
          @done="adding = null"
        />
        <ul>
          <WaterRow
            v-for="water in foundWaters"
            :key="water.id"
            :water="water"
            :library="library.data.value!"
          />
        </ul>
        <p v-if="!waters.data.value?.length" class="quiet">
          No water yet. Start with your tap: soft or hard is enough to know.
        </p>
        <p v-else-if="!foundWaters.length" class="quiet">No water here is called “{{ find }}”.</p>
      </section>
      <section aria-labelledby="vessels">
        <div class="board-head">
          <h2 id="vessels">Vessels</h2>
          <Button
            v-if="adding !== 'vessel'"
            label="Put a vessel on the shelf"
            variant="outlined"
            @click="adding = 'vessel'"
          />
        </div>
        <VesselForm v-if="adding === 'vessel'" @done="adding = null" />
        <ul>
          <VesselRow v-for="vessel in foundVessels" :key="vessel.id" :vessel="vessel" />
        </ul>
        <p v-if="!vessels.data.value?.length" class="quiet">
          No vessel yet. Doses are said in yours once they stand here: “half the squeeze bottle”.
        </p>
        <p v-else-if="!foundVessels.length" class="quiet">No vessel here is called “{{ find }}”.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.boards {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 48px;
}

.board-head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  min-height: 48px;
  margin-bottom: 8px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

@media (max-width: 1000px) {
  .boards {
    grid-template-columns: minmax(0, 1fr);
    gap: 32px;
  }
}
</style>
