import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": new URL("./src", import.meta.url).pathname } },
  test: {
    testTimeout: 120_000,
    // Two cores at least: one for every file in hand, the database's share is small.
    maxWorkers: 2,
    hookTimeout: 120_000,
    projects: [
      {
        extends: true,
        // Pure: nothing that a file leaves behind is seen by the next, and all is loaded once.
        test: { name: "pure", include: ["src/core/**/*.test.ts", "scripts/answers/*.test.ts"], isolate: false },
      },
      {
        extends: true,
        test: {
          name: "shop",
          include: ["src/**/*.test.{ts,tsx}", "scripts/**/*.test.ts"],
          exclude: ["src/core/**", "scripts/answers/**", "**/node_modules/**"],
          globalSetup: ["scripts/testDatabase.ts"],
        },
      },
    ],
  },
});
