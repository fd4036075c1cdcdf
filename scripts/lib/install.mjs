/** npm packages and the production build, each done only when something changed. */
import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";
import { must } from "./processes.mjs";
import { Trouble, say } from "./say.mjs";

/** Of contents and names, wherever the project stands. @param {string} root @param {readonly string[]} files */
function fingerprint(root, files) {
  const hash = createHash("sha256");
  for (const file of files)
    hash.update(path.relative(root, file)).update("\0").update(readFileSync(file)).update("\0");
  return hash.digest("hex");
}

/** @param {string} folder @returns {string[]} */
function filesBelow(folder) {
  return readdirSync(folder)
    .sort()
    .map((name) => path.join(folder, name))
    .flatMap((full) => (statSync(full).isDirectory() ? filesBelow(full) : [full]));
}

/** Does the work unless the stamp says that it was done for just these files. @param {string} root @param {string} stamp @param {readonly string[]} files @param {() => Promise<unknown>} work */
async function unlessDone(root, stamp, files, work) {
  const print = fingerprint(
    root,
    files.filter((f) => existsSync(f)),
  );
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === print) return;
  await work();
  mkdirSync(path.dirname(stamp), { recursive: true });
  // Installing may have completed the lock file, so the print is taken again.
  writeFileSync(
    stamp,
    fingerprint(
      root,
      files.filter((f) => existsSync(f)),
    ),
  );
}

/** @param {string} root @param {(line: string) => void} [tell] */
export async function ensurePackages(root, tell = say) {
  const files = ["package.json", "package-lock.json"].map((f) => path.join(root, f));
  await unlessDone(root, path.join(root, "node_modules", ".fulcrata-installed"), files, async () => {
    tell("Installing npm packages (once, about two minutes)…");
    // By hand: the package that runs commands is not there yet.
    await promisify(execFile)("npm", ["install", "--include=dev", "--no-audit", "--no-fund"], { cwd: root }).catch(
      (error) => {
        const why =
          "The npm packages could not be installed. Is the registry reachable, and is there space on the disk?";
        throw new Trouble(`${why}\n${String(error.stderr).trim().split("\n").slice(-12).join("\n")}`);
      },
    );
  });
}

/** @param {string} root */
export async function ensureBuild(root) {
  const single = ["package-lock.json", "next.config.ts", "tsconfig.json"].map((f) => path.join(root, f));
  const files = [...single, ...filesBelow(path.join(root, "src"))].filter((f) => !f.includes(".test."));
  await unlessDone(root, path.join(root, ".next", "fulcrata-built"), files, async () => {
    say("Building the app (after a change, under a minute)…");
    const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: /** @type {const} */ ("production") };
    await must(
      process.execPath,
      [path.join(root, "node_modules/next/dist/bin/next"), "build"],
      "The app could not be built.",
      { cwd: root, env },
    );
    await buildWorker(root);
  });
}

/** The threads for heavy work load one file of ours; packages are found beside it as always. @param {string} root */
async function buildWorker(root) {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [path.join(root, "src/server/heavy/worker.ts")],
    outfile: path.join(root, ".next/heavy/worker.mjs"),
    tsconfig: path.join(root, "tsconfig.json"),
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    jsx: "automatic",
    minifySyntax: true,
    define: { "process.env.NODE_ENV": '"production"' },
    logLevel: "error",
  });
}
