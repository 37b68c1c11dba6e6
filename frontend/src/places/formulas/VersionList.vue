<script setup lang="ts">
/** Versions that were kept, with what changed; one can come back, two or three be put side by side. */
import { ref, watch } from "vue";
import { useRouter } from "vue-router";
import type { FormulaVersion } from "@/api/types";
import { useBackToVersion, useKeepVersion, useVersions } from "@/api/formulas";
import LoadState from "@/parts/LoadState.vue";
import { when } from "@/parts/when";

const { id, version } = defineProps<{ id: number; version: number }>();
const emit = defineEmits<{ back: [] }>();
const router = useRouter();
const versions = useVersions(
  () => id,
  () => version,
);
const keep = useKeepVersion();
const back = useBackToVersion();
const name = ref("");
const picked = ref<number[]>([]);
watch(
  () => id,
  () => (picked.value = []),
);

async function keepIt(): Promise<void> {
  await keep.mutateAsync({ id, name: name.value }).catch(() => null);
  name.value = "";
}

async function bring(one: FormulaVersion): Promise<void> {
  const done = await back.mutateAsync({ id, number: one.number, version }).catch(() => null);
  if (done) emit("back");
}

const called = (one: FormulaVersion) => one.name || `version ${one.number}`;
const side = () =>
  router.push(
    `/formulas/compare?which=${[id, ...picked.value.map((n) => `${id}.${n}`)].join(",")}`,
  );
</script>

<template>
  <section aria-labelledby="versions" class="grid gap-1.5">
    <div class="row">
      <h2 id="versions">Versions</h2>
      <form class="row" @submit.prevent="keepIt">
        <input
          v-model="name"
          class="brief name w-47.5"
          aria-label="Name of this version"
          placeholder="a name, if you like"
        />
        <button class="act">Save this version</button>
      </form>
      <button v-if="picked.length" type="button" class="act" @click="side">
        Put side by side with today’s
      </button>
    </div>
    <LoadState
      v-if="versions.error.value || !versions.data.value"
      :error="versions.error.value"
      @again="versions.refetch()"
    />
    <p v-else-if="!versions.data.value.length" class="quiet">
      None yet. What stood here is kept when you come back to it another time, or when you say so.
    </p>
    <ul v-else class="list-none m-0 p-0">
      <li
        v-for="one in versions.data.value"
        :key="one.number"
        class="grid grid-cols-[minmax(120px,auto)_auto_minmax(0,1fr)_auto] gap-x-4 gap-y-1 items-baseline px-0 py-1.5 border-t border-hairline phone:grid-cols-1"
      >
        <label>
          <input
            v-model="picked"
            type="checkbox"
            :value="one.number"
            :disabled="picked.length >= 2 && !picked.includes(one.number)"
          />
          <strong>{{ called(one) }}</strong>
        </label>
        <span class="quiet small">{{ when(one.made_at) }}</span>
        <span class="changes">{{ one.changes.join(" · ") || "the first that was kept" }}</span>
        <button type="button" class="act" @click="bring(one)">
          Back to this<span class="unseen"> {{ called(one) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>
