/** The positions of a shim job as the assignment takes them, the parts that it may use, and what each wish costs. */
import type { CatalogueItem } from "../../../parts/order";
import type { StockPart } from "../../../parts/part";
import { type Part, type Position, type ShimPlan, type ShimProblem, assignShims } from "../../../shims/assign";
import { type Aim, MARK_WITHIN_MM, aimFor } from "../../../shims/oneValve";
import { interval } from "../../../units/interval";
import type { JobOf } from "../../job";
import { intervalOf } from "../../ledger/readings";
import type { JobState } from "../../state/state";
import type { OutKind, PartOut } from "./partsOut";
import type { ShimsPlan, ShimsTask } from "./plan";

/** Only what is out of its band is touched, or all that is opened takes part. */
export const SHIM_SCOPES = ["out", "all"] as const;
export type ShimScope = (typeof SHIM_SCOPES)[number];

export interface ShimWish {
  readonly scope: ShimScope;
  readonly aim: Aim;
  /** Parts may be bought from the supplier's catalogue. */
  readonly buying: boolean;
  /** All within half the band, around the aim. */
  readonly near: boolean;
  /** No part changes places between valves. */
  readonly stay: boolean;
}

/** What came out, by valve. */
export type Out = Readonly<
  Record<string, { readonly kind: OutKind; readonly mm: number; readonly byMark?: boolean }>
>;

/** What parts there are beside those that came out. */
export interface ShimSources {
  readonly stock: readonly StockPart[];
  /** What the supplier sells; null while it does not answer. */
  readonly catalogue: readonly CatalogueItem[] | null;
}

export const outOf = (all: readonly PartOut[]): Out =>
  Object.fromEntries(all.map((p) => [p.valve, { kind: p.kind, mm: p.mm, byMark: isByMark(p) }]));

/** A part that no micrometer measured; an open gap is read by leaves, and needs none. */
export const isByMark = ({ kind, micrometerId }: Pick<PartOut, "kind" | "micrometerId">): boolean =>
  kind !== "open-gap" && micrometerId === null;

/**
 * The last reading of every valve of which is known what came out. Valves that are in their band take part too: their
 * parts may serve others.
 */
export function shimPositions(state: JobState, out: Out, { scope, aim, near }: ShimWish): Position[] {
  return [...state.valves.values()].flatMap((v) => {
    const came = out[v.valve.id];
    if (came === undefined || (scope === "out" && v.verdict === "in") || v.last === null || v.last.pass === "set")
      return [];
    // No leaf goes with a part in: only the gap without it can be read.
    if (v.last.noGo.mm > 0 && v.last.goes.mm === 0 && came.kind !== "open-gap") return [];
    const { lowMm, highMm } = v.valve.spec;
    // Exhaust seats sink with use, so their lash tightens (assumed until this engine's own drift is known).
    const aimMm = aimFor(aim, v.valve.spec, v.valve.role === "exhaust" ? "tightens" : "unknown");
    const open = came.kind === "open-gap";
    const lashMm = open ? interval(came.mm, came.mm) : intervalOf(v.last);
    const band = near ? halfBand(aimMm, v.valve.spec) : { lowMm, highMm };
    return [
      {
        id: v.valve.id,
        fittedMm: open ? 0 : came.mm,
        lashMm,
        aimMm,
        ...(came.kind === "part" ? {} : { testPart: true }),
        ...(came.byMark === true ? { withinMm: MARK_WITHIN_MM } : {}),
        ...surely(band, (lashMm.hi - lashMm.lo) / 2),
      },
    ];
  });
}

/** Half the band's width around the aim, within the band. */
const halfBand = (
  aimMm: number,
  { lowMm, highMm }: { lowMm: number; highMm: number },
): { lowMm: number; highMm: number } => ({
  lowMm: Math.max(lowMm, aimMm - (highMm - lowMm) / 4),
  highMm: Math.min(highMm, aimMm + (highMm - lowMm) / 4),
});

/**
 * The band narrowed by what the reading leaves open, so that a part that serves is read as in its band
 * afterwards; a reading as wide as its band is taken at its middle.
 */
const surely = (
  { lowMm, highMm }: { lowMm: number; highMm: number },
  halfMm: number,
): { lowMm: number; highMm: number } =>
  highMm - lowMm > 2 * halfMm ? { lowMm: lowMm + halfMm, highMm: highMm - halfMm } : { lowMm, highMm };

/** A thousandth of its price: what is bought is saved first, then what the stock holds is spared. */
const STOCK_SHARE = 1e-3;

const fits = (
  { kind, diameterMm }: Pick<ShimsPlan, "kind" | "diameterMm">,
  p: { readonly kind: string; readonly diameterMm: number | null },
): boolean => p.kind === kind && p.diameterMm === diameterMm;

/** What is in stock for this engine, and what can be bought for it. */
export function shimParts(
  plan: Pick<ShimsPlan, "kind" | "diameterMm">,
  { stock, catalogue }: ShimSources,
  buying: boolean,
): Part[] {
  const here = stock.flatMap((p): Part[] =>
    fits(plan, p) && p.count > 0
      ? [
          {
            id: p.id,
            thicknessMm: p.thicknessMm,
            source: "stock",
            quantity: p.count,
            cost: (p.cost ?? 0) * STOCK_SHARE,
            withinMm: p.measured === null ? MARK_WITHIN_MM : 0,
          },
        ]
      : [],
  );
  const sold = !buying
    ? []
    : (catalogue ?? []).flatMap((i): Part[] =>
        fits(plan, i) && i.stock > 0
          ? [
              {
                id: i.sku,
                thicknessMm: i.thicknessMm,
                source: "buy",
                quantity: i.stock,
                cost: i.price,
                withinMm: MARK_WITHIN_MM,
              },
            ]
          : [],
      );
  return [...here, ...sold];
}

/**
 * What is asked of the assignment. Which valves are opened is the mechanic's: those of which it is known what
 * came out. With the scope "out" a valve that is in its band is left alone.
 */
export const shimProblem = (
  { task }: Pick<JobOf<ShimsTask>, "task">,
  state: JobState,
  out: Out,
  sources: ShimSources,
  wish: ShimWish,
): ShimProblem => ({
  positions: shimPositions(state, out, wish),
  parts: shimParts(task.plan, sources, wish.buying),
  reuse: !wish.stay,
});

export const planShimJob = (...args: Parameters<typeof shimProblem>): ShimPlan => assignShims(shimProblem(...args));
