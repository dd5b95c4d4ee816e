import { join } from "node:path";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@words": join(import.meta.dirname, "src/words") } },
  test: { environment: "happy-dom", include: ["tests/**/*.test.ts"], watch: false },
});
