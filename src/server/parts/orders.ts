/** Orders: kept first, then sent; asked after until they are answered and delivered; never doubled. */
import { type SQL, and, asc, desc, eq, getTableColumns, inArray, or, sql } from "drizzle-orm";
import { z } from "zod";
import {
  ORDER_ENDS,
  type Order,
  type OrderEventKind,
  type OrderLine,
  isOff,
  isOpen,
  linesWords,
  standsAfter,
} from "@/core/parts/order";
import { DRAWER_PART_KINDS } from "@/core/parts/part";
import type { Entry } from "@/core/job/ledger/entry";
import { jobState } from "@/core/job/run";
import type { Database } from "@/db/connect";
import { isRefusedBy } from "@/db/sqlStates";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { orderEvents, orderLines, orders, partMoves, parts, people, shops } from "@/db/schema";
import { CURRENCIES, currencyName } from "@/core/units/money";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput, isId } from "../http/id";
import { append } from "../jobs/record";
import { Refused } from "../http/refused";
import { rowId } from "../http/rowId";
import { askOrder, cancelOrder, placeOrder } from "./supplier";

const id = idInput;

export const placeOrderInput = z
  .strictObject({
    id,
    jobId: id.nullable().default(null),
    /** In which its prices were shown. */
    currency: z.enum(CURRENCIES, "Say in which currency its prices are."),
    lines: z
      .array(
        z.strictObject({
          sku: z.string().trim().min(1).max(80),
          kind: z.enum(DRAWER_PART_KINDS),
          diameterMm: z.number().positive().max(100).nullable(),
          thicknessMm: z.number("Give its thickness.").positive().max(50),
          quantity: z
            .number("Give the quantity as a number.")
            .int("Give a whole quantity.")
            .min(1, "At least one.")
            .max(1000, "At most 1000 at once."),
          price: z.number().min(0).max(20_000),
        }),
      )
      .min(1, "Choose what to order.")
      .max(100, "At most 100 lines."),
  })
  .refine((o) => new Set(o.lines.map((l) => l.sku)).size === o.lines.length, {
    message: "A part stands twice: put the quantities together.",
    path: ["lines"],
  });
export type PlaceOrder = z.infer<typeof placeOrderInput>;

/** Keeps the order, lets its job wait, and sends it. The answer says where it stands. @throws Refused */
export async function order(db: Database, actor: Actor, input: PlaceOrder): Promise<Order> {
  await keep(db, actor, input);
  const kept = await findOrder(db, actor.shopId, input.id);
  if (kept === null) throw new Refused("This order's id is used in another shop. Make the order again.", 409);
  return follow(db, actor.shopId, kept);
}

