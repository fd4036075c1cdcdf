/**
 * `npm run torture:stock [-- steps [seed]]`: parts laid in, taken, put back and put right, whole shim jobs fitted, and orders
 * sent and delivered, by four mechanics at once; server and database are killed with SIGKILL in the middle, and what was not
 * answered is sent again. Then everything must add up: no drawer below nothing, every answered step counted once, as many
 * parts put back by each job as it took, every order delivered once. Ends with exit code 1 when something does not.
 */
import { randomUUID } from "node:crypto";
import { mkdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import pg from "pg";
import { prepareDatabase, startApp } from "./lib/app.mjs";
import { startDevices } from "./lib/devices.mjs";
import { runCommand } from "./lib/command.mjs";
import { ensureBuild, ensurePackages } from "./lib/install.mjs";
import { ensurePostgres, freePort, startCluster } from "./lib/postgres.mjs";
import { ShopClient, SHIM_TWIN, arrivedAt, readingOf } from "./lib/shopClient.mjs";
import { Trouble, requireNode, say } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `stock-${process.pid}`);
const [steps = 1000, seed = 1] = process.argv.slice(2).map(Number);
const MECHANICS = 4;

let state = seed >>> 0;
/** A small seeded generator. @param {number} below */
function random(below) {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * below);
}
const size = () => Number((2.3 + random(13) * 0.05).toFixed(2));

/** What the shop should hold by what was answered. */
const told = { laid: 0, moved: 0, ordered: 0, refused: 0, fittedJobs: 0 };

/** Sends until it is answered; a refusal is an answer. @param {ShopClient} client @param {string} where @param {object} body @returns {Promise<boolean>} */
async function insist(client, where, body) {
  for (;;) {
    try {
      await client.ask("POST", where, body);
      return true;
    } catch (error) {
      const status = error instanceof Error && "status" in error ? Number(error.status) : 0;
      if (status >= 400 && status < 500) {
        told.refused += 1;
        return false;
      }
      await wait(50);
    }
  }
}

/** @param {ShopClient} client */
async function lay(client) {
  const count = 1 + random(3);
  const thickness = size().toFixed(2);
  if (
    await insist(client, "/api/parts", {
      id: randomUUID(),
      moveId: randomUUID(),
      kind: "shim-over",
      diameter: "29",
      mark: thickness,
      thickness,
      count,
    })
  )
    told.laid += count;
}

/** Takes, puts back, or puts a count right. @param {ShopClient} client @param {pg.Pool} db */
async function move(client, db) {
  const { rows } = await db
    .query("select id from parts where kind = 'shim-over' order by id offset $1 limit 1", [random(40)])
    .catch(() => ({ rows: [] }));
  const change = random(2) === 0 ? -1 - random(2) : 1;
  const reason = random(3) === 0 ? "corrected" : change < 0 ? "taken" : "returned";
  if (
    rows[0] !== undefined &&
    (await insist(client, "/api/parts/moves", { id: randomUUID(), partId: rows[0].id, change, reason }))
  )
    told.moved += change;
}

/** A job of four valves from its readings to its parts. @param {ShopClient} client @param {string} set */
async function fitJob(client, set) {
  const [engine, job] = [randomUUID(), randomUUID()];
  await insist(client, "/api/engines", {
    id: engine,
    text: JSON.stringify(SHIM_TWIN),
    serial: "",
    runningHours: null,
  });
  await insist(client, "/api/jobs", {
    id: job,
    engineId: engine,
    state: "cold",
    temperatureC: 18,
    feelerSetId: set,
    method: "firing-order",
    cautions: ["data-first", "no-start", "plugs-out", "bar"],
  });
  const off = { "1I": random(3) * 0.1, "2E": random(3) * 0.1 };
  for (const [stop, valves] of /** @type {const} */ ([
    ["A", ["1I", "1E"]],
    ["B", ["2I", "2E"]],
  ])) {
    await insist(client, `/api/jobs/${job}/entries`, {
      entries: [
        arrivedAt(stop),
        ...valves.map((v) => readingOf(v, stop, 0.05 + (off[/** @type {"1I"} */ (v)] ?? 0.1))),
      ],
    });
  }
  const out = ["1I", "1E", "2I", "2E"].map((valve) => ({ valve, text: size().toFixed(2), micrometerId: null }));
  // What is proposed is asked of the calculation, as the page does; the drawers may change before it is sent.
  for (let tries = 0; tries < 3; tries++) {
    const agreed = await proposed(client, job, out, off);
    if (agreed === null) return;
    if (await insist(client, `/api/jobs/${job}/shims`, { id: randomUUID(), out, agreed }))
      return void (told.fittedJobs += 1);
  }
}

