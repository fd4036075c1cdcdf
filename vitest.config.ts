import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": new URL("./src", import.meta.url).pathname } },
  test: {
    include: ["src/**/*.test.{ts,tsx}", "scripts/**/*.test.ts"],
    globalSetup: ["scripts/testDatabase.ts"],
    testTimeout: 120_000,
    // Two cores at least: one for every file in hand, the database's share is small.
    maxWorkers: 2,
    hookTimeout: 120_000,
  },
});
