/** The whole shop in one archive, for a lead to take elsewhere. */
import { mkdtemp, open, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { Readable } from "node:stream";
import type { Database } from "@/db/connect";
import { exportShop } from "@/db/wholeShop/exportShop";
import type { Actor } from "../http/who";

/** @returns the archive as it is read; no file of it is left, however that ends */
export async function takeOut(db: Database, { shopId }: Actor): Promise<ReadableStream> {
  const folder = await mkdtemp(path.join(tmpdir(), "fulcrata-shop-"));
  try {
    const file = path.join(folder, "shop.zip");
    await exportShop(db, shopId, file, new Date());
    // Open, it is read to its end, also when its name is gone.
    return Readable.toWeb((await open(file)).createReadStream()) as ReadableStream;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
