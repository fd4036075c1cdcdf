/** Debian's Chromium, for the browser tests. */
import { existsSync } from "node:fs";
import { must } from "./processes.mjs";
import { Trouble, say } from "./say.mjs";

const PLACES = ["/usr/bin/chromium", "/usr/lib/chromium/chromium"];

/** The path of Chromium; installs it from Debian's packages when it is missing. */
export async function ensureChromium() {
  const found = () => PLACES.find((p) => existsSync(p));
  const now = found();
  if (now !== undefined) return now;
  if (process.getuid?.() !== 0)
    throw new Trouble(
      "Chromium is not installed. Ask an administrator to run: apt-get install chromium. Then start again.",
    );
  say("Installing Chromium from Debian's packages (once)…");
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const why = "Chromium could not be installed. Run apt-get install chromium yourself, then start again.";
  await must("apt-get", ["update"], why, { env });
  await must("apt-get", ["install", "-y", "--no-install-recommends", "chromium"], why, { env });
  return found() ?? PLACES[0];
}

/** What Debian's Chromium needs to run headless, as root, without looking for the outside world. */
export const CHROMIUM_ARGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];
