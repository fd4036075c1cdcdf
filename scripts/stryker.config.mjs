/** How the core is changed and tried; which part and by which tests is said by `scripts/mutate.mjs`. */
import path from "node:path";

const config = {
  testRunner: "vitest",
  plugins: ["@stryker-mutator/vitest-runner"],
  vitest: { configFile: "scripts/vitest.core.config.ts" },
  reporters: ["json"],
  jsonReporter: { fileName: process.env["MUTATION_REPORT"] ?? path.resolve(".data/mutation.json") },
  coverageAnalysis: "perTest",
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  tempDirName: ".data/mutation",
  ignorePatterns: [".next", ".data", "e2e", "docs", "test-results", "src/app", "src/server", "src/db/migrations"],
  disableTypeChecks: false,
};
export default config;
