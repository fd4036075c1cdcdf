/** The database's own rules: files of SQL that may be applied again and again, and are when they changed. */
import { createHash } from "node:crypto";
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import type pg from "pg";

/**
 * Applies, in the order of their names, the files whose contents are not those that were applied last; after a step of
 * the database all of them, as a step may change what they stand on. All, or none.
 */
export async function applyFunctions(client: pg.Client, folder: string): Promise<string[]> {
  const { rows } = await client.query<{ name: string; hash: string }>("select name, hash from applied_functions");
  const known = new Map(rows.map((r) => [r.name, r.hash]));
  const steps = await client.query<{ hash: string }>(
    "select hash from drizzle.__drizzle_migrations order by created_at desc limit 1",
  );
  const step = steps.rows[0]?.hash ?? "";
  const files = readdirSync(folder)
    .filter((name) => name.endsWith(".sql"))
    .sort()
    .map((name) => {
      const sql = readFileSync(path.join(folder, name), "utf8");
      return { name, sql, hash: createHash("sha256").update(step).update(sql).digest("hex") };
    });
  const changed = files.filter((f) => known.get(f.name) !== f.hash);
  if (changed.length === 0) return [];
  await client.query("begin");
  try {
    for (const { name, sql, hash } of changed) {
      await client.query(sql);
      await client.query(
        "insert into applied_functions (name, hash) values ($1, $2) on conflict (name) do update set hash = excluded.hash",
        [name, hash],
      );
    }
    await client.query("commit");
  } catch (error) {
    await client.query("rollback");
    throw error;
  }
  return changed.map((f) => f.name);
}
