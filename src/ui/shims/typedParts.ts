/** What was typed of the parts that came out, and what follows from it. Pure. */
import { type Micrometer, trueThicknessMm } from "@/core/parts/micrometer";
import type { CatalogueItem, OrderLine } from "@/core/parts/order";
import type { OutKind } from "@/core/job/tasks/shims/partsOut";
import { type Out, isByMark } from "@/core/job/tasks/shims/problem";
import { type ShimPlan, type Position, middle } from "@/core/shims/assign";
import { MARK_WITHIN_MM, lashWithMm, lashWithin, newThicknessMm } from "@/core/shims/oneValve";
import { type Interval, interval } from "@/core/units/interval";
import { parseLength } from "@/core/units/length";
import { unitProblem, withUnit } from "@/core/units/typedLength";

/** What was typed at one valve: the part's thickness, or the open gap; and with what it was measured. */
export interface TypedPart {
  readonly text: string;
  readonly kind: OutKind;
  /** Null = by its mark, or by leaves. */
  readonly micrometerId: string | null;
}
export type Typed = Readonly<Record<string, TypedPart>>;

/** What is wrong with a thickness, or null; nothing typed is nothing wrong. */
export function thicknessProblem(text: string): string | null {
  if (text.trim() === "") return null;
  const unsaid = unitProblem(text);
  if (unsaid !== null) return unsaid;
  const length = parseLength(text);
  return length === null || length.mm <= 0 || length.mm > 50
    ? `"${text}" is not a thickness: write it like 2.65.`
    : null;
}

/** A thickness as it stands in its field again: what was saved without a unit was read in mm. */
export const savedText = (text: string): string => withUnit(text.trim(), "mm");

/** What came out by valve, put right for the zero of what measured it; slips are left out. */
export function outOfTyped(typed: Typed, micrometers: readonly Micrometer[]): Out {
  return Object.fromEntries(
    Object.entries(typed).flatMap(([valve, { text, kind, micrometerId }]) => {
      const length = thicknessProblem(text) === null ? parseLength(text) : null;
      if (length === null) return [];
      const micrometer = micrometers.find((m) => m.id === micrometerId);
      return [
        [
          valve,
          {
            kind,
            byMark: isByMark({ kind, micrometerId }),
            mm: kind === "open-gap" || micrometer === undefined ? length.mm : trueThicknessMm(length.mm, micrometer),
          },
        ],
      ];
    }),
  );
}

/** Who gives to whom, told as chains: "3E → 1I → drawer" reads from where a part comes to where it goes. */
export function chains({ picks }: ShimPlan): string[] {
  const from = new Map(picks.filter((p) => p.source === "moved").map((p) => [p.position, p.from]));
  const gives = new Map([...from].map(([to, f]) => [f, to]));
  const seen = new Set<string>();
  const walk = (start: string): string[] => {
    const chain: string[] = [];
    for (let at: string | undefined = start; at !== undefined && !seen.has(at); at = gives.get(at)) {
      seen.add(at);
      chain.push(at);
    }
    return chain;
  };
  const open = [...gives.keys()]
    .filter((f) => !from.has(f))
    .map(walk)
    .filter((c) => c.length > 1);
  const rings = [...gives.keys()]
    .filter((f) => !seen.has(f))
    .map((f) => [...walk(f), f])
    .filter((c) => c.length > 2);
  return [...open, ...rings].map((c) => c.join(" → "));
}

/** What every thickness that is in stock would leave at one valve, nearest to the aim first. */
export function whatEachLeaves(
  p: Position,
  thicknessesMm: readonly number[],
): { readonly thicknessMm: number; readonly lashMm: number; readonly fits: boolean }[] {
  return [...new Set(thicknessesMm)]
    .map((thicknessMm) => {
      const lashMm = lashWithMm(p.fittedMm, middle(p.lashMm), thicknessMm);
      return { thicknessMm, lashMm, fits: lashMm >= p.lowMm - 1e-9 && lashMm <= p.highMm + 1e-9 };
    })
    .sort((a, b) => Math.abs(a.lashMm - p.aimMm) - Math.abs(b.lashMm - p.aimMm));
}

export const wantedMm = (p: Position): number => newThicknessMm(p.fittedMm, middle(p.lashMm), p.aimMm);

/** Whether a part leaves the lash in its band whatever the reading and the marks leave open. */
export function surelyIn(
  p: Position,
  { lowMm, highMm }: { readonly lowMm: number; readonly highMm: number },
  thicknessMm: number,
  fittedByMark: boolean,
  partByMark: boolean,
): boolean {
  const around = (mm: number, byMark: boolean): Interval =>
    interval(mm - (byMark ? MARK_WITHIN_MM : 0), mm + (byMark ? MARK_WITHIN_MM : 0));
  const { lo, hi } = lashWithin(around(p.fittedMm, fittedByMark), p.lashMm, around(thicknessMm, partByMark));
  return lo >= lowMm - 1e-9 && hi <= highMm + 1e-9;
}

/** What a plan and a share of one have in common. */
export type SharePlan = Pick<ShimPlan, "picks" | "unserved" | "leftOver">;

/** Valves that would stand without any part: none is here for them, and their own serves elsewhere. */
export function leftOpen({ picks, unserved }: SharePlan): string[] {
  const given = new Set(picks.filter((p) => p.source === "moved").map((p) => p.from));
  return unserved.map((u) => u.position).filter((p) => given.has(p));
}

/** The buying list: how many of each size, thinnest first. */
export function buyingList({ picks }: SharePlan, catalogue: readonly CatalogueItem[]): OrderLine[] {
  const counts = new Map<string, number>();
  for (const p of picks) if (p.source === "buy") counts.set(p.from, (counts.get(p.from) ?? 0) + 1);
  return catalogue
    .flatMap(({ sku, kind, diameterMm, thicknessMm, price }) => {
      const quantity = counts.get(sku);
      return quantity === undefined ? [] : [{ sku, kind, diameterMm, thicknessMm, quantity, price }];
    })
    .sort((a, b) => a.thicknessMm - b.thicknessMm);
}
