/** Parts that are ordered from the supplier: an order is kept first, then sent, and sent again until it is answered. */
import type { Currency } from "../units/money";
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

/**
 * What became of an order. `unwanted` is what somebody here said, whether the supplier answers or not; it then says
 * `canceled` or `too-late`; `given-up` is one that it never had.
 */
export const ORDER_EVENTS = [
  "accepted",
  "refused",
  "delivered",
  "given-up",
  "unwanted",
  "canceled",
  "too-late",
] as const;
export type OrderEventKind = (typeof ORDER_EVENTS)[number];
/** Nothing comes after one of these. */
export const ORDER_ENDS = ["refused", "delivered", "given-up", "canceled"] as const;
export type OrderState = "unsent" | "accepted" | (typeof ORDER_ENDS)[number];
/** Nobody asked for it to be canceled, somebody did, or the supplier said that it is too late. */
export type Canceling = "no" | "asked" | "too-late";

export interface Order {
  readonly id: string;
  /** The job that waits for it; null for stock. */
  readonly jobId: string | null;
  /** Who ordered it. */
  readonly personId: string;
  readonly at: string;
  /** Of its prices. */
  readonly currency: Currency;
  readonly lines: readonly OrderLine[];
  readonly state: OrderState;
  readonly canceling: Canceling;
  /** Who said that it is not wanted any more; null where nobody did, or nobody kept who. */
  readonly unwantedBy: string | null;
  /** When it is due (ISO 8601); null while the supplier has not said. */
  readonly dueAt: string | null;
  /** Why it was refused; null otherwise. */
  readonly note: string | null;
}

/** Where an order stands after what became of it so far. */
export function standsAfter(events: readonly OrderEventKind[]): Pick<Order, "state" | "canceling"> {
  const end = ORDER_ENDS.find((kind) => events.includes(kind));
  return {
    state: end ?? (events.includes("accepted") ? "accepted" : "unsent"),
    canceling: events.includes("too-late") ? "too-late" : events.includes("unwanted") ? "asked" : "no",
  };
}

/** Where an order stands, as one word to compare by. */
export const standing = ({ state, canceling }: Pick<Order, "state" | "canceling">): string => `${state} ${canceling}`;

/** It never came, and was not to: nobody waits for it, and nothing is to be done. */
export const isOff = ({ state }: Pick<Order, "state">): boolean => state === "given-up" || state === "canceled";

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
  { state, canceling, unwantedBy, dueAt, note }: Pick<Order, "state" | "canceling" | "unwantedBy" | "dueAt" | "note">,
  when: (iso: string) => string,
): string {
  const unwanted = unwantedBy === null ? "No longer wanted." : `No longer wanted, said ${unwantedBy}.`;
  switch (state) {
    case "unsent":
      return canceling === "asked"
        ? `${unwanted} The supplier does not answer: whether it has the order is not known, and it is canceled when it is back.`
        : "Not sent yet: the supplier does not answer. It is saved, and sent by itself when the supplier is back.";
    case "accepted": {
      const ordered = dueAt === null ? "Ordered." : `Ordered, due ${when(dueAt)}.`;
      if (canceling === "asked")
        return `${unwanted} ${ordered} It is canceled as soon as the supplier answers, if it is not too late.`;
      return canceling === "too-late" ? `${ordered} It could not be canceled: it is on its way.` : ordered;
    }
    case "refused":
      return `The supplier refused it: ${note ?? "no reason given"} Nothing was ordered: work the parts out again.`;
    case "delivered":
      return "The parts are here.";
    case "given-up":
      return `Taken back${byWhom(unwantedBy)} before it was sent.`;
    case "canceled":
      return `Canceled${byWhom(unwantedBy)}: nothing comes.`;
  }
}

const byWhom = (name: string | null): string => (name === null ? "" : ` by ${name}`);
