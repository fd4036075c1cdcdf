/** `npm run --silent calc -- <operation>`: the calculations on the command line; installs quietly when that was never done. */
import { existsSync } from "node:fs";
import path from "node:path";
import { ensurePackages } from "./lib/install.mjs";
import { sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");

async function main() {
  // Nothing but the answer may stand on standard output.
  if (!existsSync(path.join(ROOT, "node_modules", "tsx"))) await ensurePackages(ROOT, () => undefined);
  const { execa } = await import("execa");
  const { exitCode = 2 } = await execa(
    process.execPath,
    ["--import", "tsx", path.join(ROOT, "scripts/calc-cli.ts"), ...process.argv.slice(2)],
    { cwd: ROOT, stdio: "inherit", reject: false },
  );
  process.exitCode = exitCode;
}

main().catch((error) => {
  process.stderr.write(`${JSON.stringify({ error: { message: sentence(error), path: "" } })}\n`);
  process.exitCode = 2;
});
