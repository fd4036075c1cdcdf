/** The app itself: its database made ready, its server started. */
import { statSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { appUrlOf, signInSecretOf } from "../../src/db/appRole.mjs";
import { run, start, stop } from "./processes.mjs";
import { Trouble, say } from "./say.mjs";

/**
 * Migrates, and loads the demo shop into an empty database.
 * @param {string} root @param {string} url @param {{ reset?: boolean, demo?: boolean }} [options]
 * @returns {Promise<string>} what was done, to be shown
 */
export async function prepareDatabase(root, url, { reset = false, demo = true } = {}) {
  const args = ["--import", "tsx", path.join(root, "scripts/prepare.ts")];
  if (reset) args.push("--reset");
  if (!demo) args.push("--bare");
  const { code, output } = await run(process.execPath, args, {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url },
  });
  if (code !== 0) throw new Trouble(output.trim());
  return output.trim();
}

export const LOOPBACK = "127.0.0.1";

/** Where a server that listens on `host` answers. @param {string} host @param {number} port */
export const urlAt = (host, port) => `http://${host === "0.0.0.0" ? LOOPBACK : host}:${port}`;

/** Longer than a proxy or a client holds an idle connection: else one is ended just as the next request goes out on it. */
const KEEP_ALIVE_MS = 75_000;

/**
 * Starts the production server and waits until it answers. `databaseUrl` is the owner's: the server itself is given only
 * the one by which the app signs in. Started as root, it runs as a user who owns nothing.
 * @param {{ root: string, databaseUrl: string, port: number, host?: string, env?: Record<string, string> }} options
 */
export async function startApp({ root, databaseUrl, port, host = LOOPBACK, env: more = {} }) {
  const env = {
    ...process.env,
    ...more,
    DATABASE_URL: appUrlOf(databaseUrl),
    APP_DATABASE_URL: undefined,
    SIGN_IN_SECRET: signInSecretOf(databaseUrl),
    FULCRATA_HOST: host,
    NEXT_TELEMETRY_DISABLED: "1",
    NODE_ENV: /** @type {const} */ ("production"),
  };
  let heard = "";
  const log = await logTo(path.join(root, ".data/log"));
  const { child } = await start(
    process.execPath,
    [
      path.join(root, "node_modules/next/dist/bin/next"),
      "start",
      ...["-H", host, "-p", String(port)],
      ...["--keepAliveTimeout", String(KEEP_ALIVE_MS)],
    ],
    {
      cwd: root,
      env,
      user: await unprivileged(root),
      onOutput: (text) => {
        heard = (heard + text).slice(-4000);
        log.write(text);
      },
    },
  );
  child.once("close", () => log.end());
  const url = urlAt(host, port);
  for (let tries = 0; tries < 240; tries++) {
    if (child.exitCode !== null) throw new Trouble(`The app did not start.\n${heard.trim()}`);
    if (await answers(url)) return { child, url, stop: () => stop(child) };
    await wait(100);
  }
  await stop(child);
  throw new Trouble(`The app started but does not answer.\n${heard.trim()}`);
}

/** Long enough that a database which is away is back. */
const AGAIN_MS = 10_000;

/**
 * Starts what works in the background, and starts it again when it ends by itself: nobody waits for it.
 * @param {{ root: string, databaseUrl: string, bin: string, backups: string, kept: number, env?: Record<string, string> }} options
 * @returns {{ stop: () => Promise<void> }}
 */
export function startBackground({ root, databaseUrl, bin, backups, kept, env = {} }) {
  let ending = false;
  /** @type {import("./processes.mjs").Child | null} */
  let running = null;
  const ended = (async () => {
    const log = await logTo(path.join(root, ".data/log"), "background.log");
    while (!ending) {
      const { child } = await start(process.execPath, ["--import", "tsx", path.join(root, "scripts/background.ts")], {
        cwd: root,
        env: {
          ...process.env,
          ...env,
          DATABASE_URL: databaseUrl,
          PG_BIN: bin,
          BACKUPS: backups,
          BACKUPS_KEPT: String(kept),
        },
        onOutput: (text) => log.write(text),
      });
      running = child;
      await child;
      for (let waited = 0; waited < AGAIN_MS && !ending; waited += 100) await wait(100);
    }
    log.end();
  })();
  return {
    stop: async () => {
      ending = true;
      if (running !== null) await stop(running);
      await ended;
    },
  };
}

/** What a server says, in a file that begins anew at 5 MB; the newest five are kept. @param {string} folder @param {string} [name] */
async function logTo(folder, name = "app.log") {
  const { createStream } = await import("rotating-file-stream");
  const log = createStream(name, { path: folder, size: "5M", maxFiles: 5 });
  // A full disk stops no work.
  log.on("error", () => undefined);
  return log;
}

/**
 * Whom the server runs as when the command was started as root: whoever owns the project's folder, else nobody. Undefined
 * where this is no root, or where the folder lies in root's own.
 * @param {string} root
 * @returns {Promise<{ uid: number, gid: number } | undefined>}
 */
async function unprivileged(root) {
  if (process.getuid?.() !== 0) return undefined;
  const { uid, gid } = statSync(root);
  if (uid !== 0) return { uid, gid };
  const built = path.join(root, ".next/BUILD_ID");
  const { code } = await run("runuser", ["-u", "nobody", "--", "test", "-r", built], { cwd: "/" });
  if (code === 0) return NOBODY;
  say(
    `Nobody but root can read ${root}: the app's server runs as root. Move the folder to let it run as an ordinary user.`,
  );
  return undefined;
}

/** As Debian numbers it. */
const NOBODY = { uid: 65534, gid: 65534 };

/** @param {string} url */
async function answers(url) {
  try {
    return (await fetch(`${url}/api/ready`)).ok;
  } catch {
    return false;
  }
}
