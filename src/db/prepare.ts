/**
 * Brings a database up to date, as its owner: the app's role, the migrations, the grants. Safe to repeat, and to run
 * twice at once.
 */
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { applyFunctions } from "./applyFunctions";
import { APP_ROLE, appUrlOf } from "./appRole.mjs";
import { WHOLE } from "./connect";
import journal from "./migrations/meta/_journal.json";
import { writeLists } from "./writeLists";

/** Any number will do, as long as every starter uses the same. */
const PREPARE_LOCK = 7_310_442;

/** Whom the app knows, and nobody becomes by it: made by the owner alone, or by the rules in `functions`. */
const OWNERS = ["shops", "people", "users"];

/** Tables that are kept up to date; all others are only added to. */
const KEPT_UP = [
  "feeler_sets",
  "engine_models",
  "engines",
  "engine_forecasts",
  "hands",
  "accounts",
  "devices",
  "pins",
];

/** Tables of which only these columns are changed. */
const CHANGED_COLUMNS: Readonly<Record<string, string>> = {
  // What a lead sets; whether a shop is made up is no setting.
  shops:
    "name, bleed_minutes, bleed_cold_minutes, bleed_always, caution_days, length_unit, currency, temperature_unit, paper, risk, quiet_minutes",
  // What people change of themselves; who they are and what they may do is changed by the rules alone.
  people: "school, length_unit, hand_counts, screen_counts",
  feeler_leaves: "worn_at",
  micrometers: "name, retired_at",
  shop_causes: "retired_at",
  gauge_studies: "ended_at",
  practice_sessions: "ended_at, marks",
};

/** What is gone with the moment that it tells of; a customer who looks no more. */
const PASSING = ["hands", "engine_viewers", "sessions", "verifications", "tries"];

/** What the app only reads: it is written here, or by the database's own rules. */
const LISTS = ["entry_kinds", "entry_fields", "task_kinds", "task_entries", "applied_functions", "jobs_in_hand"];

const MIGRATIONS = path.resolve(import.meta.dirname, "migrations");
const FUNCTIONS = path.resolve(import.meta.dirname, "functions");

/**
 * @returns the address by which the app signs in
 * @throws Error with a sentence when the database user may not make the app's role, or the database is too old
 */
export async function prepareDatabase(url: string): Promise<string> {
  const appUrl = appUrlOf(url);
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000, options: WHOLE });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [PREPARE_LOCK]);
    await ensureRole(client, appUrl);
    await requireBaseline(client);
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
    await applyFunctions(client, FUNCTIONS);
    await writeLists(client);
    await grant(client);
    return appUrl;
  } finally {
    await client.end();
  }
}

/** The baseline holds all that older steps made: a database that did not take the last of them can't be brought up from here. */
async function requireBaseline(client: pg.Client): Promise<void> {
  const { rows: tables } = await client.query("select 1 from pg_tables where schemaname = 'drizzle'");
  if (tables.length === 0) return;
  const { rows } = await client.query<{ at: string | null }>(
    "select max(created_at) as at from drizzle.__drizzle_migrations",
  );
  const at = rows[0]?.at ?? null;
  if (at !== null && Number(at) < (journal.entries[0]?.when ?? 0))
    throw new Error(
      "This database is of an older version than this one can bring up to date. Start the version before this one on it once, then this one again.",
    );
}

/** Roles are of the whole server: several databases on it may come here at once, and share the role. */
async function ensureRole(client: pg.Client, appUrl: string): Promise<void> {
  if (await signsIn(appUrl)) return;
  const { password } = new URL(appUrl);
  try {
    for (let tries = 0; ; tries++) {
      const found = await client.query("select 1 from pg_roles where rolname = $1", [APP_ROLE]);
      const verb = found.rowCount === 0 ? "create" : "alter";
      try {
        await client.query(
          `${verb} role ${APP_ROLE} login nosuperuser nocreatedb nocreaterole password ${client.escapeLiteral(decodeURIComponent(password))}`,
        );
        return;
      } catch (error) {
        if (tries === 20 || !MADE_MEANWHILE.includes((error as { code?: string }).code ?? "")) throw error;
        await wait(25);
      }
    }
  } catch (error) {
    throw new Error(
      `The database user can't set up the role ${APP_ROLE}. Ask the database's administrator to run: ` +
        `CREATE ROLE ${APP_ROLE} LOGIN PASSWORD '…'; and give its address in APP_DATABASE_URL.`,
      { cause: error },
    );
  }
}

/** Another starter made or changed the role in the same moment. */
const MADE_MEANWHILE = ["42710", "23505", "XX000"];

/** Whether the app's role can sign in, and owns the server no more than it should. */
async function signsIn(appUrl: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: appUrl, connectionTimeoutMillis: 5000 });
  try {
    await client.connect();
    const { rows } = await client.query<{ rolsuper: boolean }>(
      "select rolsuper from pg_roles where rolname = current_user",
    );
    return rows[0]?.rolsuper === false;
  } catch {
    return false;
  } finally {
    await client.end().catch(() => undefined);
  }
}

async function grant(client: pg.Client): Promise<void> {
  await client.query(`
    grant usage on schema public, drizzle to ${APP_ROLE};
    grant select on drizzle.__drizzle_migrations to ${APP_ROLE};
    revoke all on all tables in schema public from ${APP_ROLE};
    grant select, insert on all tables in schema public to ${APP_ROLE};
    grant execute on all functions in schema public to ${APP_ROLE};
  `);
  await client.query(`
    revoke insert on ${[...LISTS, ...OWNERS].join(", ")} from ${APP_ROLE};
    grant update on ${KEPT_UP.join(", ")} to ${APP_ROLE};
    grant update, delete on ${PASSING.join(", ")} to ${APP_ROLE};
  `);
  for (const [table, columns] of Object.entries(CHANGED_COLUMNS))
    await client.query(`grant update (${columns}) on ${table} to ${APP_ROLE}`);
}

/** Drops everything of this app in a database, the ledger too: only for reloading the demo. */
export async function emptyDatabase(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    // By name, so that a database shared with something else loses nothing of that.
    await client.query(`
      drop view if exists live_entries cascade;
      drop table if exists engine_geometry, shop_causes, practice_steps, practice_sessions, gauge_readings, gauge_studies, engine_forecasts, engine_use, valve_results, job_results, tries, verifications, sessions, accounts, pins, devices, commands, refused_dealt, refused_batches, parts_out, order_events, order_lines, orders, part_moves, parts, micrometer_checks, micrometers, state_readings, hands, jobs_in_hand, entries, job_feeler_sets, job_valves, jobs, engine_viewers, engines, engine_models, feeler_leaves, feeler_sets, people, users, shops cascade;
      drop table if exists task_entries, task_kinds, entry_fields, entry_kinds, applied_functions cascade;
      drop function if exists set_as_kept, set_who, set_opener, is_taken_back, guard_takes_back, refuse_change, last_at_valve, open_valves, guard_entry_shape, guard_entry_of_task, guard_fitted_part, guard_after_closing, guard_crank, guard_lock, guard_left_gap, guard_left_lifter, guard_left_closer, guard_closing, open_lines, guard_line, guard_cold_gap, guard_offset, guard_state_reading, guard_part_move, guard_counter_unit, guard_order_event, guard_leaving_off, guard_unproven_lifter, unproven_lifter, job_begun, job_ended, begin_shop, require_lead, take_in, change_person, guard_word, shop_here, who_asks, works_in, first_shop, join_as, background_seen cascade;
      drop schema if exists drizzle cascade;
      drop schema if exists pgboss cascade;
    `);
  } finally {
    await client.end();
  }
}
