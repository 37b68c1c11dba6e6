<script setup lang="ts">
/** Patch tests: start one, be reminded, say what the arm shows. */
import Button from "primevue/button";
import { computed, reactive, ref } from "vue";
import type { Head, PatchTest, Picture, Questions } from "@/api/types";
import { usePatchResult, usePatchTest, useRestore, useTakeOut } from "@/api/heads";
import { tell, tellOf } from "@/app/undo";
import PickField from "@/parts/PickField.vue";
import TextField from "@/parts/TextField.vue";
import { useTrouble } from "@/parts/trouble";
import { when } from "@/parts/when";
import PictureField from "./PictureField.vue";

const { head, questions } = defineProps<{ head: Head; questions: Questions }>();
const start = usePatchTest();
const answer = usePatchResult();
const takeOut = useTakeOut();
const restore = useRestore();
const begun = useTrouble(start.error);
const said = useTrouble(answer.error);

const OTHER = "";
const choices = computed(() => [
  { key: OTHER, name: "something else, named below" },
  ...questions.materials,
  ...questions.families.map(({ key, name }) => ({ key, name: `any ${name}` })),
]);
const entered = reactive({ material: questions.materials[0]?.key ?? OTHER, name: "" });
const pictures = ref<Record<number, Picture | null>>({});
const at = ref<number | null>(null);

async function begin(): Promise<void> {
  const body = { material: entered.material, name: entered.material ? "" : entered.name };
  const kept = await start.mutateAsync({ id: head.id, body }).catch(() => null);
  if (!kept) return;
  entered.name = "";
  const entry = { id: head.id, kind: "patch-tests" as const, entry: kept.id };
  tell("The patch test runs. The stem reminds you.", () => takeOut.mutateAsync(entry));
}

async function shows(test: PatchTest, result: "clear" | "reaction"): Promise<void> {
  at.value = test.id;
  const body = {
    version: test.version,
    result,
    picture: pictures.value[test.id]?.id ?? null,
    note: "",
  };
  await answer.mutateAsync({ id: head.id, test: test.id, body }).catch(() => null);
}

function drop(test: PatchTest): void {
  const entry = { id: head.id, kind: "patch-tests" as const, entry: test.id };
  void tellOf(
    `The patch test of ${test.name} is out.`,
    () => takeOut.mutateAsync(entry),
    () => restore.mutateAsync(entry),
  );
}
</script>

<template>
  <div class="grid gap-6 max-w-205">
    <form
      class="grid gap-3 justify-items-start"
      aria-label="A new patch test"
      @submit.prevent="begin"
    >
      <h2>Try something new on a patch first</h2>
      <p>
        A little, as strong as it will be used, on the inner arm; leave it, do not wash it off, and
        look for {{ head.patch_hours }} hours. At any sting, redness, swelling or blister: wash it
        off, and say so here.
      </p>
      <div class="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-4 w-full phone:grid-cols-1">
        <PickField
          v-model="entered.material"
          label="What is tried"
          :options="choices"
          by="key"
          :search-in="['name']"
          :error="begun.errors.value['material']"
        />
        <TextField
          v-if="entered.material === OTHER"
          v-model="entered.name"
          label="Its name"
          :error="begun.errors.value['name']"
        />
      </div>
      <p v-if="begun.trouble.value" class="trouble" role="alert">{{ begun.trouble.value }}</p>
      <Button
        type="submit"
        :label="`Start: ${head.patch_hours} hours`"
        :disabled="start.isPending.value"
      />
    </form>
    <p v-if="head.patch_tests.length === 0" class="quiet">No patch test yet.</p>
    <ul class="list-none m-0 p-0 grid gap-3">
      <li v-for="test in head.patch_tests" :key="test.id" :class="test.state">
        <h3>{{ test.name }}</h3>
        <p class="quiet">
          Begun {{ when(test.started_at) }} ·
          {{ test.state === "running" ? `until ${when(test.due_at)}` : `${test.hours} hours` }}
        </p>
        <p :class="{ grave: test.state === 'reaction' }">{{ test.says }}</p>
        <p v-if="test.note">{{ test.note }}</p>
        <img
          v-if="test.picture"
          class="max-w-60 max-h-45 rounded-leaf-16"
          :src="test.picture.url"
          :alt="`The arm, ${test.name}`"
          loading="lazy"
        />
        <div v-if="test.state === 'running' || test.state === 'due'" class="row">
          <Button
            v-if="test.state === 'due'"
            label="The arm is clear"
            @click="shows(test, 'clear')"
          />
          <Button
            label="It reacted"
            severity="danger"
            variant="outlined"
            @click="shows(test, 'reaction')"
          />
          <PictureField
            :model-value="pictures[test.id] ?? null"
            :head="head.id"
            @update:model-value="pictures[test.id] = $event"
          />
        </div>
        <p
          v-if="at === test.id && (said.errors.value['result'] || said.trouble.value)"
          class="trouble"
          role="alert"
        >
          {{ said.errors.value["result"] ?? said.trouble.value }}
        </p>
        <button type="button" class="act" @click="drop(test)">Remove</button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
li {
  display: grid;
  gap: 4px;
  padding: 4px 0 4px 16px;
  border-left: 4px solid var(--hairline);
}

.due {
  border-color: var(--throat);
}

.clear {
  border-color: var(--leaf);
}

.reaction {
  border-color: var(--madder);
}

.grave,
.act {
  justify-self: start;
}
</style>
