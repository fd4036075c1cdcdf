/** What stands in a database, by table: two that have the same hashes hold the same rows. */
import type pg from "pg";

/** Of each table: how many rows, and the sum over a hash of every row (in whatever order they lie). */
export type TableHashes = Readonly<Record<string, { readonly rows: number; readonly hash: string }>>;

/** Tries at passwords and sessions pass by themselves, and are no record of anything. */
const PASSING = ["tries", "sessions", "verifications", "applied_functions"];

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** @param client in a transaction, where the tables may change meanwhile */
export async function tableHashes(client: pg.ClientBase): Promise<TableHashes> {
  // A row as text is the same wherever it is read.
  await client.query("set local timezone = 'UTC'; set local datestyle = 'ISO'; set local extra_float_digits = 3");
  const { rows: tables } = await client.query<{ tablename: string }>(
    "select tablename from pg_tables where schemaname = 'public' and tablename <> all($1) order by tablename",
    [PASSING],
  );
  const hashes: Record<string, { rows: number; hash: string }> = {};
  for (const { tablename } of tables) {
    const { rows } = await client.query<{ rows: string; hash: string }>(
      `select count(*) as rows, coalesce(sum(('x' || substr(h, 1, 15))::bit(60)::bigint::numeric), 0) || '-' || coalesce(sum(('x' || substr(h, 16, 15))::bit(60)::bigint::numeric), 0) as hash from (select md5(t::text) as h from ${quoted(tablename)} t) hashed`,
    );
    const [found] = rows;
    if (found !== undefined) hashes[tablename] = { rows: Number(found.rows), hash: found.hash };
  }
  return hashes;
}

/** Tables in which two databases differ, by name. */
export const differing = (one: TableHashes, other: TableHashes): string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(
    (table) => one[table]?.hash !== other[table]?.hash || one[table]?.rows !== other[table]?.rows,
  );