/** @param {ShopClient} client @param {string} job @param {{ valve: string, text: string }[]} out @param {Record<string, number>} off */
async function proposed(client, job, out, off) {
  const spec = { nominal: 0.15, low: 0.1, high: 0.2 };
  const csv = await client.text("/api/parts/csv").catch(() => null);
  if (csv === null) return null;
  const parts = csv
    .split("\n")
    .slice(1)
    .flatMap((line, i) => {
      const [kind, diameter, thickness, , , , , , , count] = line.trim().split(",");
      return kind === "shim-over" && diameter === "29"
        ? [{ id: `s${i}`, thickness: Number(thickness), source: "stock", quantity: Number(count) }]
        : [];
    });
  const positions = out.map(({ valve, text }) => {
    const goes = 0.05 + (off[valve] ?? 0.1);
    return {
      id: valve,
      fitted: Number(text),
      lash: [goes, Number((goes + 0.02).toFixed(6))],
      spec: { nominal: spec.nominal, low: spec.low + 0.01, high: spec.high - 0.01 },
    };
  });
  try {
    const { answer } = await client.ask("POST", "/api/calc/shims", { positions, parts });
    const changes = answer.picks.filter((/** @type {{ source: string }} */ p) => p.source !== "own");
    return changes.length === 0
      ? null
      : Object.fromEntries(
          changes.map((/** @type {{ position: string, thicknessMm: number }} */ p) => [p.position, p.thicknessMm]),
        );
  } catch {
    return null;
  }
}

/** @param {ShopClient} client */
async function order(client) {
  const sku = `shim-over-29-${(2.3 + random(8) * 0.1).toFixed(2)}`;
  const line = {
    sku,
    kind: "shim-over",
    diameterMm: 29,
    thicknessMm: Number(sku.slice(-4)),
    quantity: 1,
    price: 5.6,
  };
  if (await insist(client, "/api/orders", { id: randomUUID(), currency: "EUR", lines: [line] })) told.ordered += 1;
  await insist(client, "/api/supplier/bench", { deliver: true });
  await insist(client, "/api/orders/follow", { ids: [] });
}

/** @param {pg.Pool} db */
async function check(db) {
  /** @param {string} text */
  const one = async (text) => Number((await db.query(text)).rows[0].n);
  const drawers = "select p.id, sum(m.change) as n from parts p join part_moves m on m.part_id = p.id group by p.id";
  return {
    "drawers below nothing": await one(`select count(*) as n from (${drawers}) d where d.n < 0`),
    "jobs that put back another number than they took": await one(
      "select count(*) as n from (select job_id, sum(change) as s from part_moves where job_id is not null and reason in ('taken', 'returned') group by job_id having sum(change) <> 0) j",
    ),
    "fitted parts without their move": await one(
      "select count(*) as n from entries e where e.kind = 'fitted' and e.part_from like 'part %' and not exists (select 1 from part_moves m where m.job_id = e.job_id and m.part_id::text = substr(e.part_from, 6) and m.reason = 'taken')",
    ),
    "moves of jobs without their entry": await one(
      "select (select count(*) from part_moves where job_id is not null and reason = 'taken') - (select count(*) from entries where kind = 'fitted' and part_from like 'part %') as n",
    ),
    "orders accepted and not delivered": await one(
      "select (select count(*) from order_events where kind = 'accepted') - (select count(*) from order_events where kind = 'delivered') as n",
    ),
    "orders without an answer": await one(
      "select count(*) as n from orders o where not exists (select 1 from order_events e where e.order_id = o.id)",
    ),
    "orders delivered twice, or not in the drawers": await one(
      "select abs((select count(*) from order_events where kind = 'delivered') - (select count(*) from part_moves where reason = 'delivered')) as n",
    ),
  };
}

