/** Brings a database up to date: the app's role, the migrations, the grants. Safe to repeat, and to run twice at once. */
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { APP_ROLE } from "./connect";

/** Any number will do, as long as every starter uses the same. */
const PREPARE_LOCK = 7_310_442;

/** Tables that are kept up to date; all others are only added to. */
const KEPT_UP = ["shops", "people", "feeler_sets", "engine_models", "engines", "hands"];

/** @throws Error with a sentence when the database user may not make or take the app's role. */
export async function prepareDatabase(url: string, migrationsFolder: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [PREPARE_LOCK]);
    await ensureRole(client);
    await migrate(drizzle(client), { migrationsFolder });
    await grant(client);
  } finally {
    await client.end();
  }
}

async function ensureRole(client: pg.Client): Promise<void> {
  const found = await client.query("select 1 from pg_roles where rolname = $1", [APP_ROLE]);
  try {
    if (found.rowCount === 0) await client.query(`create role ${APP_ROLE} nologin`);
    const member = await client.query("select pg_has_role(current_user, $1, 'member') as yes", [APP_ROLE]);
    if (member.rows[0]?.yes !== true) await client.query(`grant ${APP_ROLE} to current_user`);
  } catch (error) {
    throw new Error(
      `The database user can't set up the role ${APP_ROLE}. Ask the database's administrator to run: ` +
        `CREATE ROLE ${APP_ROLE} NOLOGIN; GRANT ${APP_ROLE} TO the user in DATABASE_URL.`,
      { cause: error },
    );
  }
}

async function grant(client: pg.Client): Promise<void> {
  await client.query(`
    grant usage on schema public to ${APP_ROLE};
    revoke all on all tables in schema public from ${APP_ROLE};
    grant select, insert on all tables in schema public to ${APP_ROLE};
    grant execute on all functions in schema public to ${APP_ROLE};
  `);
  // Before its last migration a database does not have all of them yet.
  const { rows } = await client.query<{ tablename: string }>(
    "select tablename from pg_tables where schemaname = 'public' and tablename = any($1)",
    [KEPT_UP],
  );
  if (rows.length > 0)
    await client.query(`grant update on ${rows.map((r) => r.tablename).join(", ")} to ${APP_ROLE}`);
}

/** Drops everything of this app in a database, the ledger too: only for reloading the demo. */
export async function emptyDatabase(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    // By name, so that a database shared with something else loses nothing of that.
    await client.query(`
      drop view if exists live_entries cascade;
      drop table if exists parts_out, order_events, order_lines, orders, part_moves, parts, micrometer_checks, micrometers, state_readings, hands, entries, job_feeler_sets, job_valves, jobs, engines, engine_models, feeler_leaves, feeler_sets, people, shops cascade;
      drop function if exists guard_lash_left, last_at_valve, guard_order_event, guard_entry_place, guard_part_move, guard_ledger, guard_preload_left, guard_state_reading, guard_cold_lash, open_valves, refuse_change cascade;
      drop schema if exists drizzle cascade;
    `);
  } finally {
    await client.end();
  }
}
