/**
 * `npm run bigshop [-- engines [jobs [shops]]]`: fills a private database with a shop that has done very much (2,400
 * engines and 40,000 jobs by default), made of the demo's jobs over and over, and with so many shops like it; prints how
 * long its pages take and how large they are.
 */
import path from "node:path";
import { gzipSync } from "node:zlib";
import pg from "pg";
import { runCommand } from "./lib/command.mjs";
import { withFreshApp } from "./lib/freshApp.mjs";
import { ensurePackages } from "./lib/install.mjs";
import { Trouble, requireNode, say } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const [engines = 2400, jobs = 40_000, shops = 1] = process.argv.slice(2).map(Number);
const AT_ONCE = 1000;
/** So many of the jobs are still in hand. */
const IN_HAND = 40;
const TIMES = 40;
/** Asked for so often before: a server that runs all day has compiled what it does all day. */
const WARM_UP = 200;

/** An id that follows from another and from what it is copied for. @param {string} old @param {string} by */
const copied = (old, by) => `md5(${old}::text || ${by}::text)::uuid`;

/**
 * The columns of a table, each with what a copy has there.
 * @param {pg.Client} db @param {string} table @param {string} alias @param {Readonly<Record<string, string>>} others
 */
async function columnsOf(db, table, alias, others) {
  const { rows } = await db.query(
    "select column_name from information_schema.columns where table_schema = 'public' and table_name = $1 and is_generated = 'NEVER'",
    [table],
  );
  const names = rows.map((r) => String(r.column_name));
  return { names: names.join(", "), values: names.map((n) => others[n] ?? `${alias}.${n}`).join(", ") };
}

/** @param {string} databaseUrl */
async function fill(databaseUrl) {
  const db = new pg.Client({ connectionString: databaseUrl, options: "-c app.whole=on" });
  await db.connect();
  try {
    // What is copied was taken by the rules once; taking it all again would be most of the time.
    await db.query("set session_replication_role = replica");
    const [shop] = (await db.query("select id from shops limit 1")).rows;
    await db.query(`
      create temp table templates as
        select j.id, j.engine_id, row_number() over (order by j.id) - 1 as n, exists (select 1 from entries e where e.job_id = j.id and e.kind = 'closed') as closed
        from jobs j where (select count(*) from entries e where e.job_id = j.id) > 10;
      create temp table kinds as select id, model_id, row_number() over (order by id) - 1 as n from engines;
      create temp table new_engines as
        select gen_random_uuid() as id, gen_random_uuid() as model_id, g as n, k.id as old, k.model_id as old_model
        from generate_series(1, ${engines}) g join kinds k on k.n = g % (select count(*) from kinds);
      create temp table ends as select id, row_number() over (order by id) - 1 as n from templates where closed;
      create temp table opens as select id, row_number() over (order by id) - 1 as n from templates where not closed;
      create temp table copies as
        select gen_random_uuid() as id, g as n, t.id as old, e.id as engine_id, (${jobs} - g) * interval '40 minutes' as ago
        from generate_series(1, ${jobs}) g
        join new_engines e on e.n = 1 + g % ${engines}
        join lateral (
          select id from ends where g <= ${jobs - IN_HAND} and n = g % (select count(*) from ends)
          union all select id from opens where g > ${jobs - IN_HAND} and n = g % (select count(*) from opens)
        ) t on true;
      create index on copies (n);
    `);
    const model = await columnsOf(db, "engine_models", "m", {
      id: "c.model_id",
      file: "jsonb_set(m.file::jsonb, '{name}', to_jsonb(m.file->>'name' || ' no. ' || c.n))::json",
    });
    await db.query(
      `insert into engine_models (${model.names}) select ${model.values} from new_engines c join engine_models m on m.id = c.old_model`,
    );
    const engine = await columnsOf(db, "engines", "e", { id: "c.id", model_id: "c.model_id", serial: "'B-' || c.n" });
    await db.query(
      `insert into engines (${engine.names}) select ${engine.values} from new_engines c join engines e on e.id = c.old`,
    );
    const job = await columnsOf(db, "jobs", "j", {
      id: "c.id",
      engine_id: "c.engine_id",
      opened_at: "now() - c.ago - interval '3 hours'",
      note: "case when c.n % 500 = 0 then 'Ticks when cold' end",
    });
    const valve = await columnsOf(db, "job_valves", "v", { job_id: "c.id" });
    const entry = await columnsOf(db, "entries", "e", {
      id: copied("e.id", "c.id"),
      job_id: "c.id",
      supersedes: copied("e.supersedes", "c.id"),
      reading_id: copied("e.reading_id", "c.id"),
      at: "now() - c.ago - interval '2 hours' + e.seq * interval '1 minute'",
      made_at: "now() - c.ago - interval '2 hours' + e.seq * interval '1 minute'",
    });
    const result = await columnsOf(db, "job_results", "r", {
      job_id: "c.id",
      engine_id: "c.engine_id",
      closed_at: "now() - c.ago",
      running_hours: `(c.n / ${engines}) * 180 + 40`,
    });
    const valveResult = await columnsOf(db, "valve_results", "v", { job_id: "c.id" });
    for (let from = 1; from <= jobs; from += AT_ONCE) {
      const which = `copies c`;
      const now = `c.n between ${from} and ${from + AT_ONCE - 1}`;
      await db.query(
        `insert into jobs (${job.names}) select ${job.values} from ${which} join jobs j on j.id = c.old where ${now}`,
      );
      await db.query(
        `insert into job_valves (${valve.names}) select ${valve.values} from ${which} join job_valves v on v.job_id = c.old where ${now}`,
      );
      await db.query(
        `insert into entries (${entry.names}) select ${entry.values} from ${which} join entries e on e.job_id = c.old where ${now}`,
      );
    }
    for (let from = 1; from <= jobs; from += AT_ONCE) {
      const now = `c.n between ${from} and ${from + AT_ONCE - 1}`;
      await db.query(
        `insert into job_results (${result.names}) select ${result.values} from copies c join job_results r on r.job_id = c.old where ${now}`,
      );
      await db.query(
        `insert into valve_results (${valveResult.names}) select ${valveResult.values} from copies c join valve_results v on v.job_id = c.old where ${now}`,
      );
    }
    // What comes of each, and what its counter showed three times.
    await db.query(
      `insert into engine_forecasts (shop_id, engine_id, unit, risk, from_at, from_hours, use_left, first_valve, unknown_roles, rates)
       select $1, id, 'h', (select risk from shops where id = $1), now() - interval '30 days', 300, 100 + n * 37 % 900, '1E', 0, '{}' from new_engines`,
      [shop.id],
    );
    await db.query(
      `update engines e set deadline = jsonb_build_object('why', '1E is likely to be the first out of its band', 'rule', 'forecast',
         'day', extract(epoch from now()) / 86400 - 20 + n * 37 % 900, 'unit', 'h', 'atCount', 400 + n * 37 % 900, 'countLeft', null, 'daysLeft', null)
       from new_engines n where e.shop_id = $1 and e.id = n.id`,
      [shop.id],
    );
    await db.query(
      `insert into engine_use (id, shop_id, engine_id, at, hours, person_id)
       select gen_random_uuid(), $1, e.id, now() - w * interval '30 days', 400 - w * 30, (select id from people where shop_id = $1 limit 1)
       from new_engines e cross join generate_series(1, 3) w`,
      [shop.id],
    );
    await db.query(
      `insert into jobs_in_hand (shop_id, job_id) select $1, id from copies where n > ${jobs - IN_HAND} on conflict do nothing`,
      [shop.id],
    );
    await others(db, shop.id);
    // As a database of that age has long been, and so that nothing of it runs beside the measurement.
    await db.query("vacuum analyze");
    await db.query("checkpoint");
    const [count] = (await db.query("select count(*)::int as n from entries")).rows;
    say(`${shops} of ${engines} engines and ${jobs} jobs, ${count.n} entries in all`);
    const id = async (/** @type {string} */ sql) => (await db.query(sql)).rows[0].id;
    return {
      ended: await id(`select id from copies where n = ${Math.max(1, jobs - IN_HAND - 5)}`),
      inHand: await id(`select id from copies where n = ${jobs - 3}`),
      engine: await id("select id from new_engines where n = 7"),
    };
  } finally {
    await db.end();
  }
}

