<script setup lang="ts">
/** A material's page: what it does, how much is usual, what to beware of; the figures with their sources behind. */
import { computed, ref, watch } from "vue";
import { useRouter } from "vue-router";
import type { Figure, MaterialPage } from "@/api/types";
import {
  useCorrectAgain,
  useLibrary,
  useMaterial,
  usePutBack,
  useRemoveMaterial,
  useRestoreMaterial,
} from "@/api/shelf";
import { useShortcuts } from "@/app/shortcuts";
import { tellOf } from "@/app/undo";
import LoadState from "@/parts/LoadState.vue";
import { useWaiting } from "@/parts/waiting";
import CorrectionForm from "./CorrectionForm.vue";
import MaterialFigures from "./MaterialFigures.vue";
import MaterialUses from "./MaterialUses.vue";
import OwnMaterialForm from "./OwnMaterialForm.vue";
import PhLine from "./PhLine.vue";
import { ph, said, span } from "@/parts/ph";
import { kindOf, roughly } from "@/parts/figures";

const { name } = defineProps<{ name: string }>();
const router = useRouter();
const material = useMaterial(() => name);
const library = useLibrary();
const { failed, loaded, again } = useWaiting(material, library);
const page = computed(() => material.data.value);
const changing = ref(false);
const id = computed(() => Number(name.replace("own-", "")));

const putBack = usePutBack();
const correctAgain = useCorrectAgain();
const back = (one: MaterialPage) =>
  tellOf(
    `${one.name} is the library’s again.`,
    () => putBack.mutateAsync(one.key),
    () => correctAgain.mutateAsync(one.key),
  );
const remove = useRemoveMaterial();
const restore = useRestoreMaterial();
async function takeAway(one: MaterialPage): Promise<void> {
  await tellOf(
    `${one.name} is removed.`,
    () => remove.mutateAsync(id.value),
    () => restore.mutateAsync(id.value),
  );
  await router.push("/shelf");
}
const valued = (figure: Figure) =>
  figure.unit === "pH" ? `pH ${ph(figure.value)}` : `${roughly(figure.value)} ${figure.unit}`;
/** The version that a change begins from: as it was when the form was opened. */
const opened = ref(0);
watch(
  () => changing.value && page.value,
  (now, before) => {
    if (now && !before) opened.value = now.version;
  },
);
const names = computed(() => page.value?.also.join(" · ") ?? "");

useShortcuts([
  { key: "n", does: "Put it on the shelf", run: () => router.push(`/shelf?new=${name}`) },
]);
</script>

<template>
  <main class="place">
    <LoadState v-if="failed || !loaded || !page" :error="failed" @again="again" />
    <template v-else>
      <header class="block">
        <p class="quiet">
          <RouterLink to="/shelf">Shelf</RouterLink> · {{ page.kind_name }}
          <template v-if="page.own"> · your own</template>
          <template v-else-if="page.corrected"> · corrected by you</template>
        </p>
        <h1>{{ page.name }}</h1>
        <p v-if="page.latin" class="quiet italic">{{ page.latin }}</p>
      </header>
      <OwnMaterialForm
        v-if="changing && page.own_figures"
        :id="id"
        :library="library.data.value!"
        :before="page.own_figures"
        :version="opened"
        @done="changing = false"
        @made="changing = false"
      />
      <CorrectionForm
        v-else-if="changing"
        :page="page"
        :version="opened"
        :library="library.data.value!"
        @done="changing = false"
      />
      <div
        v-else
        class="page grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)] gap-x-12 gap-y-6 items-start phone:grid-cols-1"
      >
        <section class="answer" aria-label="What it does">
          <p
            v-if="page.refuse"
            class="border-l-4 border-madder bg-madder-wash px-3.5 py-2.5"
            role="alert"
          >
            <strong>{{ page.name }} never goes on a head:</strong> {{ page.refuse }}.
          </p>
          <ul v-else class="does list-none m-0 p-0 text-lg">
            <li v-for="one in page.effects" :key="one.says">
              {{ one.says }}
              <span v-if="one.figure" class="block tabular-nums">
                {{ valued(one.figure) }}
                <span class="quiet">
                  likely {{ span(said(one.figure.low), said(one.figure.high)) }}
                  <em>{{ kindOf(one.figure) }}</em>
                </span>
              </span>
            </li>
            <li v-if="!page.effects.length">
              Nothing that is reckoned with here: nobody has said what it does.
            </li>
          </ul>
          <PhLine v-if="page.neat_ph && !page.refuse" :figure="page.neat_ph" />
          <p v-for="one in page.usual" :key="one">{{ one }} <em class="quiet">rule of thumb</em></p>
          <p v-if="page.note" class="whitespace-pre-line border-l-3 border-vein pl-2.5">
            {{ page.note }}
          </p>
          <div class="row">
            <template v-if="!page.refuse">
              <RouterLink class="act" :to="`/shelf?new=${page.key}`"
                >Put it on the shelf</RouterLink
              >
              <RouterLink class="act" :to="{ path: '/mix', query: { with: `lib-${page.key}` } }">
                Mix with it
              </RouterLink>
              <button type="button" class="act" @click="changing = true">
                {{
                  page.own ? "Change it" : page.corrected ? "Change the correction" : "Correct it"
                }}
              </button>
            </template>
            <button v-if="page.corrected" type="button" class="act" @click="back(page)">
              Put the library’s back
            </button>
            <button v-if="page.own" type="button" class="act" @click="takeAway(page)">
              Remove it
            </button>
          </div>
        </section>
        <section class="beware border-l-3 border-throat pl-5" aria-labelledby="beware">
          <h2 id="beware">Beware</h2>
          <ul v-if="page.cautions.length">
            <li v-for="one in page.cautions" :key="one">{{ one }}</li>
          </ul>
          <p v-else-if="!page.refuse" class="quiet">
            Nothing in particular; a patch test before the first time.
          </p>
          <p v-if="page.contains.length">
            Someone allergic to <strong>{{ page.contains.join(", ") }}</strong> is stopped.
          </p>
          <p v-if="page.may_contain.length">
            It may hold {{ page.may_contain.join(", ") }}: only its packet can tell.
          </p>
          <p v-if="page.meets.length">Keep it from: {{ page.meets.join("; ") }}.</p>
          <p>It keeps {{ page.keeps }}.</p>
        </section>
        <MaterialFigures :page="page" />
        <MaterialUses :name="name" :stand-ins="page.stand_ins" />
        <section v-if="names" class="whole col-span-full" aria-labelledby="names">
          <h2 id="names">Also called</h2>
          <p>{{ names }}</p>
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.page :deep(h2) {
  font-size: 1.125rem;
}

.answer,
.beware {
  display: grid;
  gap: 8px;
}

.does li {
  padding: 8px 0;
  border-bottom: 1px solid var(--hairline);
}

.beware ul {
  margin: 0;
  padding-left: 18px;
}
</style>