async function main() {
  requireNode(process.versions.node);
  if (!Number.isInteger(steps) || steps < 10 || steps > 100_000 || !Number.isInteger(seed))
    throw new Trouble("Give the number of steps, from 10 to 100000, and a whole number as the seed.");
  await ensurePackages(ROOT);
  await ensureBuild(ROOT);
  mkdirSync(FOLDER, { recursive: true });
  const bin = await ensurePostgres();
  let cluster = await startCluster({ bin, folder: FOLDER });
  await prepareDatabase(ROOT, cluster.url);
  const devices = await startDevices(ROOT, path.join(FOLDER, "orders.json"));
  const port = await freePort();
  let app = await startApp({ root: ROOT, databaseUrl: cluster.url, port, env: devices.env });
  let db = poolOf(cluster.url);
  const before = await total(db);
  const people = (await db.query("select id from people order by name")).rows;
  const [set] = (await db.query("select id from feeler_sets where name like 'Fine%'")).rows;
  const clients = await Promise.all(
    Array.from({ length: MECHANICS }, async (_, i) => {
      const client = new ShopClient(app.url);
      await client.enter(people[i % people.length].id);
      return client;
    }),
  );
  let done = 0;
  const working = Promise.all(
    clients.map(async (client) => {
      while (done < steps) {
        done += 1;
        const kind = random(10);
        await (kind < 3
          ? lay(client)
          : kind < 6
            ? move(client, db)
            : kind < 9
              ? fitJob(client, set.id)
              : order(client));
      }
    }),
  );
  let kills = 0;
  for (const [share, what] of /** @type {const} */ ([
    [0.3, "server"],
    [0.6, "database"],
  ])) {
    while (done < steps * share) await wait(20);
    say(`${done} steps: killing the ${what}`);
    if (what === "database")
      process.kill(
        Number(readFileSync(path.join(cluster.dataFolder, "postmaster.pid"), "utf8").split("\n")[0]),
        "SIGKILL",
      );
    app.child.kill("SIGKILL");
    if (what === "database") {
      cluster = await startCluster({ bin, folder: FOLDER });
      // It listens elsewhere now.
      void db.end().catch(() => {});
      db = poolOf(cluster.url);
    }
    app = await startApp({ root: ROOT, databaseUrl: cluster.url, port, env: devices.env });
    kills += 1;
  }
  await working;
  const last = new ShopClient(app.url, clients[0]?.cookie ?? "");
  await insist(last, "/api/supplier/bench", { deliver: true });
  await insist(last, "/api/orders/follow", { ids: [] });
  const checked = await check(db);
  const delivered = Number(
    (await db.query("select coalesce(sum(change), 0) as n from part_moves where reason = 'delivered'")).rows[0].n,
  );
  const kept = Number((await db.query("select count(*) as n from orders")).rows[0].n);
  const lies = await total(db);
  const expected = before + told.laid + told.moved + delivered;
  const wrong = {
    ...checked,
    "what lies there against what was answered": Math.abs(lies - expected),
    "orders that were answered and are not saved once": Math.abs(told.ordered - kept),
  };
  await app.stop();
  await db.end();
  await cluster.stop();
  await devices.stop();
  for (const [what, n] of Object.entries(wrong)) if (n !== 0) say(`${n}: ${what}`);
  say(
    `${done} steps with ${kills} kills: ${told.laid} parts laid in, ${told.fittedJobs} jobs fitted, ${told.ordered} orders, ${told.refused} refused; ${lies} lie there, ${expected} should (seed ${seed})`,
  );
  return Object.values(wrong).every((n) => n === 0) ? 0 : 1;
}

/** @param {string} connectionString */
function poolOf(connectionString) {
  const pool = new pg.Pool({ connectionString, max: 2, options: "-c app.whole=on" });
  // What a kill cuts off is asked again.
  pool.on("error", () => {});
  return pool;
}

/** @param {pg.Pool} db */
const total = async (db) =>
  Number((await db.query("select coalesce(sum(change), 0) as n from part_moves")).rows[0].n);

runCommand(FOLDER, main);
