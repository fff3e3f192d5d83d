import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

export default defineConfig({
  plugins: [
    react(),
    VitePWA({
      registerType: "autoUpdate",
      manifest: {
        name: "Yule Stack",
        short_name: "Yule Stack",
        description: "From what is owed, to whom and by when, to hand-painted cards in the post.",
        theme_color: "#E9E1D3",
        background_color: "#E9E1D3",
        display: "standalone",
        icons: [{ src: "/favicon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,svg,woff2,wasm}"],
        globIgnores: ["**/*{cyrillic,greek,vietnamese}*"],
        // Sentences are kept once a language is spoken, so that it is spoken without the server too.
        runtimeCaching: [{ urlPattern: /\/words\/.*\.json$/, handler: "StaleWhileRevalidate", options: { cacheName: "words" } }],
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallbackDenylist: [/^\/api\//],
      },
    }),
  ],
  worker: { format: "es" },
  optimizeDeps: { include: ["highs", "comlink"] },
  build: { outDir: "../dist/web", emptyOutDir: true, target: "es2022", chunkSizeWarningLimit: 1200 },
  server: { proxy: { "/api": process.env.YULE_API ?? "http://127.0.0.1:4800" } },
});
