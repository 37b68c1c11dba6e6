<script setup lang="ts">
/** Bottles and bags, a page at a time; what calls for a look comes first. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";
import { useHousehold } from "@/api/household";
import { useLibrary, useLot, useLots, useMaterialShort } from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import LotForm from "./LotForm.vue";
import LotRow from "./LotRow.vue";
import ShelfBoard from "./ShelfBoard.vue";

const PAGE = 30;
const route = useRoute();
const find = ref("");
const shown = ref(PAGE);
const library = useLibrary();
const household = useHousehold();
const lots = useLots(find, shown);
const adding = ref("new" in route.query);
/** The material that an address asks a bottle of; any other word only opens the form. */
const asked = useMaterialShort(() => String(route.query["new"] ?? ""));
const of = computed(() => asked.data.value?.key ?? "");
watch(
  () => route.query["new"],
  (asked) => asked !== undefined && (adding.value = true),
);

/** The one that an address names stands first, on whatever page it would be. */
const named = computed(() =>
  Number(/^lot-(\d+)$/.exec(String(route.query["change"] ?? route.query["read"]))?.[1]),
);
const one = useLot(() => named.value || null);
const { failed, loaded: listed, again } = useWaiting(library, lots, household);
const loaded = computed(() => listed.value && !(named.value && one.isLoading.value));
const page = computed(() => lots.data.value);
const items = computed(() => {
  const all = page.value?.items ?? [];
  const first = find.value ? undefined : one.data.value;
  return first ? [first, ...all.filter((lot) => lot.id !== first.id)] : all;
});

useShortcuts([{ key: "n", does: "Add something", run: () => (adding.value = true) }]);
</script>

<template>
  <LoadState v-if="failed || !loaded || !page" :error="failed" @again="again" />
  <ShelfBoard
    v-else
    id="lots"
    class="lots"
    title="Bottles and bags"
    add="Add something"
    :empty="
      find
        ? `Nothing here is called “${find}”.`
        : 'Nothing yet. Start with the vinegar in your cupboard.'
    "
    :none="page.total === 0"
    :adding="adding"
    @add="adding = true"
  >
    <template #find>
      <InputText
        v-show="page.total > 0 || find"
        v-model="find"
        aria-label="Find on the shelf"
        placeholder="By any of its names"
      />
    </template>
    <template #form>
      <LotForm
        :key="of"
        :library="library.data.value!"
        :currency="household.data.value!.currency"
        :of="of"
        @done="adding = false"
      />
    </template>
    <template #notice>
      <p v-if="page.noticed" class="quiet">
        {{ page.noticed }} {{ page.noticed === 1 ? "needs" : "need" }} attention, shown first.
      </p>
    </template>
    <LotRow
      v-for="lot in items"
      :key="lot.id"
      :lot="lot"
      :library="library.data.value!"
      :currency="household.data.value!.currency"
    />
    <template #more>
      <Button
        v-if="page.items.length < page.total"
        :label="`Show more: ${page.total - page.items.length} are left`"
        variant="text"
        @click="shown += PAGE"
      />
    </template>
  </ShelfBoard>
</template>

<style scoped>
.lots :deep(> ul) {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(440px, 100%), 1fr));
  column-gap: 48px;
}
</style>
