/** Start: the page's nonce for injected styles, the cache, the places, and the shell. */
import "./utilities.css";
import "@fontsource-variable/fraunces/wght.css";
import "@fontsource/atkinson-hyperlegible/latin-400.css";
import "@fontsource/atkinson-hyperlegible/latin-700.css";
import "./tokens.css";

import { QueryClient, VueQueryPlugin } from "@tanstack/vue-query";
import PrimeVue from "primevue/config";
import { createApp } from "vue";
import { Problem } from "@/api/client";
import { safekeep } from "./safekeep";
import AppShell from "./AppShell.vue";
import { router } from "./router";
import { preset } from "./theme";

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? "";

const cache = new QueryClient({
  defaultOptions: {
    // The server is this machine, or near it: what a browser says of the internet is no word on whether it answers.
    queries: {
      networkMode: "always",
      staleTime: 5_000,
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.status >= 400),
    },
    mutations: {
      networkMode: "always",
      // Once more while nobody answers, with growing pauses; what api/outbox keeps it sends again by itself.
      retry: (count, error) =>
        count < 5 &&
        error instanceof Problem &&
        !error.waited &&
        (error.status === 0 || error.status === 503),
      retryDelay: (count) => Math.min(1_000 * 2 ** count, 8_000),
    },
  },
});
safekeep(cache);

createApp(AppShell)
  .use(router)
  .use(VueQueryPlugin, { queryClient: cache })
  .use(PrimeVue, {
    csp: { nonce },
    theme: { preset, options: { darkModeSelector: ".dark", cssLayer: false } },
  })
  .mount("#app");
