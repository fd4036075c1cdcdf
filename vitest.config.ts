import { defineConfig } from "vitest/config";

const at = (path: string): string => new URL(path, import.meta.url).pathname;
/** What is of another project below. */
const ELSEWHERE = ["src/core/**", "scripts/answers/**", "**/node_modules/**", "**/*.test.tsx"];

export default defineConfig({
  resolve: { alias: { "@": at("./src") } },
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
        // Screens without a browser: pages go nowhere, and parts that are loaded late are there at once.
        resolve: {
          alias: {
            "@": at("./src"),
            "next/navigation": at("./src/ui/testing/navigation.testing.ts"),
            "next/dynamic": at("./src/ui/testing/dynamic.testing.tsx"),
          },
        },
        test: { name: "screens", include: ["src/ui/**/*.test.tsx"], environment: "jsdom" },
      },
      {
        extends: true,
        test: {
          name: "shop",
          include: ["src/**/*.test.ts", "scripts/**/*.test.ts"],
          exclude: ELSEWHERE,
          globalSetup: ["scripts/testDatabase.ts"],
        },
      },
    ],
  },
});
