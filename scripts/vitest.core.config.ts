/** The tests of the core alone: no database is made for them. */
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": new URL("../src", import.meta.url).pathname } },
  test: {
    root: new URL("..", import.meta.url).pathname,
    include: (process.env["MUTATION_TESTS"] ?? "src/core").split(" ").map((folder) => `${folder}/**/*.test.ts`),
    testTimeout: 30_000,
  },
});
