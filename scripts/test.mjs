/** `npm test`: types, lint, unit tests, then the real interface in a real browser; ends with one line that adds up all. */
import { mkdirSync, readFileSync, rmSync, statfsSync } from "node:fs";
import path from "node:path";
import { stripVTControlCharacters } from "node:util";
import { ensureChromium } from "./lib/chromium.mjs";
import { withFreshApp } from "./lib/freshApp.mjs";
import { ensurePackages } from "./lib/install.mjs";
import { ensurePostgres } from "./lib/postgres.mjs";
import { run, stopAll } from "./lib/processes.mjs";
import { requireNode, requireSpace, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const DATA = path.join(ROOT, ".data");
const WORK = path.join(DATA, `test-${process.pid}`);
const bin = (/** @type {string} */ name) => path.join(ROOT, "node_modules", ".bin", name);
const count = { passed: 0, failed: 0 };
/** What failed, by name and with its first lines: told once more at the end, where nobody has to look for it. @type {string[]} */
const failures = [];
/** @param {string} name @param {string | undefined} why */
const failed = (name, why) =>
  failures.push(
    [
      name,
      ...stripVTControlCharacters(why ?? "")
        .split("\n")
        .slice(0, 12),
    ].join("\n    "),
  );

/** A check that counts as one. @param {string} name @param {string} command @param {string[]} args */
async function check(name, command, args) {
  const { code, output } = await run(command, args, { cwd: ROOT });
  if (code !== 0) {
    say(`\n== ${name}\n${output}`);
    failed(name, output);
  }
  count[code === 0 ? "passed" : "failed"] += 1;
  say(`${name}: ${code === 0 ? "passed" : "failed"}`);
}

/** @param {string} file @returns {any} null when the runner never wrote it */
function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return null;
  }
}

/** @param {string} name @param {number} code @param {{ passed: number, failed: number } | null} told */
function addUp(name, code, told) {
  count.passed += told?.passed ?? 0;
  count.failed += told?.failed ?? 0;
  // A runner that fails without a failed test (a crash, a broken file) must not pass unnoticed.
  if (code !== 0 && (told === null || told.failed === 0)) count.failed += 1;
  say(`${name}: ${told?.passed ?? 0} passed, ${told?.failed ?? 0} failed`);
}

async function unitTests() {
  say("\n== Unit tests");
  const report = path.join(WORK, "unit.json");
  const { code } = await run(bin("vitest"), ["run", "--reporter=dot", "--reporter=json", `--outputFile=${report}`], {
    cwd: ROOT,
    env: { ...process.env, NO_COLOR: "1" },
    quiet: false,
  });
  const told = readJson(report);
  for (const file of told?.testResults ?? []) {
    if (file.status === "failed" && file.message) failed(file.name, file.message);
    for (const test of file.assertionResults)
      if (test.status === "failed")
        failed(`${path.relative(ROOT, file.name)} › ${test.fullName}`, test.failureMessages[0]);
  }
  addUp("Unit tests", code, told === null ? null : { passed: told.numPassedTests, failed: told.numFailedTests });
}

/** The tests of a file or of a group in it. @param {any} suite @returns {any[]} */
const specsOf = (suite) => [...suite.specs, ...(suite.suites ?? []).flatMap(specsOf)];

async function browserTests() {
  say("\n== Browser tests");
  const chromium = await ensureChromium();
  const report = path.join(WORK, "browser.json");
  const { code } = await withFreshApp({ root: ROOT, durable: false }, (url) => {
    const env = { ...process.env, APP_URL: url, CHROMIUM: chromium, TEST_REPORT: report };
    return run(bin("playwright"), ["test", ...process.argv.slice(2)], { cwd: ROOT, env, quiet: false });
  });
  const told = readJson(report);
  for (const { file, title, ok, tests } of (told?.suites ?? []).flatMap(specsOf))
    if (!ok) failed(`${file} › ${title}`, tests[0]?.results.at(-1)?.error?.message);
  const stats = told?.stats;
  addUp(
    "Browser tests",
    code,
    stats === undefined ? null : { passed: stats.expected + stats.flaky, failed: stats.unexpected },
  );
}

async function main() {
  requireNode(process.versions.node);
  requireSpace(ROOT, statfsSync);
  await ensurePackages(ROOT);
  await ensurePostgres();
  mkdirSync(WORK, { recursive: true, mode: 0o755 });
  // The types of the pages are written by the framework before they can be checked.
  await run(process.execPath, [path.join(ROOT, "node_modules/next/dist/bin/next"), "typegen"], {
    cwd: ROOT,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
  });
  // None waits for another: the longest takes one core, the others the rest.
  await Promise.all([
    check("Lint", bin("eslint"), [".", "--max-warnings=0"]),
    check("Format", bin("prettier"), ["--check", ".", "--log-level=warn"]),
    check("Types", bin("tsc"), ["--noEmit"]),
    check("Directions", bin("depcruise"), ["src", "--config", ".dependency-cruiser.mjs"]),
  ]);
  await unitTests();
  await browserTests();
}

/** @param {number} code */
async function end(code) {
  await stopAll();
  rmSync(WORK, { recursive: true, force: true });
  process.exit(code);
}

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(1));
main()
  .catch((error) => {
    failed("npm test", sentence(error));
    count.failed += 1;
  })
  .then(async () => {
    for (const failure of failures) say(`\nFailed: ${failure}`);
    say(`\n${count.passed} passed, ${count.failed} failed`);
    await end(count.failed === 0 && count.passed > 0 ? 0 : 1);
  });
