/** Parts that are ordered from the supplier: an order is kept first, then sent, and sent again until it is answered. */
import { type DrawerPartKind, DRAWER_PART_NAMES } from "./part";

/** What the supplier sells, as it stands in the catalogue today. */
export interface CatalogueItem {
  readonly sku: string;
  readonly kind: DrawerPartKind;
  /** Null where parts of a kind come in one diameter. */
  readonly diameterMm: number | null;
  readonly thicknessMm: number;
  readonly price: number;
  /** How many the supplier has. */
  readonly stock: number;
  readonly leadDays: number;
}

export interface OrderLine {
  readonly sku: string;
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly thicknessMm: number;
  readonly quantity: number;
  /** Of one, as it was shown when it was ordered. */
  readonly price: number;
}

/** What became of an order. `given-up` was taken back before the supplier had it. */
export const ORDER_EVENTS = ["accepted", "refused", "delivered", "given-up"] as const;
export type OrderEventKind = (typeof ORDER_EVENTS)[number];
export type OrderState = "unsent" | OrderEventKind;

export interface Order {
  readonly id: string;
  /** The job that waits for it; null for stock. */
  readonly jobId: string | null;
  /** Who ordered it. */
  readonly personId: string;
  readonly at: string;
  readonly lines: readonly OrderLine[];
  readonly state: OrderState;
  /** When it is due (ISO 8601); null while the supplier has not said. */
  readonly dueAt: string | null;
  /** Why it was refused; null otherwise. */
  readonly note: string | null;
}

/** Neither on the shelf nor refused: somebody waits for it. */
export const isOpen = ({ state }: Pick<Order, "state">): boolean => state === "unsent" || state === "accepted";

export const orderTotal = (lines: readonly Pick<OrderLine, "quantity" | "price">[]): number =>
  Math.round(lines.reduce((sum, l) => sum + l.quantity * l.price, 0) * 100) / 100;

/** "2 of 2.60 mm, 1 of 2.65 mm": thinnest first. */
export const linesWords = (lines: readonly Pick<OrderLine, "thicknessMm" | "quantity" | "kind">[]): string =>
  [...lines]
    .sort((a, b) => a.thicknessMm - b.thicknessMm)
    .map((l) => `${l.quantity} ${DRAWER_PART_NAMES[l.kind]} of ${l.thicknessMm.toFixed(2)} mm`)
    .join(", ");

/** Where an order stands, and what that asks of whoever reads it. `when` says a moment in words. */
export function orderWords(
  { state, dueAt, note }: Pick<Order, "state" | "dueAt" | "note">,
  when: (iso: string) => string,
): string {
  switch (state) {
    case "unsent":
      return "Not sent yet: the supplier does not answer. It is saved, and sent by itself when the supplier is back.";
    case "accepted":
      return dueAt === null ? "Ordered." : `Ordered, due ${when(dueAt)}.`;
    case "refused":
      return `The supplier refused it: ${note ?? "no reason given"} Nothing was ordered: work the parts out again.`;
    case "delivered":
      return "The parts are here.";
    case "given-up":
      return "Taken back before it was sent.";
  }
}
