<script setup lang="ts">
import { computed, useTemplateRef } from "vue";
import { useRoute, useRouter } from "vue-router";
import { newVersion } from "@/api/client";
import { reached } from "@/api/outbox";
import FindPanel from "./FindPanel.vue";
import KeysHelp from "./KeysHelp.vue";
import { places } from "./router";
import { useShortcuts } from "./shortcuts";
import StemNav from "./StemNav.vue";
import { switchTheme, theme } from "./theme";
import TrayBar from "./TrayBar.vue";
import UndoNotice from "./UndoNotice.vue";

const route = useRoute();
const router = useRouter();
const keys = useTemplateRef("keys");
const find = useTemplateRef("find");
const atBasin = computed(() => route.meta["basin"] === true);

const reload = () => window.location.reload();

useShortcuts(
  places.map((place) => ({
    key: place.key,
    does: `Go to ${place.label}`,
    run: () => void router.push(place.path),
  })),
);
</script>

<template>
  <div :class="['shell', { basin: atBasin }]">
    <a class="skip absolute -left-249.75" href="#worktop">Skip to the worktop</a>
    <header v-if="!atBasin" class="stem">
      <RouterLink to="/mix" class="name">Eyebright</RouterLink>
      <StemNav />
      <div class="foot">
        <button type="button" @click="find?.show()">
          Find <kbd class="font-sans font-bold text-sm leading-auto">/</kbd>
        </button>
        <RouterLink to="/settings">Settings</RouterLink>
        <button type="button" @click="switchTheme">
          {{ theme === "dark" ? "Light" : "Dark" }} colours
        </button>
        <button type="button" @click="keys?.show()">
          Keys <kbd class="font-sans font-bold text-sm leading-auto">?</kbd>
        </button>
      </div>
    </header>
    <div id="worktop" class="ground" tabindex="-1">
      <p v-if="newVersion" class="told mx-10 mt-2 mb-0 border-l-4 border-throat pl-3" role="status">
        Eyebright was brought up to date. What you typed is kept.
        <button type="button" class="act" @click="reload">Load the new page</button>
      </p>
      <p
        v-else-if="!reached && !atBasin"
        class="told mx-10 mt-2 mb-0 border-l-4 border-throat pl-3"
        role="status"
      >
        Eyebright cannot be reached. What you type is kept here, and saved as soon as it answers.
      </p>
      <RouterView />
      <TrayBar />
      <footer
        v-if="!atBasin"
        class="quiet small mt-auto px-10 pt-4 pb-6 phone:px-4 phone:pt-4 phone:pb-37.5"
      >
        For your own kitchen and your own head. Not medical advice; what is sold or given away falls
        under local cosmetics rules.
        <span class="phone-only">
          <button type="button" @click="find?.show()">Find</button>
          <RouterLink to="/settings">Settings</RouterLink>
          <button type="button" @click="switchTheme">
            {{ theme === "dark" ? "Light" : "Dark" }} colours
          </button>
        </span>
      </footer>
    </div>
    <UndoNotice />
    <FindPanel ref="find" />
    <KeysHelp ref="keys" />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  min-height: 100vh;
}

.shell.basin {
  grid-template-columns: minmax(0, 1fr);
}

.stem {
  position: sticky;
  top: 0;
  height: 100vh;
  padding: 28px 8px 20px 20px;
  display: flex;
  flex-direction: column;
  gap: 20px;
  border-right: 1px solid var(--hairline);
}

.name {
  font: 600 1.5rem/1.2 var(--serif);
  color: var(--ink);
  text-decoration: none;
}

.foot {
  margin-top: auto;
  display: grid;
  justify-items: start;
  gap: 4px;
}

.foot a,
.foot button {
  border: 0;
  background: none;
  padding: 4px 0;
  color: var(--stem);
  font: inherit;
  font-size: 0.875rem;
  text-decoration: none;
  cursor: pointer;
}

.foot a[aria-current] {
  font-weight: 700;
}

.foot a[aria-current],
.foot a:hover,
.foot button:hover {
  color: var(--vein);
}

.ground {
  outline: none;
  display: flex;
  flex-direction: column;
  min-width: 0;
}

.tray {
  margin-top: auto;
}

.tray + footer {
  margin-top: 0;
}

.phone-only {
  display: none;
}

.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 30;
  background: var(--paper);
  padding: 8px 16px;
}

@media (max-width: 760px) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
  }

  .stem {
    position: fixed;
    z-index: 10;
    inset: auto 0 0;
    height: auto;
    padding: 0 0 env(safe-area-inset-bottom);
    border-right: 0;
    border-top: 1px solid var(--hairline);
    background: var(--petal);
  }

  .name,
  .foot {
    display: none;
  }

  .phone-only {
    display: flex;
    gap: 24px;
    align-items: center;
  }

  .phone-only > * {
    border: 0;
    background: none;
    padding: 12px 0;
    color: var(--vein);
    font: inherit;
  }
}
</style>
