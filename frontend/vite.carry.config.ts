// The page of a trip in one file: one script, one style, nothing beside them.
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  publicDir: false,
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ["import"] } } },
  build: {
    outDir: "../src/ilha/web/dist/carry", emptyOutDir: true, sourcemap: false,
    assetsInlineLimit: 1_000_000, cssCodeSplit: false, modulePreload: false, chunkSizeWarningLimit: 2000,
    rollupOptions: {
      input: "src/carry.tsx",
      output: { format: "iife", entryFileNames: "carry.js", assetFileNames: "carry.[ext]", codeSplitting: false },
    },
  },
});
