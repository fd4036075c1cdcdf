/**
 * The parts supplier, asked over HTTP on this machine. It may be slow, down or of another mind: each is an answer,
 * never a crash.
 */
import { z } from "zod";
import type { CatalogueItem, Order, OrderLine } from "@/core/parts/order";
import { DRAWER_PART_KINDS, type DrawerPartKind } from "@/core/parts/part";
import { CURRENCIES, type Currency, currencyName, priceWords } from "@/core/units/money";
import { Refused } from "../http/refused";

/** Longer than this nobody waits at a bench. */
const PATIENCE_MS = 4000;

export type Asked<T> = { readonly kind: "answered"; readonly data: T } | { readonly kind: "down" };

const item = z.object({
  sku: z.string().min(1).max(80),
  kind: z.enum(DRAWER_PART_KINDS),
  diameterMm: z.number().positive().max(100).nullable(),
  thicknessMm: z.number().positive().max(50),
  price: z.number().min(0).max(20_000),
  stock: z.number().int().min(0),
  leadDays: z.number().min(0).max(365),
});
const catalogueAnswer = z.object({ currency: z.enum(CURRENCIES), items: z.array(item).max(5000) });
const orderAnswer = z.object({ state: z.enum(["accepted", "delivered"]), dueAt: z.iso.datetime() });
const noAnswer = z.object({
  problem: z.string(),
  sku: z.string().optional(),
  price: z.number().optional(),
  currency: z.enum(CURRENCIES).optional(),
  stock: z.number().optional(),
});

/** Where it listens, on this machine only. @throws Refused when the shop has none */
function address(): string {
  const port = Number(process.env["FULCRATA_SUPPLIER_PORT"] ?? "");
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Refused("This shop has no supplier set up: work with what is in stock.", 422);
  return `http://127.0.0.1:${port}`;
}

interface Heard {
  readonly status: number;
  readonly body: unknown;
}

/** No answer, a late one, and one that is no JSON are all the same to the shop: it is down. */
async function ask(path: string, body?: object): Promise<Heard | null> {
  const url = address() + path;
  try {
    const response = await fetch(url, {
      signal: AbortSignal.timeout(PATIENCE_MS),
      cache: "no-store",
      ...(body === undefined
        ? {}
        : { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) }),
    });
    return { status: response.status, body: await response.json() };
  } catch {
    return null;
  }
}

/**
 * What it sells of one kind and diameter; what makes no sense counts as no answer.
 * @throws Refused where its prices are not in the shop's currency
 */
export async function askCatalogue(
  kind: DrawerPartKind,
  diameterMm: number | null,
  shops: Currency,
): Promise<Asked<CatalogueItem[]>> {
  const heard = await ask(`/catalogue?kind=${kind}${diameterMm === null ? "" : `&diameterMm=${diameterMm}`}`);
  const read = catalogueAnswer.safeParse(heard?.body);
  if (!read.success) return { kind: "down" };
  const { currency, items } = read.data;
  if (currency !== shops)
    throw new Refused(
      `The supplier's prices are in ${currencyName(currency)}, this shop's in ${currencyName(shops)}: set the shop to the supplier's on the shop page, or work with what is in stock.`,
      422,
    );
  return { kind: "answered", data: items };
}

export type Placed =
  | { readonly state: "accepted" | "delivered"; readonly dueAt: string }
  | { readonly state: "refused"; readonly note: string };

/** Sends an order; under the same id it is one order however often it is sent. */
export async function placeOrder({
  id,
  currency,
  lines,
}: Pick<Order, "id" | "currency" | "lines">): Promise<Asked<Placed>> {
  const heard = await ask("/orders", {
    id,
    currency,
    lines: lines.map(({ sku, quantity, price }) => ({ sku, quantity, price })),
  });
  if (heard === null || heard.status >= 500) return { kind: "down" };
  const taken = orderAnswer.safeParse(heard.body);
  if (heard.status < 300) return taken.success ? { kind: "answered", data: taken.data } : { kind: "down" };
  return {
    kind: "answered",
    data: { state: "refused", note: refusalWords(noAnswer.safeParse(heard.body).data, lines) },
  };
}

const shown = (price: number | undefined, currency: Currency | undefined): string | null =>
  price === undefined || currency === undefined ? null : priceWords(price, currency);

function refusalWords(said: z.infer<typeof noAnswer> | undefined, lines: readonly OrderLine[]): string {
  const line = lines.find((l) => l.sku === said?.sku);
  const what = line === undefined ? (said?.sku ?? "it") : `${line.thicknessMm.toFixed(2)} mm`;
  if (said?.problem === "price-changed")
    return `the price of ${what} is ${shown(said.price, said.currency) ?? "another"} now, not ${shown(line?.price, said.currency) ?? "what was shown"}.`;
  if (said?.problem === "currency")
    return `its prices are in ${said.currency === undefined ? "another currency" : currencyName(said.currency)} now.`;
  if (said?.problem === "out-of-stock") return `of ${what} only ${said.stock ?? 0} are left.`;
  return said?.problem === "unknown" ? `${what} is not sold any more.` : "it did not understand the order.";
}

/** Where an order stands; `lost` when the supplier knows nothing of it, or canceled it. */
export async function askOrder(id: string): Promise<Asked<z.infer<typeof orderAnswer> | "lost">> {
  const heard = await ask(`/orders/${id}`);
  if (heard?.status === 404) return { kind: "answered", data: "lost" };
  const read = orderAnswer.safeParse(heard?.body);
  return read.success ? { kind: "answered", data: read.data } : { kind: "down" };
}

/** Calls an order off; `lost` when the supplier knows nothing of it. */
export async function cancelOrder(id: string): Promise<Asked<"canceled" | "too-late" | "lost">> {
  const heard = await ask(`/orders/${id}/cancel`, {});
  if (heard === null || heard.status >= 500) return { kind: "down" };
  return { kind: "answered", data: heard.status === 404 ? "lost" : heard.status < 300 ? "canceled" : "too-late" };
}

/** How the stand-in behaves from now on. @throws Refused when it does not run */
export async function setBench(how: object): Promise<void> {
  if ((await ask("/bench", how)) === null)
    throw new Refused("The simulated supplier does not run. Start everything again with npm run demo.", 422);
}
