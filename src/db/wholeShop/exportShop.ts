/** A whole shop out of the database, in one archive and of one moment. */
import { createWriteStream } from "node:fs";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { sql } from "drizzle-orm";
import Papa from "papaparse";
import yazl from "yazl";
import type { WholeShopManifest } from "@/core/shop/wholeShop";
import { type Database, ofShop } from "../connect";
import { type ShopTable, STEP, hashOf, rowsOf, sameEverywhere, shopTables } from "./tables";

/** As many rows as are held at once. */
const AT_ONCE = 1000;

type Tx = Pick<Database, "execute">;

async function* linesOf(tx: Tx, table: ShopTable, shopId: string): AsyncGenerator<string> {
  await tx.execute(sql`declare of_table no scroll cursor for ${rowsOf(table, shopId)}`);
  for (;;) {
    const { rows } = await tx.execute<{ r: string }>(sql`fetch ${sql.raw(String(AT_ONCE))} from of_table`);
    if (rows.length === 0) break;
    yield rows.map((r) => `${r.r}\n`).join("");
  }
  await tx.execute(sql`close of_table`);
}

async function* csvOf(tx: Tx, table: ShopTable, shopId: string): AsyncGenerator<string> {
  const fields = table.columns.map((c) => c.name);
  yield `${Papa.unparse([fields])}\r\n`;
  for await (const lines of linesOf(tx, table, shopId)) {
    const data = lines
      .trimEnd()
      .split("\n")
      .map((line) => {
        const row = JSON.parse(line) as Record<string, unknown>;
        return fields.map((f) => (typeof row[f] === "object" && row[f] !== null ? JSON.stringify(row[f]) : row[f]));
      });
    yield `${Papa.unparse(data, { escapeFormulae: true })}\r\n`;
  }
}

/**
 * Writes the archive of a shop.
 * @param db of any shop, or of the owner
 * @throws RangeError when there is no such shop
 */
export async function exportShop(db: Database, shopId: string, file: string, at: Date): Promise<WholeShopManifest> {
  return ofShop(db, shopId).transaction(
    async (tx) => {
      await sameEverywhere(tx);
      const { rows: found } = await tx.execute<{ name: string }>(sql`select name from shops where id = ${shopId}`);
      const name = found[0]?.name;
      if (name === undefined) throw new RangeError("exportShop: no such shop");
      const { rows: signIn } = await tx.execute<{ id: string }>(
        sql`select id from people where shop_id = ${shopId} and user_id is not null order by id`,
      );
      const tables = await shopTables(tx);
      const zip = new yazl.ZipFile();
      const written = pipeline(zip.outputStream, createWriteStream(file, { mode: 0o600 }));
      const manifest: WholeShopManifest = {
        format: "fulcrata-shop/1",
        step: STEP,
        exportedAt: at.toISOString(),
        shop: { id: shopId, name },
        signIn: signIn.map((p) => p.id),
        tables: [],
      };
      for (const table of tables) {
        manifest.tables.push({ ...table, ...(await hashOf(tx, table, shopId)) });
        // One after the other: they share a connection.
        for (const [entry, made] of [
          [`tables/${table.name}.jsonl`, linesOf],
          [`csv/${table.name}.csv`, csvOf],
        ] as const) {
          const from = Readable.from(made(tx, table, shopId), { objectMode: true });
          const read = new Promise<void>((done, failed) => {
            from.once("close", done);
            from.once("error", failed);
          });
          zip.addReadStream(from, entry);
          await Promise.race([read, written]);
        }
      }
      zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`), "shop.json");
      zip.end();
      await written;
      return manifest;
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
}
