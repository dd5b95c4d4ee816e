import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** Tells the service worker which files the pages are made of. */
function filesForServiceWorker(): Plugin {
  return {
    name: "files-for-service-worker",
    apply: "build",
    writeBundle({ dir = "dist" }, bundle) {
      const files = Object.keys(bundle)
        .filter((name) => name.startsWith("assets/") && !name.endsWith(".woff"))
        .map((name) => `/${name}`)
        .sort();
      const path = join(dir, "service-worker.js");
      const page = readFileSync(join(dir, "index.html"));
      const digest = createHash("sha256").update(page).update(files.join()).digest("hex");
      const text = readFileSync(path, "utf-8")
        .replace("/* digest */", digest.slice(0, 16))
        .replace("[/* files */]", JSON.stringify(files));
      writeFileSync(path, text);
    },
  };
}

export default defineConfig({
  plugins: [react({ jsxImportSource: "@words" }), tailwindcss(), filesForServiceWorker()],
  resolve: { alias: { "@words": join(import.meta.dirname, "src/words") } },
  build: { assetsInlineLimit: 0, target: "es2022" },
  server: { host: "127.0.0.1", fs: { allow: [".."] }, proxy: { "/api": "http://127.0.0.1:8765" } },
});
