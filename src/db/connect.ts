/** Connections. The app signs in as `fulcrata_app`, which owns nothing and can't change the ledger. */
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import pg from "pg";
import * as schema from "./schema";

const STATEMENT_MS = 15_000;
const LOCK_MS = 10_000;
const IDLE_MS = 15_000;

export type Database = NodePgDatabase<typeof schema>;

/** A pool of connections as whoever the address names. */
export function connect(url: string, max = 10): { db: Database; end: () => Promise<void> } {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    // A server that is frozen, or a writer that never ends, must not take the pool with it.
    options: `-c statement_timeout=${STATEMENT_MS} -c lock_timeout=${LOCK_MS} -c idle_in_transaction_session_timeout=${IDLE_MS}`,
    query_timeout: STATEMENT_MS + 2000,
    connectionTimeoutMillis: 5000,
  });
  // A server that goes away breaks idle connections; the next query gets a new one or fails by itself.
  pool.on("error", () => undefined);
  return { db: drizzle(pool, { schema, casing: "snake_case" }), end: () => pool.end() };
}

let shared: Database | null = null;

/** The process's own pool, from DATABASE_URL, which names the app's role there. @throws Error when that is not set. */
export function database(): Database {
  const url = process.env["DATABASE_URL"];
  if (url === undefined) throw new Error("DATABASE_URL is not set: start the app with npm run demo.");
  shared ??= connect(url).db;
  return shared;
}
