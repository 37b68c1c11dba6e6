<script setup lang="ts">
/** The heads of the household. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref, useTemplateRef } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { HeadRow } from "@/api/types";
import { useDue, useHeads, useQuestions, useRemoveHead } from "@/api/heads";
import { useBringHead } from "@/api/safekeeping";
import { useShortcuts } from "@/app/shortcuts";
import { tell } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useTrouble } from "@/parts/trouble";
import { ago } from "@/parts/when";
import HeadForm from "./HeadForm.vue";
import HeadPortrait from "./HeadPortrait.vue";
import { ageOf } from "./words";

const MANY = 6;

const route = useRoute();
const router = useRouter();
const heads = useHeads();
const questions = useQuestions();
const due = useDue();
const adding = ref(route.query["new"] === "head");
const find = ref("");

const picker = useTemplateRef<HTMLInputElement>("picker");
const bring = useBringHead();
const remove = useRemoveHead();
const brought = useTrouble(bring.error);
async function takeIn(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  const head = file && (await bring.mutateAsync(file).catch(() => null));
  if (picker.value) picker.value.value = "";
  if (!head) return;
  const twin = heads.data.value?.some((one) => one.name === head.name && one.id !== head.id);
  const says = twin ? "One of that name was here already, and stays: there are two now." : "";
  tell(`${head.name} is here. ${says}`.trim(), () =>
    remove.mutateAsync(head.id).then(() => router.push("/heads")),
  );
  await router.push(`/heads/${head.id}`);
}

const found = computed(() =>
  (heads.data.value ?? []).filter((head) =>
    `${head.name} ${head.about}`.toLowerCase().includes(find.value.trim().toLowerCase()),
  ),
);
const failed = computed(() => heads.error.value ?? questions.error.value);
const waits = (head: HeadRow) => (due.data.value ?? []).filter((one) => one.head === head.id);

function again(): void {
  void heads.refetch();
  void questions.refetch();
}

useShortcuts([{ key: "n", does: "Add someone", run: () => (adding.value = true) }]);
</script>

<template>
  <main class="place">
    <header>
      <h1>Heads</h1>
      <div class="row">
        <InputText
          v-if="(heads.data.value?.length ?? 0) > MANY"
          v-model="find"
          aria-label="Find a head"
          placeholder="Find a head"
        />
        <input
          ref="picker"
          type="file"
          accept=".zip,application/zip"
          class="unseen"
          aria-label="A head that was saved"
          @change="takeIn"
        />
        <button
          type="button"
          class="act"
          :disabled="bring.isPending.value"
          @click="picker?.click()"
        >
          Import a person
        </button>
        <Button v-if="!adding" label="Add someone" @click="adding = true" />
      </div>
    </header>
    <p v-if="bring.error.value" class="trouble" role="alert">
      {{ brought.errors.value["file"] ?? brought.trouble.value }}
    </p>
    <LoadState
      v-if="failed || !heads.data.value || !questions.data.value"
      :error="failed"
      @again="again"
    />
    <template v-else>
      <HeadForm
        v-if="adding"
        :questions="questions.data.value"
        @done="(head) => router.push(`/heads/${head.id}`)"
        @cancel="adding = false"
      />
      <template v-else>
        <p v-if="heads.data.value.length === 0" class="quiet">
          Nobody yet. Whose hair is it? A name and a birth year are enough to begin.
        </p>
        <p v-else-if="found.length === 0" class="quiet">Nobody here is called “{{ find }}”.</p>
        <ul class="list-none mx-0 mt-2 mb-0 p-0">
          <li
            v-for="head in found"
            :key="head.id"
            class="flex gap-5 items-center px-0 py-4 border-t border-hairline"
          >
            <HeadPortrait :answers="head.answers" />
            <div class="grid gap-0.5 min-w-0">
              <h2>
                <RouterLink :to="`/heads/${head.id}`">{{ head.name }}</RouterLink>
              </h2>
              <p>{{ ageOf(head) }} · {{ head.about }}</p>
              <p v-for="one in head.unknown" :key="one" class="text-madder font-bold">{{ one }}</p>
              <p class="quiet">
                {{ head.washed_at ? `Washed ${ago(head.washed_at)}` : "No wash on record" }} ·
                {{
                  head.checked_in_at ? `looked at ${ago(head.checked_in_at)}` : "not looked at yet"
                }}
              </p>
              <p v-if="head.flags.length" class="text-madder font-bold">
                Stop: {{ head.flags.join(", ") }}.
              </p>
              <p v-for="one in waits(head)" :key="one.what" :class="{ due: one.due }">
                {{ one.due ? "Look at the arm" : "Patch test runs" }}: {{ one.what }}
              </p>
            </div>
          </li>
        </ul>
      </template>
    </template>
  </main>
</template>

<style scoped>
h2 a {
  color: var(--ink);
  text-decoration-color: var(--vein);
  text-underline-offset: 4px;
}

.due {
  font-weight: 700;
}
</style>
