/** What a plan says: at the head, valve by valve, and beside another. Pure. */
import type { CatalogueItem } from "@/core/parts/order";
import type { StockPart } from "@/core/parts/part";
import type { JobValve } from "@/core/job/job";
import { boughtFor } from "@/core/job/tasks/shims/offers";
import type { Pick, Position, ShimPlan, Unserved } from "@/core/shims/assign";
import { sizeFor } from "@/core/shims/wanted";
import type { Swap } from "../drawings/HeadMap/swaps";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { type SharePlan, type Typed, surelyIn } from "./typedParts";

export interface PlanContext {
  readonly stock: readonly StockPart[];
  readonly catalogue: readonly CatalogueItem[];
  readonly positions: readonly Position[];
  readonly valves: readonly JobValve[];
  readonly typed: Typed;
}

const priceIn =
  (catalogue: readonly CatalogueItem[]) =>
  (sku: string): number =>
    catalogue.find((i) => i.sku === sku)?.price ?? 0;

export const moneyOf = (plan: ShimPlan, catalogue: readonly CatalogueItem[]): number =>
  boughtFor(plan, priceIn(catalogue));

export const changesOf = ({ picks }: SharePlan): Pick[] => picks.filter((p) => p.source !== "own");

/** A price as it is shown. */
export type Price = (amount: number) => string;

/** What comes of a plan, in a line. */
export function headWords(plan: ShimPlan, catalogue: readonly CatalogueItem[], price: Price): string {
  const bought =
    plan.bought === 0 ? "nothing bought" : `${plan.bought} bought for ${price(moneyOf(plan, catalogue))}`;
  if (plan.unserved.length === 0) return `All in their bands, ${bought}`;
  return `${plan.unserved.length} can't be served${plan.bought === 0 ? " with what is here" : `, ${bought}`}`;
}

/** One pick: the part, where it comes from, and what it leaves. */
export function pickWords(p: Pick, { stock, positions, valves, typed }: PlanContext): string {
  const part = stock.find((s) => s.id === p.from);
  const from =
    p.source === "moved"
      ? `from ${p.from}`
      : p.source === "buy"
        ? "to buy"
        : `out of ${part?.place ?? "stock"}${part?.mark == null ? "" : `, marked ${part.mark}`}`;
  const position = positions.find((x) => x.id === p.position);
  const byMark = (valve: string): boolean => typed[valve]?.kind === "part" && typed[valve].micrometerId === null;
  const partByMark = p.source === "moved" ? byMark(p.from) : p.source === "buy" || part?.measured === null;
  const spec = valves.find((v) => v.id === p.position)?.spec;
  const unsure =
    position !== undefined &&
    spec !== undefined &&
    !surelyIn(position, spec, p.thicknessMm, byMark(p.position), partByMark);
  return `${p.position}: ${p.thicknessMm.toFixed(3)} ${from}, leaves ${p.predictedLashMm.toFixed(3)} mm${unsure ? ", not surely in spec" : ""}`;
}

/** A position that nothing here serves, with the size to order for it and what that leaves. */
export function noneFits({ position: id }: Unserved, positions: readonly Position[], stepMm: number): string {
  const position = positions.find((p) => p.id === id);
  if (position === undefined) return `${id}: none here fits`;
  const { sizeMm, leavesMm, inBand } = sizeFor(position, stepMm);
  return `${id}: none here fits. To order: ${sizeMm.toFixed(3)} mm, leaves ${leavesMm.toFixed(3)} mm${inBand ? "" : ", out of spec: it wants one between the steps"}`;
}

/** What a plan costs in work and money, and how near it comes. */
export function costWords(plan: ShimPlan, catalogue: readonly CatalogueItem[], price: Price): string {
  const changes = changesOf(plan).length;
  const off = plan.picks.length === 0 ? 0 : Math.sqrt(plan.sumSquaresMm2 / plan.picks.length);
  return [
    `${changes} ${changes === 1 ? "part changes" : "parts change"}`,
    ...(plan.unserved.length === 0 ? [] : [`${plan.unserved.length} without a part`]),
    ...(plan.bought === 0 ? [] : [`${plan.bought} bought for ${price(moneyOf(plan, catalogue))}`]),
    `${off.toFixed(3)} mm from the target on the whole`,
  ].join(", ");
}

/** What a wish would cost more than the plan without it. */
export function wishWords(
  wished: ShimPlan,
  plain: ShimPlan,
  catalogue: readonly CatalogueItem[],
  price: Price,
): string {
  const without = wished.unserved.length - plain.unserved.length;
  if (without > 0)
    return `Can't be had: ${without} more ${without === 1 ? "valve" : "valves"} would be without a part.`;
  const [more, parts] = [moneyOf(wished, catalogue) - moneyOf(plain, catalogue), wished.bought - plain.bought];
  if (parts === 0 && Math.abs(more) < 0.005) return "Costs nothing more.";
  return more < 0 ? `Costs ${price(-more)} less.` : `Costs ${price(more)} more: ${parts} more to buy.`;
}

export const swapsOf = ({ picks }: ShimPlan): Swap[] =>
  picks.flatMap((p) => (p.source === "moved" ? [{ from: p.from, to: p.position }] : []));

const FROM: Record<Pick["source"], string> = {
  own: "keeps its own",
  moved: "",
  stock: "from stock",
  buy: "to buy",
};

export function marksOf(
  valves: readonly { readonly id: string }[],
  plan: ShimPlan | null,
): Record<string, ValveMark> {
  return Object.fromEntries(
    valves.map(({ id }): [string, ValveMark] => {
      const pick = plan?.picks.find((p) => p.position === id);
      const unserved = plan?.unserved.some((u) => u.position === id) === true;
      if (pick === undefined)
        return [
          id,
          {
            look: unserved ? "hand" : "here",
            text: unserved ? "?" : "",
            label: `${id}: ${unserved ? "no part for it" : "not opened"}`,
          },
        ];
      const words = pick.source === "moved" ? `from ${pick.from}` : FROM[pick.source];
      return [
        id,
        {
          look: pick.source === "own" ? "done" : "open",
          text: pick.thicknessMm.toFixed(2),
          label: `${id}: ${pick.thicknessMm.toFixed(3)} mm, ${words}`,
        },
      ];
    }),
  );
}