async function keep(db: Database, actor: Actor, input: PlaceOrder): Promise<void> {
  const { id: orderId, jobId, currency, lines } = input;
  const found = jobId === null ? null : await findJob(db, actor.shopId, jobId);
  if (jobId !== null && found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  await once(db, actor, { what: "order", id: orderId, input }, async (tx) => {
    const [shop] = await tx.select({ currency: shops.currency }).from(shops).where(eq(shops.id, actor.shopId));
    if (shop !== undefined && currency !== shop.currency)
      throw new Refused(
        `These prices were shown in ${currencyName(currency)}, and this shop reckons in ${currencyName(shop.currency)} now. Look at the prices again.`,
        409,
      );
    if (found !== null) await holdJob(tx, found.row.id);
    await tx.insert(orders).values({ id: orderId, shopId: actor.shopId, jobId, currency, personId: actor.person.id });
    await tx.insert(orderLines).values(lines.map((l, line) => ({ ...l, line, orderId, shopId: actor.shopId })));
    if (found === null) return;
    const base = { supersedes: null };
    const said: Entry[] = [
      { ...base, id: rowId(orderId, "job", "ordered"), kind: "ordered", list: linesWords(lines) },
      { ...base, id: rowId(orderId, "job", "paused"), kind: "paused", reason: "Waits for parts" },
    ];
    const kept = await ledgerOf(tx, found.row.shopId, found.row.id);
    if (jobState(found.job, kept).ended) throw new Refused("This job is closed: order for stock instead.", 409);
    await append(tx, actor, { id: found.row.id, job: found.job, kept }, said);
  });
}

/** As many as are looked through; of those that are still open none is left out, however old. */
const NEWEST = 500;

/** Of orders, that the supplier has not ended them. */
export const isStillOpen = sql`not exists (select 1 from order_events e where e.shop_id = ${orders.shopId} and e.order_id = ${orders.id} and e.kind in (${sql.join(
  ORDER_ENDS.map((kind) => sql`${kind}`),
  sql`, `,
)}))`;

/** The newest orders of the shop and all that are still open, newest first. */
export async function listOrders(db: Database, shopId: string): Promise<Order[]> {
  const newest = db
    .select({ id: orders.id })
    .from(orders)
    .where(eq(orders.shopId, shopId))
    .orderBy(desc(orders.at))
    .limit(NEWEST);
  return ordersWhere(db, shopId, or(isStillOpen, inArray(orders.id, newest)));
}

/** What was ordered for these jobs, newest first. */
export const ordersOfJobs = (db: Database, shopId: string, jobIds: readonly string[]): Promise<Order[]> =>
  ordersWhere(db, shopId, inArray(orders.jobId, [...jobIds]));

/** The order that a job waits for: the last that was not called off, until something was fitted; null when none. */
export function waitedFor(
  orders: readonly Order[],
  jobId: string,
  work: readonly { readonly kind: string; readonly at: string }[],
): Order | null {
  const ordered = orders.find((o) => o.jobId === jobId && !isOff(o)) ?? null;
  return ordered !== null && work.some((e) => e.kind === "fitted" && e.at > ordered.at) ? null : ordered;
}

const findOrder = async (db: Database, shopId: string, id: string): Promise<Order | null> =>
  (await ordersWhere(db, shopId, eq(orders.id, id)))[0] ?? null;

async function ordersWhere(db: Database, shopId: string, which: SQL | undefined): Promise<Order[]> {
  const rows = await db
    .select()
    .from(orders)
    .where(and(eq(orders.shopId, shopId), which))
    .orderBy(desc(orders.at));
  if (rows.length === 0) return [];
  const ids = rows.map((r) => r.id);
  const [lines, events] = await Promise.all([
    db
      .select()
      .from(orderLines)
      .where(and(eq(orderLines.shopId, shopId), inArray(orderLines.orderId, ids)))
      .orderBy(asc(orderLines.line)),
    db
      .select({ ...getTableColumns(orderEvents), person: people.name })
      .from(orderEvents)
      .leftJoin(people, and(eq(people.shopId, orderEvents.shopId), eq(people.id, orderEvents.personId)))
      .where(and(eq(orderEvents.shopId, shopId), inArray(orderEvents.orderId, ids)))
      .orderBy(asc(orderEvents.at)),
  ]);
  return rows.map((r): Order => {
    const own = events.filter((e) => e.orderId === r.id);
    return {
      id: r.id,
      jobId: r.jobId,
      personId: r.personId,
      currency: r.currency,
      at: r.at.toISOString(),
      ...standsAfter(own.map((e) => e.kind)),
      unwantedBy: own.find((e) => e.kind === "unwanted")?.person ?? null,
      note: own.find((e) => e.note !== null)?.note ?? null,
      dueAt: own.find((e) => e.dueAt !== null)?.dueAt?.toISOString() ?? null,
      lines: lines
        .filter((l) => l.orderId === r.id)
        .map(({ sku, kind, diameterMm, thicknessMm, quantity, price }): OrderLine => ({
          sku,
          kind,
          diameterMm,
          thicknessMm,
          quantity,
          price,
        })),
    };
  });
}

/**
 * Of the orders that are asked about: sends what was not sent, asks after what was, and adds what came to stock.
 * Where each stands then: somebody else may have asked first.
 */
export async function followOrders(db: Database, shopId: string, ids: readonly string[]): Promise<Order[]> {
  if (ids.length === 0) return [];
  const asked = await ordersWhere(db, shopId, inArray(orders.id, [...ids]));
  return Promise.all(asked.map((o) => (isOpen(o) ? follow(db, shopId, o) : o)));
}

/** One step further with an order, if the supplier answers. */
async function follow(db: Database, shopId: string, kept: Order): Promise<Order> {
  if (kept.canceling === "asked" && isOpen(kept)) return callOff(db, shopId, kept);
  if (kept.state === "unsent") {
    const placed = await placeOrder(kept);
    if (placed.kind === "down") return kept;
    if (placed.data.state === "refused")
      return tell(db, shopId, kept, { kind: "refused", note: placed.data.note.slice(0, 300) });
    return tell(db, shopId, kept, { kind: "accepted", dueAt: new Date(placed.data.dueAt) });
  }
  if (kept.state !== "accepted") return kept;
  const stands = await askOrder(kept.id);
  if (stands.kind === "down") return kept;
  // The supplier lost it: sent again under its own id it is still one order.
  if (stands.data === "lost") return (await placeOrder(kept), kept);
  return stands.data.state === "accepted" ? kept : deliver(db, shopId, kept);
}

/** An order that is not wanted any more: its answer may have been lost on the way, so the supplier is asked first. */
async function callOff(db: Database, shopId: string, kept: Order): Promise<Order> {
  if (kept.state === "unsent") {
    const stands = await askOrder(kept.id);
    if (stands.kind === "down") return kept;
    if (stands.data === "lost") return tell(db, shopId, kept, { kind: "given-up" });
    const has = await tell(db, shopId, kept, { kind: "accepted", dueAt: new Date(stands.data.dueAt) });
    return follow(db, shopId, has);
  }
  const said = await cancelOrder(kept.id);
  if (said.kind === "down") return kept;
  if (said.data !== "too-late") return tell(db, shopId, kept, { kind: "canceled" });
  return follow(db, shopId, await tell(db, shopId, kept, { kind: "too-late" }));
}

type Event =
  | { readonly kind: "accepted"; readonly dueAt: Date }
  | { readonly kind: "refused"; readonly note: string }
  | { readonly kind: "unwanted"; readonly personId: string }
  | { readonly kind: Exclude<OrderEventKind, "accepted" | "refused" | "unwanted"> };

async function tell(db: Database, shopId: string, kept: Order, event: Event): Promise<Order> {
  await unlessTold(
    db
      .insert(orderEvents)
      .values({ shopId, orderId: kept.id, ...event })
      .onConflictDoNothing(),
  );
  return (await findOrder(db, shopId, kept.id)) ?? kept;
}

/** Somebody else may have been told something first: what is kept counts, and the database refuses the rest. */
async function unlessTold(work: Promise<unknown>): Promise<void> {
  await work.catch((error: unknown) => {
    if (!isRefusedBy(error, "orderTold")) throw error;
  });
}

/** What was delivered is in stock once, whoever asked first. */
async function deliver(db: Database, shopId: string, kept: Order): Promise<Order> {
  const engine = kept.jobId === null ? null : ((await findJob(db, shopId, kept.jobId))?.row.engineFile.name ?? null);
  await unlessTold(
    db.transaction(async (tx) => {
      const made = await tx
        .insert(orderEvents)
        .values({ shopId, orderId: kept.id, kind: "delivered" })
        .onConflictDoNothing()
        .returning({ kind: orderEvents.kind });
      if (made.length === 0) return;
      for (const l of kept.lines) {
        const partId = rowId(kept.id, l.sku, "part");
        await tx.insert(parts).values({
          id: partId,
          shopId,
          kind: l.kind,
          diameterMm: l.diameterMm,
          thicknessMm: l.thicknessMm,
          mark: l.thicknessMm.toFixed(2),
          cost: l.price,
          place: (engine === null ? "the delivery tray" : `the tray for ${engine}`).slice(0, 60),
        });
        await tx.insert(partMoves).values({
          id: rowId(kept.id, l.sku, "delivered"),
          shopId,
          partId,
          change: l.quantity,
          reason: "delivered",
          jobId: kept.jobId,
          personId: kept.personId,
        });
      }
    }),
  );
  return (await findOrder(db, shopId, kept.id)) ?? kept;
}

/**
 * Says that an order is not wanted any more: kept at once, and told to the supplier as soon as it answers. The answer
 * says where it stands. @throws Refused when there is nothing to cancel
 */
export async function giveUp(db: Database, actor: Actor, orderId: string): Promise<Order> {
  const kept = isId(orderId) ? await findOrder(db, actor.shopId, orderId) : null;
  if (kept === null) throw new Refused("There is no such order.", 404);
  if (isOff(kept)) return kept;
  if (!isOpen(kept)) throw new Refused("What was ordered is here, or was refused: nothing is left to cancel.", 409);
  if (kept.canceling === "too-late") throw new Refused("It is on its way: the supplier can't stop it.", 409);
  return follow(
    db,
    actor.shopId,
    await tell(db, actor.shopId, kept, { kind: "unwanted", personId: actor.person.id }),
  );
}
