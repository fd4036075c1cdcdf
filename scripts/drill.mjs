/**
 * `npm run drill [-- rounds [seed]]`: a primary with a synchronous standby, two app processes and twenty people who make
 * entries. The primary is killed with SIGKILL at a random moment; it is missed by two looks half a second apart, the
 * standby takes over, and the address leads there. Counted: entries that were shown as kept and are gone, and how long
 * it took until entries were taken again. Then a new standby is made, and so on. Ends with exit code 1 when an entry is
 * missing, or when it took over 15 s.
 */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import pg from "pg";
import { movingAddress } from "./lib/address.mjs";
import { prepareDatabase, startApp } from "./lib/app.mjs";
import { runCommand } from "./lib/command.mjs";
import { enterUntil, kill, lostOf, seeded } from "./lib/entering.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, freePort, startCluster, startStandby } from "./lib/postgres.mjs";
import { Trouble, requireNode, say } from "./lib/say.mjs";
import { ShopClient } from "./lib/shopClient.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `drill-${process.pid}`);
const [rounds = 20, seed = 1] = process.argv.slice(2).map(Number);
const PEOPLE = 20;
const APPS = 2;
const LONGEST_MS = 4000;
const LOOK_MS = 500;
const MOST_S = 15;

/** @param {string} url @param {(client: pg.Client) => Promise<unknown>} work */
async function ask(url, work) {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 1000, options: "-c app.whole=on" });
  client.on("error", () => undefined);
  try {
    await client.connect();
    return await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** The primary says that something is kept only once this standby has it. @param {string} primary @param {string} named */
async function waitFor(primary, named) {
  await ask(primary, async (client) => {
    await client.query(`alter system set synchronous_standby_names = '${named}'`);
    await client.query("select pg_reload_conf()");
    for (let tries = 0; tries < 100; tries++) {
      const { rows } = await client.query("select 1 from pg_stat_replication where sync_state = 'sync'");
      if (rows.length > 0) return;
      await wait(100);
    }
    throw new Trouble("The standby does not follow.");
  });
}

/** Until two looks in a row find nobody there. @param {string} url */
async function missed(url) {
  for (let gone = 0; gone < 2;) {
    await wait(LOOK_MS);
    gone = await ask(url, (client) => client.query("select 1")).then(
      () => 0,
      () => gone + 1,
    );
  }
}

async function main() {
  requireNode(process.versions.node);
  if (!Number.isInteger(rounds) || rounds < 1 || rounds > 200 || !Number.isInteger(seed))
    throw new Trouble("Give the number of rounds (1 to 200), and a whole number as the seed.");
  const random = seeded(seed);
  await ensurePackages(ROOT);
  await ensureBuild(ROOT);
  mkdirSync(FOLDER, { recursive: true });
  const bin = await ensurePostgres();
  /** @type {Awaited<ReturnType<typeof startCluster>>} */
  let primary = await startCluster({ bin, folder: path.join(FOLDER, "first") });
  await prepareDatabase(ROOT, primary.url);
  const address = await movingAddress(Number(new URL(primary.url).port));
  const moving = new URL(primary.url);
  moving.port = String(address.port);
  /** @type {Awaited<ReturnType<typeof startApp>>[]} */
  const apps = [];
  for (let i = 0; i < APPS; i++)
    apps.push(await startApp({ root: ROOT, databaseUrl: moving.toString(), port: await freePort() }));
  const db = new pg.Client({ connectionString: primary.url, options: "-c app.whole=on" });
  await db.connect();
  const people = (await db.query("select id from people order by name")).rows;
  const [set] = (await db.query("select id from feeler_sets where name like 'Fine%'")).rows;
  await db.end();
  const clients = await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      const client = new ShopClient(apps[i % APPS]?.url ?? "");
      await client.enter(people[i % people.length].id);
      return client;
    }),
  );
  const lead = clients[0] ?? new ShopClient("");
  const engine = await lead.addEngine();
  /** @type {import("./lib/entering.mjs").Log[]} */
  const all = [];
  let [lost, longestS] = [0, 0];
  for (let round = 1; round <= rounds; round++) {
    const named = `standby_${round}`;
    const standby = await startStandby({ bin, folder: path.join(FOLDER, named), primary: primary.url, named });
    await waitFor(primary.url, named);
    // Two and two at one job, each at another process.
    const jobs = await Promise.all(Array.from({ length: PEOPLE / 2 }, () => lead.openJob(engine, set.id)));
    const logs = clients.map((_, i) => ({ job: jobs[Math.floor(i / 2)] ?? "", kept: [], sent: new Map() }));
    all.push(...logs);
    let stopped = false;
    /** @type {(number | null)[]} */
    const again = clients.map(() => null);
    let killedAt = Infinity;
    const working = Promise.all(
      clients.map((client, i) =>
        enterUntil(
          client,
          /** @type {import("./lib/entering.mjs").Log} */ (logs[i]),
          () => stopped,
          () => {
            if (performance.now() > killedAt) again[i] ??= performance.now();
          },
        ),
      ),
    );
    await wait(500 + random() * LONGEST_MS);
    kill(primary);
    killedAt = performance.now();
    await missed(primary.url);
    address.to(null);
    await standby.promote();
    // It waits for no other until there is one.
    await ask(standby.url, async (client) => {
      await client.query("alter system reset synchronous_standby_names");
      await client.query("select pg_reload_conf()");
    });
    address.to(Number(new URL(standby.url).port));
    for (let waited = 0; again.some((at) => at === null) && waited < 30_000; waited += 50) await wait(50);
    stopped = true;
    await working;
    const tookS = Math.max(...again.map((at) => ((at ?? Infinity) - killedAt) / 1000));
    longestS = Math.max(longestS, tookS);
    lost += await lostOf(lead, logs);
    await primary.discard();
    primary = standby;
    say(
      `${round} of ${rounds}: ${logs.reduce((n, l) => n + l.kept.length, 0)} entries saved, ${lost} lost; everybody's were taken again after ${tookS.toFixed(1)} s`,
    );
  }
  lost = await lostOf(lead, all);
  for (const app of apps) await app.stop();
  await address.close();
  await primary.discard();
  say(
    `${rounds} primaries killed, ${all.reduce((n, l) => n + l.kept.length, 0)} entries shown as saved, ${lost} lost; at most ${longestS.toFixed(1)} s until they were taken again (seed ${seed})`,
  );
  return lost === 0 && longestS < MOST_S ? 0 : 1;
}

runCommand(FOLDER, main);
