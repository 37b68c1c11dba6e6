<script setup lang="ts">
/** A head's record, changed in place; and the way out: all of it in one file, aside, or gone for good. */
import Button from "primevue/button";
import { computed, ref } from "vue";
import { useQueryClient } from "@tanstack/vue-query";
import { useRouter } from "vue-router";
import type { Head, Questions } from "@/api/types";
import { useEraseHead, usePasses, useRemoveHead, useRestoreHead } from "@/api/heads";
import { dropDraftsUnder } from "@/api/drafts";
import { useCopies, useDeleteCopies } from "@/api/safekeeping";
import { tell, tellOf } from "@/app/undo";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";
import HeadForm from "./HeadForm.vue";

const { head } = defineProps<{ head: Head; questions: Questions }>();
const router = useRouter();
const remove = useRemoveHead();
const restore = useRestoreHead();
const erase = useEraseHead();
const { trouble } = useTrouble(erase.error);
const sure = ref(false);
const copies = useCopies();
const held = computed(() => copies.data.value?.copies.length ?? 0);
const deleteCopies = useDeleteCopies();
const copiesToo = ref(false);
const passes = usePasses(() => head.id);

async function aside(): Promise<void> {
  const { id, name } = head;
  const out = await tellOf(
    `${name} is archived.`,
    () => remove.mutateAsync(id),
    () => restore.mutateAsync(id),
  );
  if (out) await router.push("/heads");
}

const cache = useQueryClient();
async function forGood(): Promise<void> {
  const { id, name } = head;
  const gone = await erase.mutateAsync(id).then(
    () => true,
    () => false,
  );
  if (!gone) return;
  dropDraftsUnder(`/api/heads/${id}`);
  cache.clear(); // nothing of it stays in this window either
  if (copiesToo.value) await deleteCopies.mutateAsync().catch(() => null);
  tell(`All that was kept of ${name} is gone.`);
  await router.push("/heads");
}
</script>

<template>
  <div class="grid gap-10">
    <HeadForm
      :head="head"
      :questions="questions"
      @done="router.push(`/heads/${head.id}`)"
      @cancel="router.push(`/heads/${head.id}`)"
    />
    <section v-if="passes.data.value?.length" aria-labelledby="passes">
      <h2 id="passes">Stops that were passed</h2>
      <ul>
        <li v-for="one in passes.data.value" :key="one.at + one.rule">
          {{ when(one.at) }}, {{ one.of }}: {{ one.what }}
          <span class="quiet">“{{ one.why }}”</span>
        </li>
      </ul>
    </section>
    <section aria-label="Take it along, or take it out">
      <h2>All of it</h2>
      <p>
        Everything here stays on this machine.
        <a :href="`/api/heads/${head.id}/whole`" download
          >Save all that is kept of {{ head.name }}</a
        >
        as one file: its record, check-ins, tests, washes and rinses as JSON, its pictures beside
        it.
      </p>
      <p>
        <Button :label="`Archive ${head.name}`" variant="outlined" @click="aside" />
      </p>
      <details>
        <summary class="cursor-pointer text-madder">Delete {{ head.name }} for ever</summary>
        <p>
          Details, pictures, check-ins, tests and washes, and the rinses in the journal that were
          for it. There is no way back.
        </p>
        <p v-if="held">
          {{ held === 1 ? "A copy" : `${held} copies` }} of the household, made before, still
          {{ held === 1 ? "holds" : "hold" }} it until their time is over, and so does every backup
          that you saved elsewhere.
        </p>
        <label v-if="held">
          <input v-model="copiesToo" type="checkbox" />
          Delete {{ held === 1 ? "that copy" : "those copies" }} as well.
        </label>
        <label>
          <input v-model="sure" type="checkbox" />
          I want everything about {{ head.name }} deleted for ever.
        </label>
        <Button
          :label="`Delete ${head.name} for ever`"
          severity="danger"
          :disabled="!sure || erase.isPending.value"
          @click="forGood"
        />
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      </details>
    </section>
  </div>
</template>

<style scoped>
section {
  display: grid;
  gap: 12px;
}

details {
  display: grid;
}

details > * {
  margin-top: 8px;
}

label {
  display: flex;
  gap: 8px;
}
</style>
