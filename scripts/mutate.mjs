/**
 * `npm run mutate [folder…]`: changes the core in small ways, one at a time, and says how many of the changes are
 * noticed by the tests of its own folder, by those that hold `calc` against references and, of jobs and stops, by those of what
 * they tell. Folders are those of `src/core` or below one, or single files there; all that compute when none is named.
 * The slowest properties are tried on a tenth of their cases then. Not a part of `npm test`: it takes minutes, hours
 * for stops and job.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { run, stopAll } from "./lib/processes.mjs";
import { Trouble, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDERS = ["lash", "stops", "shims", "heat", "preload", "locate", "units", "job"];
const REPORT = path.join(ROOT, ".data", "mutation.json");
/** What of these is told stands word for word under `scripts/answers`. */
const TOLD = ["job", "stops"];
/** Shown under a score: what no test noticed. */
const SHOWN = 400;

/** @typedef {{ status: string, mutatorName: string, replacement?: string, location: { start: { line: number } } }} Mutant */

/** @param {string} folder @returns {Promise<{ killed: number, all: number, survivors: string[] }>} */
async function mutate(folder) {
  rmSync(REPORT, { force: true });
  const { code, output } = await run(
    path.join(ROOT, "node_modules/.bin/stryker"),
    [
      "run",
      path.join(ROOT, "scripts/stryker.config.mjs"),
      "--mutate",
      `src/core/${folder}${folder.endsWith(".ts") ? "" : "/**/*.ts"},!src/core/**/*.test.ts,!src/core/**/*.testing.ts,!src/core/engine/testEngines.ts`,
    ],
    {
      cwd: ROOT,
      env: {
        ...process.env,
        MUTATION_TESTS: `src/core/${folder.split("/")[0]} src/core/calc${TOLD.includes(folder.split("/")[0] ?? "") ? " scripts/answers" : ""}`,
        MUTATION_REPORT: REPORT,
        PROPERTY_SHARE: "0.1",
      },
    },
  );
  if (!existsSync(REPORT)) throw new Trouble(`${folder} could not be tried (${code}).\n${output.slice(-2000)}`);
  /** @type {{ files: Record<string, { mutants: Mutant[] }> }} */
  const { files } = JSON.parse(readFileSync(REPORT, "utf8"));
  const all = Object.entries(files).flatMap(([file, { mutants }]) => mutants.map((m) => ({ file, ...m })));
  const counted = all.filter((m) => !["Ignored", "CompileError", "RuntimeError"].includes(m.status));
  const alive = counted.filter((m) => m.status === "Survived" || m.status === "NoCoverage");
  return {
    killed: counted.length - alive.length,
    all: counted.length,
    survivors: alive.map(
      (m) => `${m.file}:${m.location.start.line} ${m.mutatorName} → ${(m.replacement ?? "").slice(0, 60)}`,
    ),
  };
}

async function main() {
  const asked = process.argv.slice(2);
  const unknown = asked.filter((f) => !existsSync(path.join(ROOT, "src/core", f)));
  if (unknown.length > 0)
    throw new Trouble(`There is no folder ${unknown.join(", ")} in src/core. Say one of: ${FOLDERS.join(", ")}.`);
  mkdirSync(path.dirname(REPORT), { recursive: true });
  for (const folder of asked.length > 0 ? asked : FOLDERS) {
    const { killed, all, survivors } = await mutate(folder);
    const score = all === 0 ? "nothing to change" : `${((100 * killed) / all).toFixed(1)} percent`;
    say(`${folder}: ${score}, ${killed} of ${all} changes noticed`);
    for (const s of survivors.slice(0, SHOWN)) say(`  not noticed: ${s.replaceAll("\n", " ")}`);
  }
}

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => void stopAll().then(() => process.exit(1)));
main().catch((error) => {
  say(sentence(error));
  process.exitCode = 1;
});
