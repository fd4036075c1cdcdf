/** Everything from an empty machine to a running app, and a clean end: what `npm start` and `npm run demo` share. */
import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import path from "node:path";
import { isIPv4 } from "node:net";
import { setTimeout as wait } from "node:timers/promises";
import { LOOPBACK, prepareDatabase, startApp, startBackground, urlAt } from "./app.mjs";
import { startDevices } from "./devices.mjs";
import { ensureBuild, ensurePackages } from "./install.mjs";
import { ensurePostgres, portIsFree, startCluster } from "./postgres.mjs";
import { stopAll } from "./processes.mjs";
import { Trouble, requireNode, requireSpace, say, sentence } from "./say.mjs";

const ROOT = path.resolve(import.meta.dirname, "../..");

/**
 * @typedef {object} Launch
 * @property {string} command how it is started, as it is typed
 * @property {string} script the file that runs
 * @property {string} data where it keeps its database, from the project's folder
 * @property {number} port unless PORT says another
 * @property {boolean} demo with the made-up shop and the simulated devices
 */

/** @type {Launch} */
let launched;
const dataFolder = () => path.join(ROOT, launched.data);
const lockFile = () => path.join(dataFolder(), `${path.parse(launched.script).name}.json`);

/** @type {(() => Promise<void>)[]} */
const undo = [];
let ending = false;

/** @param {number} code */
async function end(code) {
  if (ending) return;
  ending = true;
  for (const step of undo.reverse()) await step().catch((error) => say(sentence(error)));
  await stopAll();
  process.exit(code);
}

/** @param {number} pid @param {string} word */
function isAlive(pid, word) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(word);
  } catch {
    return false;
  }
}

/** One of a kind per folder: a second is told where the first runs; what a killed one left is ended. */
async function takeLock(/** @type {number} */ port, /** @type {string} */ host) {
  if (existsSync(lockFile())) {
    const held = readLock();
    if (isAlive(held.pid, launched.script))
      throw new Trouble(`Fulcrata runs already, at ${held.url}. Use that one, or stop it with Ctrl-C where it runs.`);
    if (isAlive(held.app, "next")) {
      say("Ending an app server that an earlier run left behind…");
      process.kill(held.app, "SIGKILL");
      // Its port is given back a moment after it is gone from the list of processes.
      for (let tries = 0; tries < 50 && !(await portIsFree(port, host)); tries++) await wait(100);
    }
  }
  undo.push(async () => rmSync(lockFile(), { force: true }));
}

function readLock() {
  try {
    const { pid = 0, app = 0, url = "" } = JSON.parse(readFileSync(lockFile(), "utf8"));
    return { pid: Number(pid), app: Number(app), url: String(url) };
  } catch {
    return { pid: 0, app: 0, url: "" };
  }
}

/** @param {{ url: string, app: number }} held */
const writeLock = (held) => writeFileSync(lockFile(), JSON.stringify({ pid: process.pid, ...held }));

function readPort() {
  const given = process.env["PORT"];
  const port = given === undefined || given === "" ? launched.port : Number(given);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble(`PORT is "${given}": give a number from 1 to 65535.`);
  return port;
}

/** What it listens on: this machine alone, unless LISTEN names one of its addresses, or all of them. */
function readHost() {
  const host = process.env["LISTEN"] ?? "";
  if (host === "" || host === LOOPBACK) return LOOPBACK;
  if (launched.demo)
    throw new Trouble("LISTEN is set: in the demo a name proves who one is, so it stays on this machine.");
  if (isIPv4(host) === false)
    throw new Trouble(`LISTEN is "${host}": give an address of this machine, like 192.168.7.2, or 0.0.0.0 for all.`);
  if (host === "0.0.0.0" && !URL.canParse(process.env["FULCRATA_URL"] ?? ""))
    throw new Trouble(
      "LISTEN is 0.0.0.0: set FULCRATA_URL to the address that people type, like http://valves.lan:4390.",
    );
  return host;
}

/** How many nights back one can go, unless BACKUPS_KEPT says another. */
const NIGHTS = 14;

