/**
 * `npm run torture [-- rounds [seed]]`: kills the app's server and PostgreSQL with SIGKILL at random
 * moments while four mechanics make entries, starts both again, and checks that every entry that was
 * answered as kept is there, once, and in order. Ends with exit code 1 when one is missing.
 */
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import pg from "pg";
import { prepareDatabase, startApp } from "./lib/app.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, freePort, startCluster } from "./lib/postgres.mjs";
import { stopAll } from "./lib/processes.mjs";
import { ShopClient, arrived, reading } from "./lib/shopClient.mjs";
import { Trouble, requireNode, say, sentence } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `torture-${process.pid}`);
const [rounds = 50, seed = 1] = process.argv.slice(2).map(Number);
const MECHANICS = 4;
const LONGEST_MS = 2500;

/** A small seeded generator: the same seed kills at the same moments. */
let state = seed >>> 0;
function random() {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 2 ** 32;
}

/** @param {string} bin @param {number} port */
async function boot(bin, port) {
  const cluster = await startCluster({ bin, folder: FOLDER });
  const app = await startApp({ root: ROOT, databaseUrl: cluster.url, port });
  return { cluster, app };
}

/** @typedef {{ job: string, kept: string[], sent: Map<string, object> }} Log */

/** Makes entries until it is told to stop; what was not answered is sent again first. @param {ShopClient} client @param {Log} log @param {() => boolean} stopped */
async function work(client, log, stopped) {
  while (!stopped()) {
    if (log.sent.size === 0) {
      const entry = log.kept.length === 0 ? arrived() : reading();
      log.sent.set(entry.id, entry);
    }
    try {
      await client.add(log.job, [...log.sent.values()]);
      log.kept.push(...log.sent.keys());
      log.sent.clear();
    } catch (error) {
      // Refused is a fault of this script or of the rules; no answer is what it is all about.
      if (error instanceof Error && "status" in error && Number(error.status) < 500) throw error;
      await wait(20);
    }
  }
}

/** @param {ShopClient} client @param {Log[]} logs */
async function check(client, logs) {
  let lost = 0;
  for (const log of logs) {
    const ledger = await client.ledger(log.job);
    const ids = ledger.map((e) => e.id);
    const places = log.kept.map((id) => ids.indexOf(id));
    lost += places.filter((p) => p === -1).length;
    const inOrder = places.every((p, i) => i === 0 || p > (places[i - 1] ?? -1));
    const once = new Set(ids).size === ids.length && ledger.every((e, i) => e.seq === i + 1);
    if (!inOrder || !once)
      throw new Trouble(`The ledger of job ${log.job} is out of order, or an entry stands there twice.`);
  }
  return lost;
}

async function main() {
  requireNode(process.versions.node);
  if (!Number.isInteger(rounds) || rounds < 1 || rounds > 1000 || !Number.isInteger(seed))
    throw new Trouble("Give the number of rounds, from 1 to 1000, and a whole number as the seed.");
  await ensurePackages(ROOT);
  await ensureBuild(ROOT);
  mkdirSync(FOLDER, { recursive: true });
  const bin = await ensurePostgres();
  const first = await startCluster({ bin, folder: FOLDER });
  await prepareDatabase(ROOT, first.url);
  const db = new pg.Client({ connectionString: first.url });
  await db.connect();
  const people = (await db.query("select id from people order by name")).rows;
  const [set] = (await db.query("select id from feeler_sets where name like 'Fine%'")).rows;
  await db.end();
  const port = await freePort();
  let app = await startApp({ root: ROOT, databaseUrl: first.url, port });
  let running = { cluster: first, app };
  const clients = await Promise.all(
    Array.from({ length: MECHANICS }, async (_, i) => {
      const client = new ShopClient(app.url);
      await client.enter(people[i % people.length].id);
      return client;
    }),
  );
  const lead = clients[0] ?? new ShopClient(app.url);
  const engine = await lead.addEngine();
  /** @type {Log[]} */
  const all = [];
  let lost = 0;
  for (let round = 1; round <= rounds; round++) {
    const logs = await Promise.all(
      clients.map(async (client) => ({ job: await client.openJob(engine, set.id), kept: [], sent: new Map() })),
    );
    all.push(...logs);
    let stopped = false;
    const working = Promise.all(
      clients.map((client, i) => work(client, /** @type {Log} */ (logs[i]), () => stopped)),
    );
    const what = ["server", "database", "both"][Math.floor(random() * 3)];
    await wait(50 + random() * LONGEST_MS);
    if (what !== "database") running.app.child.kill("SIGKILL");
    if (what !== "server")
      process.kill(
        Number(readFileSync(path.join(running.cluster.dataFolder, "postmaster.pid"), "utf8").split("\n")[0]),
        "SIGKILL",
      );
    // The other one is killed as well: what is left over would not be a fresh start.
    if (what === "database") running.app.child.kill("SIGKILL");
    if (what === "server") await running.cluster.stop();
    running = await boot(bin, port);
    app = running.app;
    // A little more work on the same jobs: what was under way is sent again.
    await wait(300);
    stopped = true;
    await working;
    lost += await check(lead, logs);
    say(
      `${round} of ${rounds}: killed ${what}, ${logs.reduce((n, l) => n + l.kept.length, 0)} entries kept, ${lost} lost`,
    );
  }
  lost = await check(lead, all);
  await running.app.stop();
  await running.cluster.stop();
  say(
    `${rounds} kills, ${all.reduce((n, l) => n + l.kept.length, 0)} entries shown as kept, ${lost} lost (seed ${seed})`,
  );
  return lost === 0 ? 0 : 1;
}

/** @param {number} code */
async function end(code) {
  await stopAll();
  rmSync(FOLDER, { recursive: true, force: true });
  process.exit(code);
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(1));
main().then(end, (error) => {
  say(sentence(error));
  return end(1);
});
