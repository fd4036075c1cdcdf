/** What of a shop goes from one installation to another, and how it is proven to be the same. */
import { sql } from "drizzle-orm";
import type { WholeShopManifest } from "@/core/shop/wholeShop";
import type { Database } from "../connect";
import journal from "../migrations/meta/_journal.json";

/** In an order in which each finds there what it points to. Secrets (PINs, devices) and who has what in hand stay behind. */
const TABLES = [
  "shops",
  "people",
  "shop_causes",
  "feeler_sets",
  "feeler_leaves",
  "micrometers",
  "micrometer_checks",
  "engine_models",
  "engines",
  "engine_viewers",
  "engine_geometry",
  "jobs",
  "job_valves",
  "job_feeler_sets",
  "jobs_in_hand",
  "entries",
  "commands",
  "refused_batches",
  "refused_dealt",
  "state_readings",
  "parts",
  "part_moves",
  "orders",
  "order_lines",
  "order_events",
  "parts_out",
  "job_results",
  "valve_results",
  "engine_use",
  "engine_forecasts",
  "gauge_studies",
  "gauge_readings",
  "practice_sessions",
  "practice_steps",
] as const;
export const STAYS = ["pins", "devices", "hands"] as const;

/** What another installation says anew: as whom somebody signs in, and that a shop is made up. */
const OF_THE_INSTALLATION = ["user_id", "made_up"];

/** The last step of the database's making that this version knows. */
export const STEP = journal.entries.at(-1)?.tag ?? "";

type Tx = Pick<Database, "execute">;
type Columns = WholeShopManifest["tables"][number]["columns"];

export interface ShopTable {
  readonly name: (typeof TABLES)[number];
  readonly columns: Columns;
}

/** The tables with the columns that are kept in them; what the database computes by itself is none. */
export async function shopTables(tx: Tx): Promise<ShopTable[]> {
  const { rows } = await tx.execute<{ table_name: string; name: string; type: string }>(sql`
    select table_name, column_name as name, data_type as type from information_schema.columns
    where table_schema = 'public' and is_generated = 'NEVER' order by table_name, ordinal_position`);
  return TABLES.map((name) => ({
    name,
    columns: rows
      .filter((r) => r.table_name === name && !OF_THE_INSTALLATION.includes(r.name))
      .map((r) => ({ name: r.name, type: r.type })),
  }));
}

/** Every row of the shop as JSON, in one column `r`. The names are our own. */
export function rowsOf({ name, columns }: ShopTable, shopId: string) {
  const own = sql.identifier(name === "shops" ? "id" : "shop_id");
  const wanted = sql.join(
    columns.map((c) => sql.identifier(c.name)),
    sql`, `,
  );
  return sql`select row_to_json(t)::text as r from (select ${wanted} from ${sql.identifier(name)} where ${own} = ${shopId}) t`;
}

/** A row as text is the same wherever it is read. */
export async function sameEverywhere(tx: Tx): Promise<void> {
  await tx.execute(sql`set local timezone = 'UTC'`);
  await tx.execute(sql`set local datestyle = 'ISO'`);
  await tx.execute(sql`set local extra_float_digits = 3`);
}

/** How many rows, and the sum over a hash of each (in whatever order they lie). */
export async function hashOf(tx: Tx, table: ShopTable, shopId: string): Promise<{ rows: number; hash: string }> {
  const half = (from: number) =>
    sql`coalesce(sum(('x' || substr(h, ${sql.raw(String(from))}, 15))::bit(60)::bigint::numeric), 0)`;
  const { rows } = await tx.execute<{ rows: string; hash: string }>(
    sql`select count(*) as rows, ${half(1)} || '-' || ${half(16)} as hash from (select md5(r) as h from (${rowsOf(table, shopId)}) a) hashed`,
  );
  return { rows: Number(rows[0]?.rows ?? 0), hash: rows[0]?.hash ?? "" };
}
