import { defineConfig } from "@playwright/test";
import { CHROMIUM_ARGS } from "./scripts/lib/chromium.mjs";

/** The browser tests run against a production build that scripts/test.mjs has started; see there. */
export default defineConfig({
  testDir: "e2e",
  outputDir: "test-results",
  // Of three one mostly waits for a page or a timer: two cores are used, and not overrun.
  workers: 3,
  fullyParallel: false,
  // A machine that is shared may stand still for seconds: once more shows whether it was that. Such a test is listed as flaky.
  retries: process.env["TEST_REPORT"] === undefined ? 0 : 1,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  reporter:
    process.env["TEST_REPORT"] === undefined
      ? "list"
      : [["list"], ["json", { outputFile: process.env["TEST_REPORT"] }]],
  use: {
    baseURL: process.env["APP_URL"] ?? "http://127.0.0.1:4380",
    viewport: { width: 1280, height: 800 },
    locale: "en-US",
    screenshot: "only-on-failure",
    // What keeps pages without a network is there where a test is about it: it loads all of the app for each.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: process.env["CHROMIUM"] ?? "/usr/bin/chromium-headless-shell",
      args: CHROMIUM_ARGS,
    },
  },
});
