/** What lies in stock. */
import { and, asc, eq, sql } from "drizzle-orm";
import type { StockPart } from "@/core/parts/part";
import type { Database } from "@/db/connect";
import { micrometers, parts } from "@/db/schema";

const count = sql<number>`coalesce((select sum(m.change) from part_moves m where m.shop_id = ${parts.shopId} and m.part_id = ${parts.id}), 0)::int`;

const stock = (db: Database) =>
  db
    .select({ part: parts, micrometer: micrometers.name, count })
    .from(parts)
    .leftJoin(micrometers, and(eq(micrometers.shopId, parts.shopId), eq(micrometers.id, parts.micrometerId)))
    .orderBy(asc(parts.kind), asc(parts.diameterMm), asc(parts.thicknessMm), asc(parts.id))
    .$dynamic();

/** All parts of the shop with what lies there, those of which nothing is left too. */
export const listParts = async (db: Database, shopId: string): Promise<StockPart[]> =>
  (await stock(db).where(eq(parts.shopId, shopId))).map(partOf);

export interface StockPage {
  readonly parts: readonly StockPart[];
  /** From 1. */
  readonly page: number;
  readonly pages: number;
  /** Over all pages. */
  readonly pieces: number;
}

/** As many as can be looked through at once. */
const ON_A_PAGE = 200;

/** One page of the stock; a page that is not there is the nearest that is. @param gone with those of which nothing is left */
export async function stockPage(
  db: Database,
  shopId: string,
  { page: asked, gone }: { readonly page: number; readonly gone: boolean },
): Promise<StockPage> {
  const own = and(eq(parts.shopId, shopId), gone ? undefined : sql`${count} > 0`);
  const [sums] = await db
    .select({ lines: sql<number>`count(*)::int`, pieces: sql<string>`coalesce(sum(${count}), 0)` })
    .from(parts)
    .where(own);
  const pages = Math.max(1, Math.ceil((sums?.lines ?? 0) / ON_A_PAGE));
  const page = Math.min(Math.max(1, asked), pages);
  const rows = await stock(db)
    .where(own)
    .limit(ON_A_PAGE)
    .offset((page - 1) * ON_A_PAGE);
  return { parts: rows.map(partOf), page, pages, pieces: Number(sums?.pieces ?? 0) };
}

function partOf({ part: p, micrometer, count: there }: Awaited<ReturnType<typeof stock>>[number]): StockPart {
  return {
    id: p.id,
    kind: p.kind,
    diameterMm: p.diameterMm,
    mark: p.mark,
    thicknessMm: p.thicknessMm,
    worn: p.worn,
    place: p.place,
    cost: p.cost,
    count: there,
    measured: p.readMm === null || micrometer === null ? null : { micrometer, readMm: p.readMm },
  };
}
