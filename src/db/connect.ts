/** Connections. The app signs in as `fulcrata_app`, which owns nothing and can't change the ledger. */
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import pg from "pg";
import * as schema from "./schema";

export type Database = NodePgDatabase<typeof schema>;

/** A server that is frozen, or a writer that never ends, must not take the pool with it. In milliseconds. */
export interface Patience {
  readonly statement: number;
  readonly lock: number;
  readonly idleInTransaction: number;
  /** For a connection, a free one or a new one. */
  readonly connection: number;
}

const USUAL: Patience = { statement: 15_000, lock: 10_000, idleInTransaction: 15_000, connection: 5000 };

/** The server itself gives up first, where it still can. */
const SERVER_FIRST_MS = 2000;

/** A connection whose server does not answer in time is of no use to anybody after that: it is given up, not handed on. */
class ImpatientClient extends pg.Client {
  // The driver's own overloads, all of which end in a promise or a callback.
  override query = ((...args: unknown[]): unknown => {
    const answer: unknown = Reflect.apply(pg.Client.prototype.query, this, args);
    if (answer instanceof Promise)
      answer.catch((error: unknown) => {
        if (error instanceof Error && error.message === "Query read timeout")
          (this as unknown as { connection: { stream: { destroy(): void } } }).connection.stream.destroy();
      });
    return answer;
  }) as pg.Client["query"];
}

/** A pool of connections as whoever the address names. */
export function connect(
  url: string,
  max = 10,
  { statement, lock, idleInTransaction, connection }: Patience = USUAL,
): { db: Database; end: () => Promise<void> } {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    Client: ImpatientClient,
    options: `-c statement_timeout=${statement} -c lock_timeout=${lock} -c idle_in_transaction_session_timeout=${idleInTransaction}`,
    query_timeout: statement + SERVER_FIRST_MS,
    connectionTimeoutMillis: connection,
  });
  // A server that goes away breaks idle connections; the next query gets a new one or fails by itself.
  pool.on("error", () => undefined);
  // Nor does one that breaks in somebody's hands end the process: whoever holds it is told by their query.
  pool.on("connect", (client) => client.on("error", () => undefined));
  return { db: tryingAgain(drizzle(pool, { schema, casing: "snake_case" })), end: () => pool.end() };
}

/** Two writers that waited for each other: one was ended, and nothing of it is there. */
const WAITED_FOR_EACH_OTHER = ["40001", "40P01"];
const TRIES = 3;

/** Whole transactions are tried again where the database ended them for another's sake. */
function tryingAgain(db: Database): Database {
  const transaction: Database["transaction"] = db.transaction.bind(db);
  db.transaction = async (work, config) => {
    for (let tries = 1; ; tries++) {
      try {
        return await transaction(work, config);
      } catch (error) {
        const { code } = ((error as { cause?: unknown } | null)?.cause ?? error ?? {}) as { code?: unknown };
        if (tries === TRIES || typeof code !== "string" || !WAITED_FOR_EACH_OTHER.includes(code)) throw error;
      }
    }
  };
  return db;
}

let shared: Database | null = null;

/** The process's own pool, from DATABASE_URL, which names the app's role there. @throws Error when that is not set. */
export function database(): Database {
  const url = process.env["DATABASE_URL"];
  if (url === undefined) throw new Error("DATABASE_URL is not set: start the app with npm run demo.");
  shared ??= connect(url).db;
  return shared;
}
