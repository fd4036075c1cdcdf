/**
 * `npm run proof [name…]`: what takes too long for `npm test`, one after the other; all but the mutation of the core when
 * none is named, which takes hours. Ends with exit code 1 when one of them failed. See docs/tests.md.
 */
import path from "node:path";
import { run, stopAll } from "./lib/processes.mjs";
import { Trouble, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");

/** @type {Readonly<Record<string, { script: string, args: string[], env?: Record<string, string> }[]>>} */
const PROOFS = {
  properties: [{ script: "unit", args: ["--project", "pure"], env: { PROPERTY_SHARE: "10" } }],
  torture: [
    { script: "torture", args: ["8", "1", "1"] },
    { script: "torture", args: ["8", "2", "2"] },
  ],
  stock: [{ script: "torture:stock", args: [] }],
  outbox: [{ script: "torture:outbox", args: [] }],
  drill: [{ script: "drill", args: ["3", "1"] }],
  fuzz: [{ script: "fuzz", args: ["90", "1"] }],
  mutation: [{ script: "mutate", args: [] }],
};
const USUAL = Object.keys(PROOFS).filter((name) => name !== "mutation");

async function main() {
  const asked = process.argv.slice(2);
  const unknown = asked.filter((name) => !Object.hasOwn(PROOFS, name));
  if (unknown.length > 0)
    throw new Trouble(`There is no proof ${unknown.join(", ")}. Say one of: ${Object.keys(PROOFS).join(", ")}.`);
  for (const name of asked.length > 0 ? asked : USUAL)
    for (const { script, args, env = {} } of PROOFS[name] ?? []) {
      say(`\n== ${name}: npm run ${[script, "--", ...args].join(" ")}`);
      const begun = performance.now();
      const { code } = await run("npm", ["run", "--silent", script, "--", ...args], {
        cwd: ROOT,
        env: { ...process.env, ...env },
        quiet: false,
      });
      say(
        `${name}: ${code === 0 ? "holds" : "FAILED"} after ${((performance.now() - begun) / 60_000).toFixed(1)} min`,
      );
      if (code !== 0) process.exitCode = 1;
    }
}

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => void stopAll().then(() => process.exit(1)));
main().catch((error) => {
  say(sentence(error));
  process.exitCode = 1;
});
