/** What was typed of the parts that came out, and what follows from it. Pure. */
import { type Micrometer, trueThicknessMm } from "@/core/parts/micrometer";
import { type ShimPlan, type Position, middle } from "@/core/shims/assign";
import { MARK_WITHIN_MM, lashWithMm, lashWithin, newThicknessMm } from "@/core/shims/oneValve";
import { type Interval, interval } from "@/core/units/interval";
import { parseLength } from "@/core/units/length";

export type Typed = Readonly<Record<string, string>>;

/** What is wrong with a thickness, or null; nothing typed is nothing wrong. */
export function thicknessProblem(text: string): string | null {
  if (text.trim() === "") return null;
  const length = parseLength(text);
  return length === null || length.mm <= 0 || length.mm > 50 ? `"${text}" is not a thickness: write it like 2.65.` : null;
}

/** True thicknesses by valve, of those that make sense. */
export function fittedOf(typed: Typed, micrometer: Micrometer | null): Record<string, number> {
  return Object.fromEntries(Object.entries(typed).flatMap(([valve, text]) => {
    const length = thicknessProblem(text) === null ? parseLength(text) : null;
    return length === null ? [] : [[valve, micrometer === null ? length.mm : trueThicknessMm(length.mm, micrometer)]];
  }));
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
  const open = [...gives.keys()].filter((f) => !from.has(f)).map(walk).filter((c) => c.length > 1);
  const rings = [...gives.keys()].filter((f) => !seen.has(f)).map((f) => [...walk(f), f]).filter((c) => c.length > 2);
  return [...open, ...rings].map((c) => c.join(" → "));
}

/** What every thickness that lies in the drawers would leave at one valve, nearest to the aim first. */
export function whatEachLeaves(p: Position, thicknessesMm: readonly number[]): { readonly thicknessMm: number; readonly lashMm: number; readonly fits: boolean }[] {
  return [...new Set(thicknessesMm)]
    .map((thicknessMm) => {
      const lashMm = lashWithMm(p.fittedMm, middle(p.lashMm), thicknessMm);
      return { thicknessMm, lashMm, fits: lashMm >= p.lowMm - 1e-9 && lashMm <= p.highMm + 1e-9 };
    })
    .sort((a, b) => Math.abs(a.lashMm - p.aimMm) - Math.abs(b.lashMm - p.aimMm));
}

export const wantedMm = (p: Position): number => newThicknessMm(p.fittedMm, middle(p.lashMm), p.aimMm);

/** Whether a part leaves the lash in its band whatever the reading and the marks leave open. */
export function surelyIn(p: Position, thicknessMm: number, fittedByMark: boolean, partByMark: boolean): boolean {
  const around = (mm: number, byMark: boolean): Interval => interval(mm - (byMark ? MARK_WITHIN_MM : 0), mm + (byMark ? MARK_WITHIN_MM : 0));
  const { lo, hi } = lashWithin(around(p.fittedMm, fittedByMark), p.lashMm, around(thicknessMm, partByMark));
  return lo >= p.lowMm - 1e-9 && hi <= p.highMm + 1e-9;
}
