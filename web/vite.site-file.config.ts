/** Builds what every site file has in it: one script and one style sheet, fonts and all. */
import { join } from "node:path";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react({ jsxImportSource: "@words" }), tailwindcss()],
  resolve: { alias: { "@words": join(import.meta.dirname, "src/words") } },
  define: { "process.env.NODE_ENV": '"production"' },
  build: {
    outDir: "dist/site-file",
    copyPublicDir: false,
    emptyOutDir: true,
    target: "es2022",
    assetsInlineLimit: Number.MAX_SAFE_INTEGER,
    lib: {
      entry: "src/siteFile/main.tsx",
      formats: ["iife"],
      name: "pennantSiteFile",
      fileName: () => "site.js",
      cssFileName: "site",
    },
  },
});
