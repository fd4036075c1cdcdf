/**
 * Commands that look at a database that may be in use: that of DATABASE_URL, else the shop's own, or with `--demo` the
 * demo's.
 */
import { existsSync } from "node:fs";
import path from "node:path";
import { ensurePackages } from "./install.mjs";
import { ensurePostgres, visitCluster } from "./postgres.mjs";
import { stopAll } from "./processes.mjs";
import { Trouble, say, sentence } from "./say.mjs";

const ROOT = path.resolve(import.meta.dirname, "../..");

/** What was asked, without `--demo`, and where it goes. */
function asked() {
  const all = process.argv.slice(2);
  const args = all.filter((a) => a !== "--demo");
  const folder = path.join(ROOT, all.length > args.length ? ".data/postgres" : ".data/shop/postgres");
  return { args, folder };
}

/** @param {string} folder */
async function database(folder) {
  const given = process.env["DATABASE_URL"];
  if (given !== undefined && given !== "") return { url: given, close: async () => undefined };
  if (!existsSync(folder))
    throw new Trouble("There is no shop here yet: start it with npm start, or say --demo for the demo's.");
  return visitCluster({ bin: await ensurePostgres(), folder });
}

/**
 * Runs a script of TypeScript with DATABASE_URL set to the owner's address, and ends as it ends.
 * @param {string} script
 */
export async function runInDatabase(script) {
  try {
    const { args, folder } = asked();
    await ensurePackages(ROOT);
    const { url, close } = await database(folder);
    try {
      const { execa } = await import("execa");
      const { exitCode = 2 } = await execa(
        process.execPath,
        ["--import", "tsx", path.join(ROOT, "scripts", script), ...args],
        { cwd: ROOT, env: { DATABASE_URL: url, PG_BIN: await ensurePostgres() }, stdio: "inherit", reject: false },
      );
      process.exitCode = exitCode;
    } finally {
      await close();
    }
  } catch (error) {
    say(sentence(error));
    await stopAll();
    process.exitCode = 2;
  }
}
