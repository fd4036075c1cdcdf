/**
 * Connections. The app signs in as `fulcrata_app`, which owns nothing and can't change the ledger. What belongs to a shop
 * is seen by way of `ofShop` alone: the database itself hides all other shops.
 */
import { sql } from "drizzle-orm";
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

interface Connected {
  readonly db: Database;
  readonly end: () => Promise<void>;
}

/** As the owner of a database, who sees all shops at once: for what is done to an installation as a whole. */
export const connectOwner = (url: string, max = 2): Connected => connect(url, max, USUAL, WHOLE);

/** Says that the whole installation is meant; it helps nobody but the owner of the tables. */
export const WHOLE = "-c app.whole=on";

/** A pool of connections as whoever the address names. */
export function connect(
  url: string,
  max = 10,
  { statement, lock, idleInTransaction, connection }: Patience = USUAL,
  options = "",
): Connected {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    Client: ImpatientClient,
    options: `-c statement_timeout=${statement} -c lock_timeout=${lock} -c idle_in_transaction_session_timeout=${idleInTransaction} ${options}`,
    query_timeout: statement + SERVER_FIRST_MS,
    connectionTimeoutMillis: connection,
    // What is sent together is answered together: saying which shop is meant costs no waiting.
    ...{ pipeline: true },
  });
  // A server that goes away breaks idle connections; the next query gets a new one or fails by itself.
  pool.on("error", () => undefined);
  // Nor does one that breaks in somebody's hands end the process: whoever holds it is told by their query.
  pool.on("connect", (client) => client.on("error", () => undefined));
  const lent = lending(pool);
  lent.query = pool.query.bind(pool);
  const db = drizzle(lent, DRIZZLE);
  POOLS.set(db, pool);
  return { db: tryingAgain(db), end: () => pool.end() };
}

/** The same pool, as transactions take connections of it: the library gives none back where not even the beginning came through. */
function lending(pool: pg.Pool): pg.Pool {
  const lent = Object.create(pool) as pg.Pool;
  lent.connect = (async () => {
    const client = await pool.connect();
    let [first, back] = [true, false];
    const release = (broken?: boolean): void => {
      if (!back) client.release(broken);
      back = true;
    };
    const query = async (...asked: Parameters<pg.PoolClient["query"]>): Promise<unknown> => {
      const begins = first;
      first = false;
      try {
        return await (client.query(...asked) as unknown as Promise<unknown>);
      } catch (error) {
        if (begins) release(true);
        throw error;
      }
    };
    return { query, release };
  }) as unknown as pg.Pool["connect"];
  return lent;
}

const DRIZZLE = { schema, casing: "snake_case" } as const;

/** The pool behind each database, and the databases of single shops behind each pool. */
const POOLS = new WeakMap<Database, pg.Pool>();
const SHOPS = new WeakMap<pg.Pool, Map<string, Database>>();
/** So many are kept: made anew, one costs a moment and nothing else. */
const SHOPS_KEPT = 200;

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/**
 * The database as one shop sees it: whatever is asked by way of it, in a transaction or by itself, shows and changes rows
 * of this shop only.
 * @param db of any shop, or of none
 * @throws RangeError when the id is none, or `db` is a transaction
 */
export function ofShop(db: Database, shopId: string): Database {
  if (!UUID.test(shopId)) throw new RangeError("ofShop: this is no id of a shop");
  const pool = POOLS.get(db);
  if (pool === undefined) throw new RangeError("ofShop: give a database, not a transaction");
  const known = SHOPS.get(pool) ?? new Map<string, Database>();
  SHOPS.set(pool, known);
  const before = known.get(shopId);
  if (before !== undefined) return before;
  const made = madeForShop(pool, shopId);
  const [oldest] = known.keys();
  if (known.size >= SHOPS_KEPT && oldest !== undefined) known.delete(oldest);
  known.set(shopId, made);
  POOLS.set(made, pool);
  return made;
}

function madeForShop(pool: pg.Pool, shopId: string): Database {
  const alone = lending(pool);
  const begin = `begin; select set_config('app.shop', '${shopId}', true)`;
  alone.query = (async (...asked: Parameters<pg.Pool["query"]>) => {
    const client = await pool.connect();
    const [begun, answer, ended] = await Promise.allSettled([
      client.query(begin),
      client.query(...asked),
      client.query("commit"),
    ]);
    client.release(ended.status === "rejected");
    for (const step of [begun, answer, ended]) if (step.status === "rejected") throw step.reason;
    return (answer as PromiseFulfilledResult<unknown>).value;
  }) as unknown as pg.Pool["query"];
  const db = drizzle(alone, DRIZZLE);
  const transaction: Database["transaction"] = db.transaction.bind(db);
  db.transaction = (work, config) =>
    transaction(async (tx) => {
      await tx.execute(sql`select set_config('app.shop', ${shopId}, true)`);
      return work(tx);
    }, config);
  return tryingAgain(db);
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