function readBackups() {
  const [folder, given] = [process.env["BACKUPS"] ?? "", process.env["BACKUPS_KEPT"] ?? ""];
  const kept = given === "" ? NIGHTS : Number(given);
  if (!Number.isInteger(kept) || kept < 1 || kept > 1000)
    throw new Trouble(`BACKUPS_KEPT is "${given}": give the number of backups to keep, from 1 to 1000.`);
  return { kept, backups: folder === "" ? path.join(dataFolder(), "backups") : path.resolve(folder) };
}

/** A database of one's own is emptied only when it is named: it may hold a shop's record. @param {boolean} reset @param {string | undefined} asked */
function requireNamed(reset, asked) {
  const given = process.env["DATABASE_URL"];
  if (!reset || given === undefined || given === "" || !URL.canParse(given)) return;
  const name = decodeURIComponent(new URL(given).pathname.slice(1));
  if (asked !== `--reset=${name}`)
    throw new Trouble(
      `--reset would drop every record in the database "${name}" of DATABASE_URL. If that is meant, name it: npm run demo -- --reset=${name}`,
    );
}

async function databaseUrl() {
  const given = process.env["DATABASE_URL"];
  if (given !== undefined && given !== "") return given;
  const cluster = await startCluster({ bin: await ensurePostgres(), folder: path.join(dataFolder(), "postgres") });
  undo.push(cluster.stop);
  return cluster.url;
}

/** @returns {boolean} whether the demo is to be loaded afresh */
function readOptions() {
  const [asked, ...others] = process.argv.slice(2);
  const known = launched.demo && (asked === undefined || /^--reset(=|$)/.test(asked));
  const unknown = known || asked === undefined ? others : [asked, ...others];
  if (unknown.length > 0)
    throw new Trouble(
      `There is no option ${unknown.join(" ")}. ${launched.demo ? "The only one is --reset, which loads the demo shop afresh." : "There is none."}`,
    );
  requireNamed(asked !== undefined, asked);
  return asked !== undefined;
}

async function main() {
  const reset = readOptions();
  requireNode(process.versions.node);
  requireSpace(ROOT, statfsSync);
  mkdirSync(dataFolder(), { recursive: true });
  const [port, host] = [readPort(), readHost()];
  readBackups();
  await takeLock(port, host);
  if (!(await portIsFree(port, host)))
    throw new Trouble(
      `Port ${port} is taken by another program. Stop that program, or choose another port: PORT=${port + 1} ${launched.command}`,
    );
  writeLock({ url: urlAt(host, port), app: 0 });
  await ensurePackages(ROOT);
  const url = await databaseUrl();
  const done = await prepareDatabase(ROOT, url, { reset, demo: launched.demo });
  if (done !== "") say(done);
  await ensureBuild(ROOT);
  const env = await devices(reset);
  const app = await startApp({ root: ROOT, databaseUrl: url, port, host, env });
  undo.push(app.stop);
  const { backups, kept } = readBackups();
  const background = startBackground({
    root: ROOT,
    databaseUrl: url,
    bin: await ensurePostgres(),
    backups,
    kept,
    env,
  });
  undo.push(background.stop);
  writeLock({ url: app.url, app: app.child.pid ?? 0 });
  app.child.once("close", () => {
    if (ending) return;
    say(
      `The app's server ended unexpectedly. Everything it showed as saved is saved: start again with ${launched.command}.`,
    );
    void end(1);
  });
  if (launched.demo) say(`The people of the made-up shop, with their PINs: ${app.url}/sign-in`);
  say(`Fulcrata is ready: ${app.url}   (Ctrl-C stops it)`);
}

/** The stand-ins of the demo, and what the app is told of them. @param {boolean} reset @returns {Promise<Record<string, string>>} */
async function devices(reset) {
  if (!launched.demo) return {};
  const ordersFile = path.join(dataFolder(), "supplier.json");
  if (reset) rmSync(ordersFile, { force: true });
  const started = await startDevices(ROOT, ordersFile);
  undo.push(started.stop);
  say(
    `Simulated bench gauge on 127.0.0.1:${started.gaugePort}, barring encoder on 127.0.0.1:${started.encoderPort}, parts supplier on 127.0.0.1:${started.supplierPort}.`,
  );
  return started.env;
}

/** Runs until it is stopped. @param {Launch} what */
export async function launch(what) {
  launched = what;
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(0));
  await main().catch(async (error) => {
    say(sentence(error));
    await end(1);
  });
}
