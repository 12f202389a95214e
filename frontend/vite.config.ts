import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, gzipSync } from "node:zlib";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/** Beside each script and style the same as the server sends it, packed once and as small as can be. */
const packed = (): Plugin => ({
  name: "packed",
  writeBundle({ dir = "" }, bundle) {
    for (const name of Object.keys(bundle).filter((name) => /\.(js|css)$/.test(name))) {
      const content = readFileSync(join(dir, name));
      writeFileSync(join(dir, `${name}.br`), brotliCompressSync(content));
      writeFileSync(join(dir, `${name}.gz`), gzipSync(content, { level: 9 }));
    }
  },
});

export default defineConfig({
  plugins: [
    react(),
    packed(),
    VitePWA({
      registerType: "autoUpdate",
      // The Content-Security-Policy allows no inline script: main.tsx registers the worker.
      injectRegister: null,
      manifest: {
        name: "Ilha",
        short_name: "Ilha",
        description: "Which jig head, where to land it, how long to count, how to rig it.",
        display: "standalone",
        background_color: "#f4ede1",
        theme_color: "#f4ede1",
        icons: [{ src: "/icon.svg", sizes: "any", type: "image/svg+xml" }],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,woff2,svg,wav}"],
        navigateFallback: "/index.html",
        // What lets one in is the server's own, whatever is kept.
        navigateFallbackDenylist: [/^\/api\//, /^\/(pair|in|join|account)(\/|$)/],
        runtimeCaching: [
          {
            // Reads are kept for when the server is away; health never is, so that the
            // interface can tell.
            urlPattern: ({ url, request }) =>
              request.method === "GET" &&
              url.pathname.startsWith("/api/") &&
              // Files that are taken along are no reads: they must not fill the device.
              !url.pathname.includes(".") &&
              url.pathname !== "/api/health" &&
              // What is taken along is kept by the page itself.
              url.pathname !== "/api/along" &&
              // What instruments said is no answer of now.
              url.pathname !== "/api/instruments",
            handler: "NetworkFirst",
            options: { cacheName: "reads", expiration: { maxEntries: 60 } },
          },
        ],
      },
    }),
  ],
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ["import"] } } },
  build: {
    outDir: "../src/ilha/web/dist", emptyOutDir: true, sourcemap: false, chunkSizeWarningLimit: 700,
    // What the first view needs comes as one file: as forty, they waited for one another.
    rollupOptions: { output: { codeSplitting: { groups: [{ name: "ilha", tags: ["$initial"] }] } } },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8417" } },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
} as Parameters<typeof defineConfig>[0]);
