/**
 * A whole shop in one archive (`fulcrata-shop/1`): a zip with this manifest as `shop.json`, and each table as
 * `tables/NAME.jsonl` (a row of JSON a line, as the database writes it) and as `csv/NAME.csv`.
 */
import { z } from "zod";

const count = z.number().int().min(0);
const text = z.string().min(1).max(200);

export const wholeShopManifest = z
  .strictObject({
    format: z.literal("fulcrata-shop/1"),
    /** The step of the database's own making: an archive goes into an installation of the same. */
    step: text,
    exportedAt: z.iso.datetime({ offset: true }),
    shop: z.strictObject({ id: z.uuid(), name: z.string().min(1).max(60) }),
    /** The people who sign in, by id: their names and passwords stay behind. */
    signIn: z.array(z.uuid()),
    /** In the order in which they go in. */
    tables: z.array(
      z.strictObject({
        name: z.string().regex(/^[a-z_]{1,40}$/),
        rows: count,
        /** The sum over a hash of every row: what went in is what came out. */
        hash: text,
        columns: z.array(z.strictObject({ name: z.string().regex(/^[a-z_]{1,40}$/), type: text })).min(1),
      }),
    ),
  })
  .meta({ title: "A whole shop: the manifest of its archive" });
export type WholeShopManifest = z.infer<typeof wholeShopManifest>;
