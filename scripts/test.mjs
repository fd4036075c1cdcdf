/**
 * `npm test`: types, lint, unit tests and the build at once, then the real interface in a real browser; names what took
 * longest, and ends with one line that adds up all. Databases are copies of one that is prepared, or loaded with the demo, once.
 */
import { mkdirSync, readFileSync, rmSync, statfsSync } from "node:fs";
import path from "node:path";
import { stripVTControlCharacters } from "node:util";
import { ensureChromium } from "./lib/chromium.mjs";
import { demoCopy, withApp } from "./lib/freshApp.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, startCluster } from "./lib/postgres.mjs";
import { atEnd, run, stopAll } from "./lib/processes.mjs";
import { requireNode, requireSpace, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const DATA = path.join(ROOT, ".data");
const WORK = path.join(DATA, `test-${process.pid}`);
const bin = (/** @type {string} */ name) => path.join(ROOT, "node_modules", ".bin", name);
/** As many of the slowest are named. */
const SHOWN = 10;
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
  const begun = performance.now();
  const { code, output } = await run(command, args, { cwd: ROOT });
  if (code !== 0) {
    say(`\n== ${name}\n${output}`);
    failed(name, output);
  }
  count[code === 0 ? "passed" : "failed"] += 1;
  say(`${name}: ${code === 0 ? "passed" : "failed"} after ${((performance.now() - begun) / 1000).toFixed(0)} s`);
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

/** Each check, and what it takes, of the longest first. @param {readonly [seconds: number, name: string][]} all @param {string} of */
function slowest(all, of) {
  say(`\nThe slowest ${of}:`);
  for (const [seconds, name] of [...all].sort((a, b) => b[0] - a[0]).slice(0, SHOWN))
    say(`  ${seconds.toFixed(1).padStart(5)} s  ${name}`);
}

/** @param {string} cluster where databases are made */
async function unitTests(cluster) {
  const report = path.join(WORK, "unit.json");
  const { code, output } = await run(
    bin("vitest"),
    ["run", "--reporter=default", "--silent", "--reporter=json", `--outputFile=${report}`],
    { cwd: ROOT, env: { ...process.env, NO_COLOR: "1", TEST_CLUSTER: cluster } },
  );
  const told = readJson(report);
  if (told === null) say(output);
  /** @type {[number, string][]} */
  const files = [];
  for (const file of told?.testResults ?? []) {
    const name = path.relative(ROOT, file.name);
    files.push([(file.endTime - file.startTime) / 1000, name]);
    if (file.status === "failed" && file.message) failed(name, file.message);
    for (const test of file.assertionResults)
      if (test.status === "failed") failed(`${name} › ${test.fullName}`, test.failureMessages[0]);
  }
  addUp("Unit tests", code, told === null ? null : { passed: told.numPassedTests, failed: told.numFailedTests });
  return files;
}

/** The tests of a file or of a group in it. @param {any} suite @returns {any[]} */
const specsOf = (suite) => [...suite.specs, ...(suite.suites ?? []).flatMap(specsOf)];

/** @param {string} chromium @param {string} database with the demo */
async function browserTests(chromium, database) {
  const report = path.join(WORK, "browser.json");
  const { code } = await withApp({ root: ROOT, databaseUrl: database }, (url) => {
    const env = { ...process.env, APP_URL: url, CHROMIUM: chromium, TEST_REPORT: report };
    return run(bin("playwright"), ["test", ...process.argv.slice(2)], { cwd: ROOT, env, quiet: false });
  });
  const told = readJson(report);
  const specs = (told?.suites ?? []).flatMap(specsOf);
  // One that passes at its second try only is no test that passes.
  const right = specs.filter(
    (/** @type {any} */ s) => s.ok && s.tests.every((/** @type {any} */ t) => t.status !== "flaky"),
  );
  for (const spec of specs)
    if (!right.includes(spec)) {
      const results = spec.tests[0]?.results ?? [];
      failed(
        `${spec.file} › ${spec.title}${spec.ok ? " (passed at the second try: flaky)" : ""}`,
        results.find((/** @type {any} */ r) => r.error !== undefined)?.error?.message,
      );
    }
  addUp("Browser tests", code, told === null ? null : { passed: right.length, failed: specs.length - right.length });
  return specs.map((/** @type {any} */ s) => [
    (s.tests[0]?.results ?? []).reduce(
      (/** @type {number} */ sum, /** @type {any} */ r) => sum + r.duration / 1000,
      0,
    ),
    `${s.file} › ${s.title}`,
  ]);
}

async function main() {
  requireNode(process.versions.node);
  requireSpace(ROOT, statfsSync);
  await ensurePackages(ROOT);
  await ensurePostgres();
  const chromium = (await ensureChromium()) ?? "";
  mkdirSync(WORK, { recursive: true, mode: 0o755 });
  // The types of the pages are written by the framework before they can be checked.
  await run(process.execPath, [path.join(ROOT, "node_modules/next/dist/bin/next"), "typegen"], {
    cwd: ROOT,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
  });
  const cluster = await startCluster({
    bin: await ensurePostgres(),
    folder: path.join(WORK, "postgres"),
    durable: false,
  });
  const forget = atEnd(() => cluster.discard());
  // None waits for another: what one leaves of the cores the others take.
  const [files, database] = await Promise.all([
    unitTests(cluster.url),
    demoCopy(ROOT, cluster.url),
    ensureBuild(ROOT),
    (async () => {
      await check("Types", bin("tsc"), ["--noEmit"]);
      await check("Lint", bin("eslint"), [".", "--max-warnings=0"]);
      await check("Format", bin("prettier"), ["--check", ".", "--log-level=warn"]);
      await check("Directions", bin("depcruise"), ["src", "--config", ".dependency-cruiser.mjs"]);
    })(),
  ]);
  say("\n== Browser tests");
  const journeys = await browserTests(chromium, database);
  slowest(files, "files of unit tests");
  slowest(journeys, "browser tests");
  forget();
  await cluster.discard();
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
