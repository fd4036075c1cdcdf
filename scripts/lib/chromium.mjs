/** Debian's Chromium, for the browser tests. */
import { existsSync } from "node:fs";
import { aptGet } from "./apt.mjs";
import { Trouble, say } from "./say.mjs";

/** The one without windows is as good for tests, and takes two thirds of the time. */
const PLACES = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium", "/usr/lib/chromium/chromium"];

/** The path of Chromium; installs it from Debian's packages when it is missing. */
export async function ensureChromium() {
  const [best] = PLACES;
  const found = () => PLACES.find((p) => existsSync(p));
  const now = found();
  const asRoot = process.getuid?.() === 0;
  if (now === best || (now !== undefined && !asRoot)) return now;
  if (!asRoot)
    throw new Trouble(
      "Chromium is not installed. Ask an administrator to run: apt-get install chromium-headless-shell. Then start again.",
    );
  say("Installing Chromium from Debian's packages (once)…");
  const why =
    "Chromium could not be installed. Run apt-get install chromium-headless-shell yourself, then start again.";
  try {
    await aptGet(["update"], why);
    await aptGet(["install", "-y", "--no-install-recommends", "chromium-headless-shell"], why);
  } catch (error) {
    // With windows it does as well.
    if (now === undefined) throw error;
  }
  return found() ?? best;
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