/** Further shops that have all that the first has, down to the ids. @param {pg.Client} db @param {string} first */
async function others(db, first) {
  const { rows } = await db.query(
    "select c.table_name as name from information_schema.columns c join pg_tables t on t.schemaname = 'public' and t.tablename = c.table_name where c.column_name = 'shop_id' and c.table_name <> 'sessions'",
  );
  for (let n = 2; n <= shops; n++) {
    const [made] = (
      await db.query("insert into shops (id, name) values (gen_random_uuid(), $1) returning id", [`Shop ${n}`])
    ).rows;
    for (const { name } of rows) {
      const { names, values } = await columnsOf(db, name, "t", { shop_id: `'${made.id}'::uuid` });
      await db.query(`insert into ${name} (${names}) select ${values} from ${name} t where t.shop_id = $1`, [first]);
    }
  }
}

/** @param {string} url @param {string} name @param {string} where */
async function measure(url, name, where) {
  const times = [];
  let bytes = 0;
  let packed = 0;
  for (let i = -WARM_UP; i < TIMES; i++) {
    const begun = performance.now();
    const response = await fetch(url + where);
    const text = await response.text();
    if (i >= 0) times.push(performance.now() - begun);
    if (!response.ok) throw new Trouble(`${where} answered ${response.status}.`);
    bytes = Buffer.byteLength(text);
    packed = gzipSync(text).length;
  }
  times.sort((a, b) => a - b);
  const [median = 0, most = 0] = [times[Math.floor(TIMES / 2)], times[Math.ceil(TIMES * 0.95) - 1]];
  say(
    `${name}: ${median.toFixed(0)} ms, 95th percentile ${most.toFixed(0)}; ${(bytes / 1000).toFixed(0)} kB, ${(packed / 1000).toFixed(0)} compressed`,
  );
}

async function main() {
  requireNode(process.versions.node);
  if (
    ![engines, jobs, shops].every((n) => Number.isInteger(n) && n >= 1 && n <= 200_000) ||
    engines < 7 ||
    jobs <= IN_HAND
  )
    throw new Trouble(
      `Give the numbers of engines (7 and more), jobs (over ${IN_HAND}) and shops: at most 200000 of each.`,
    );
  await ensurePackages(ROOT);
  await withFreshApp({ root: ROOT, durable: false }, async (url, databaseUrl) => {
    const at = await fill(databaseUrl);
    await measure(url, "bench", "/");
    for (const text of ["no. 17", "B-2399", "orrin", "ticks cold", "nothing of that name"])
      await measure(url, `search for "${text}"`, `/api/bench?q=${encodeURIComponent(text)}`);
    await measure(url, "sheet of a finished job", `/jobs/${at.ended}/sheet`);
    await measure(url, "run", `/jobs/${at.inHand}`);
    await measure(url, "engine", `/engines/${at.engine}`);
    await measure(url, "fleet", "/due");
    await measure(url, "preparation", `/engines/${at.engine}/job`);
  });
  return 0;
}

runCommand(path.join(ROOT, ".data", `fresh-${process.pid}`), main);
