/**
 * `npm run torture [-- rounds [seed [processes]]]`: kills the app's server and PostgreSQL with SIGKILL at random
 * moments while four mechanics make entries, two of them at each job, starts them again, and checks that every entry
 * that was answered as kept is there, once, and in order. With two processes the mechanics of a job are at one server
 * each, and mostly one of them is killed. Ends with exit code 1 when an entry is missing.
 */
import { mkdirSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import pg from "pg";
import { prepareDatabase, startApp } from "./lib/app.mjs";
import { runCommand } from "./lib/command.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, freePort, startCluster } from "./lib/postgres.mjs";
import { enterUntil, kill, lostOf, seeded } from "./lib/entering.mjs";
import { ShopClient } from "./lib/shopClient.mjs";
import { Trouble, requireNode, say } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `torture-${process.pid}`);
const [rounds = 50, seed = 1, processes = 1] = process.argv.slice(2).map(Number);
const MECHANICS = 4;
const LONGEST_MS = 2500;

const random = seeded(seed);

/** @template T @param {readonly T[]} all @returns {T} */
const pick = (all) => /** @type {T} */ (all[Math.floor(random() * all.length)]);

/** While a server is dead something else may have its port for a moment. @param {string} databaseUrl @param {number} port @returns {ReturnType<typeof startApp>} */
const startAgain = (databaseUrl, port, tries = 5) =>
  startApp({ root: ROOT, databaseUrl, port }).catch(async (error) => {
    if (tries === 1) throw error;
    await wait(1000);
    return startAgain(databaseUrl, port, tries - 1);
  });

/** @param {string} databaseUrl @param {readonly number[]} ports */
const startApps = (databaseUrl, ports) => Promise.all(ports.map((port) => startAgain(databaseUrl, port)));

async function main() {
  requireNode(process.versions.node);
  if (
    !Number.isInteger(rounds) ||
    rounds < 1 ||
    rounds > 1000 ||
    !Number.isInteger(seed) ||
    ![1, 2].includes(processes)
  )
    throw new Trouble(
      "Give the number of rounds (1 to 1000), a whole number as the seed, and the processes (1 or 2).",
    );
  await ensurePackages(ROOT);
  await ensureBuild(ROOT);
  mkdirSync(FOLDER, { recursive: true });
  const bin = await ensurePostgres();
  const first = await startCluster({ bin, folder: FOLDER });
  await prepareDatabase(ROOT, first.url);
  const db = new pg.Client({ connectionString: first.url, options: "-c app.whole=on" });
  await db.connect();
  const people = (await db.query("select id from people order by name")).rows;
  const [set] = (await db.query("select id from feeler_sets where name like 'Fine%'")).rows;
  await db.end();
  const ports = [];
  for (let i = 0; i < processes; i++) ports.push(await freePort());
  const running = { cluster: first, apps: await startApps(first.url, ports) };
  const clients = await Promise.all(
    Array.from({ length: MECHANICS }, async (_, i) => {
      const client = new ShopClient(running.apps[i % processes]?.url ?? "");
      await client.enter(people[i % people.length].id);
      return client;
    }),
  );
  const lead = clients[0] ?? new ShopClient(running.apps[0]?.url ?? "");
  const engine = await lead.addEngine();
  /** @type {import("./lib/entering.mjs").Log[]} */
  const all = [];
  let lost = 0;
  for (let round = 1; round <= rounds; round++) {
    // Two and two at one job: what one of them enters is looked at by the other's server as well.
    const jobs = await Promise.all([0, 1].map(() => lead.openJob(engine, set.id)));
    const logs = clients.map((_, i) => ({ job: jobs[i < MECHANICS / 2 ? 0 : 1] ?? "", kept: [], sent: new Map() }));
    all.push(...logs);
    let stopped = false;
    const working = Promise.all(
      clients.map((client, i) =>
        enterUntil(client, /** @type {import("./lib/entering.mjs").Log} */ (logs[i]), () => stopped),
      ),
    );
    const what = pick(["server", "database", "both"]);
    await wait(50 + random() * LONGEST_MS);
    if (what === "server") {
      // The others go on with the same database.
      const i = Math.floor(random() * processes);
      running.apps[i]?.child.kill("SIGKILL");
      const [again] = await startApps(running.cluster.url, [ports[i] ?? 0]);
      if (again !== undefined) running.apps[i] = again;
    } else {
      // The servers are killed with the database, or right after it: they know it by an address that is gone.
      if (what === "both") for (const app of running.apps) app.child.kill("SIGKILL");
      kill(running.cluster);
      for (const app of running.apps) app.child.kill("SIGKILL");
      running.cluster = await startCluster({ bin, folder: FOLDER });
      running.apps = await startApps(running.cluster.url, ports);
    }
    // A little more work on the same jobs: what was under way is sent again.
    await wait(300);
    stopped = true;
    await working;
    lost += await lostOf(lead, logs);
    say(
      `${round} of ${rounds}: killed ${what}, ${logs.reduce((n, l) => n + l.kept.length, 0)} entries saved, ${lost} lost`,
    );
  }
  lost = await lostOf(lead, all);
  for (const app of running.apps) await app.stop();
  await running.cluster.stop();
  say(
    `${rounds} kills, ${all.reduce((n, l) => n + l.kept.length, 0)} entries shown as saved, ${lost} lost (seed ${seed})`,
  );
  return lost === 0 ? 0 : 1;
}

runCommand(FOLDER, main);
