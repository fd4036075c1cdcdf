/**
 * `npm run ledger`: looks through all ledgers for entries that their rules forbid. In the database of DATABASE_URL, else
 * in that of the demo, whether it runs or not.
 */
import path from "node:path";
import { ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, visitCluster } from "./lib/postgres.mjs";
import { stopAll } from "./lib/processes.mjs";
import { say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");

async function database() {
  const given = process.env["DATABASE_URL"];
  if (given !== undefined && given !== "") return { url: given, close: async () => undefined };
  return visitCluster({ bin: await ensurePostgres(), folder: path.join(ROOT, ".data", "postgres") });
}

async function main() {
  await ensurePackages(ROOT);
  const { url, close } = await database();
  try {
    const { execa } = await import("execa");
    const { exitCode = 2 } = await execa(
      process.execPath,
      ["--import", "tsx", path.join(ROOT, "scripts/ledger.ts")],
      {
        cwd: ROOT,
        env: { DATABASE_URL: url },
        stdio: "inherit",
        reject: false,
      },
    );
    process.exitCode = exitCode;
  } finally {
    await close();
  }
}

main().catch(async (error) => {
  say(sentence(error));
  await stopAll();
  process.exitCode = 2;
});
