/** Debian's packages, also where another installation is at work, as it often is while a machine first starts. */
import { setTimeout as wait } from "node:timers/promises";
import { run } from "./processes.mjs";
import { Trouble, say } from "./say.mjs";

/** How long another one is waited for. */
const PATIENCE_MS = 10 * 60_000;
/** What `apt-get` says while another holds the packages or their lists: for those it has no waiting of its own. */
const HELD = /Could not get lock|Unable to (acquire|lock)/;

/**
 * @param {string[]} args @param {string} why what to say when it fails
 * @param {{ running?: typeof run, againMs?: number }} [how]
 */
export async function aptGet(args, why, { running = run, againMs = 5000 } = {}) {
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const since = Date.now();
  for (let told = false; ; told = true) {
    const { code, output } = await running("apt-get", args, { env });
    if (code === 0) return;
    if (!HELD.test(output) || Date.now() - since > PATIENCE_MS)
      throw new Trouble(`${why}\n${output.trim().split("\n").slice(-12).join("\n")}`);
    if (!told) say("Another installation is at work on this machine: waiting until it ends…");
    await wait(againMs);
  }
}
