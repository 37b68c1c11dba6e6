import tailwindcss from "@tailwindcss/vite";
import vue from "@vitejs/plugin-vue";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  base: "/",
  plugins: [vue(), tailwindcss()],
  // The page view puts each answer's own nonce in this place.
  html: { cspNonce: "__CSP_NONCE__" },
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    rolldownOptions: { checks: { pluginTimings: false } },
  },
  test: { environment: "happy-dom", include: ["tests/**/*.test.ts"] },
  server: {
    host: "127.0.0.1",
    port: 5173,
    // The host stays the page's own, or a write would seem to come from somewhere else.
    proxy: { "^/(api|static)/": { target: "http://127.0.0.1:8000", changeOrigin: false } },
  },
});
