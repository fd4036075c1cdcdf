/** Brings a database up to date: the app's role, the migrations, the grants. Safe to repeat, and to run twice at once. */
import path from "node:path";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { applyFunctions } from "./applyFunctions";
import { APP_ROLE } from "./connect";
import { writeLists } from "./writeLists";

/** Any number will do, as long as every starter uses the same. */
const PREPARE_LOCK = 7_310_442;

/** Tables that are kept up to date; all others are only added to. */
const KEPT_UP = ["shops", "people", "feeler_sets", "engine_models", "engines", "hands"];

/** What is gone with the moment that it tells of. */
const PASSING = ["hands"];

/** What the app only reads: it is written here. */
const LISTS = ["entry_kinds", "entry_fields", "task_kinds", "task_entries", "applied_functions"];

/** Where the steps and the rules of the database lie; rules may be left out while not all steps are taken. */
export interface DatabaseFolders {
  readonly migrations: string;
  readonly functions?: string;
}

const FOLDERS: DatabaseFolders = {
  migrations: path.resolve(import.meta.dirname, "migrations"),
  functions: path.resolve(import.meta.dirname, "functions"),
};

/** @throws Error with a sentence when the database user may not make or take the app's role. */
export async function prepareDatabase(url: string, folders: DatabaseFolders = FOLDERS): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [PREPARE_LOCK]);
    await ensureRole(client);
    await migrate(drizzle(client), { migrationsFolder: folders.migrations });
    if (folders.functions !== undefined) {
      await applyFunctions(client, folders.functions);
      await writeLists(client);
    }
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
  await onTables(client, LISTS, (tables) => `revoke insert on ${tables} from ${APP_ROLE}`);
  await onTables(client, KEPT_UP, (tables) => `grant update on ${tables} to ${APP_ROLE}`);
  await onTables(client, PASSING, (tables) => `grant delete on ${tables} to ${APP_ROLE}`);
}

/** Runs a statement on those of the tables that are there: before its last migration a database does not have all of them yet. */
async function onTables(client: pg.Client, names: readonly string[], sql: (tables: string) => string): Promise<void> {
  const { rows } = await client.query<{ tablename: string }>(
    "select tablename from pg_tables where schemaname = 'public' and tablename = any($1)",
    [names],
  );
  if (rows.length > 0) await client.query(sql(rows.map((r) => r.tablename).join(", ")));
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
      drop table if exists task_entries, task_kinds, entry_fields, entry_kinds, applied_functions cascade;
      drop function if exists is_taken_back, guard_takes_back, refuse_change, last_at_valve, open_valves, guard_entry_shape, guard_entry_of_task, guard_fitted_part, guard_after_closing, guard_crank, guard_lock, guard_left_gap, guard_left_lifter, guard_left_closer, guard_closing, guard_cold_gap, guard_offset, guard_state_reading, guard_part_move, guard_order_event cascade;
      -- Of before the rules had files of their own.
      drop function if exists guard_lash_left, guard_entry_place, guard_ledger, guard_preload_left, guard_cold_lash cascade;
      drop schema if exists drizzle cascade;
    `);
  } finally {
    await client.end();
  }
}
