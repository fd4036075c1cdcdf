/** `npm run demo`: everything from an empty machine to a running app, and a clean end. */
import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { prepareDatabase, startApp } from "./lib/app.mjs";
import { startDevices } from "./lib/devices.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, portIsFree, startCluster } from "./lib/postgres.mjs";
import { stopAll } from "./lib/processes.mjs";
import { Trouble, requireNode, requireSpace, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const DATA = path.join(ROOT, ".data");
const LOCK = path.join(DATA, "demo.json");
const DEFAULT_PORT = 4380;

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

/** One demo per folder: a second is told where the first runs; what a killed one left is ended. */
async function takeLock(/** @type {number} */ port) {
  if (existsSync(LOCK)) {
    const held = readLock();
    if (isAlive(held.pid, "demo.mjs"))
      throw new Trouble(`Fulcrata runs already, at ${held.url}. Use that one, or stop it with Ctrl-C where it runs.`);
    if (isAlive(held.app, "next")) {
      say("Ending an app server that an earlier run left behind…");
      process.kill(held.app, "SIGKILL");
      // Its port is given back a moment after it is gone from the list of processes.
      for (let tries = 0; tries < 50 && !(await portIsFree(port)); tries++) await wait(100);
    }
  }
  undo.push(async () => rmSync(LOCK, { force: true }));
}

function readLock() {
  try {
    const { pid = 0, app = 0, url = "" } = JSON.parse(readFileSync(LOCK, "utf8"));
    return { pid: Number(pid), app: Number(app), url: String(url) };
  } catch {
    return { pid: 0, app: 0, url: "" };
  }
}

/** @param {{ url: string, app: number }} held */
const writeLock = (held) => writeFileSync(LOCK, JSON.stringify({ pid: process.pid, ...held }));

function readPort() {
  const given = process.env["PORT"];
  const port = given === undefined || given === "" ? DEFAULT_PORT : Number(given);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble(`PORT is "${given}": give a number from 1 to 65535.`);
  return port;
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
  const cluster = await startCluster({ bin: await ensurePostgres(), folder: path.join(DATA, "postgres") });
  undo.push(cluster.stop);
  return cluster.url;
}

async function main() {
  const [asked, ...others] = process.argv.slice(2);
  const unknown = asked === undefined || /^--reset(=|$)/.test(asked) ? others : [asked, ...others];
  if (unknown.length > 0)
    throw new Trouble(
      `There is no option ${unknown.join(" ")}. The only one is --reset, which loads the demo shop afresh.`,
    );
  const reset = asked !== undefined;
  requireNamed(reset, asked);
  requireNode(process.versions.node);
  requireSpace(ROOT, statfsSync);
  mkdirSync(DATA, { recursive: true });
  const port = readPort();
  await takeLock(port);
  if (!(await portIsFree(port)))
    throw new Trouble(
      `Port ${port} is taken by another program. Stop that program, or choose another port: PORT=${port + 1} npm run demo`,
    );
  writeLock({ url: `http://127.0.0.1:${port}`, app: 0 });
  await ensurePackages(ROOT);
  const url = await databaseUrl();
  const done = await prepareDatabase(ROOT, url, { reset });
  if (done !== "") say(done);
  await ensureBuild(ROOT);
  const ordersFile = path.join(DATA, "supplier.json");
  if (reset) rmSync(ordersFile, { force: true });
  const devices = await startDevices(ROOT, ordersFile);
  undo.push(devices.stop);
  const app = await startApp({ root: ROOT, databaseUrl: url, port, env: devices.env });
  undo.push(app.stop);
  writeLock({ url: app.url, app: app.child.pid ?? 0 });
  app.child.once("close", () => {
    if (ending) return;
    say(
      "The app's server ended unexpectedly. Everything it showed as saved is saved: start again with npm run demo.",
    );
    void end(1);
  });
  say(
    `Simulated bench gauge on 127.0.0.1:${devices.gaugePort}, barring encoder on 127.0.0.1:${devices.encoderPort}, parts supplier on 127.0.0.1:${devices.supplierPort}.`,
  );
  say(`Fulcrata is ready: ${app.url}   (Ctrl-C stops it)`);
}

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(0));
main().catch(async (error) => {
  say(sentence(error));
  await end(1);
});
