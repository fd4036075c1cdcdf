/** Which single leaf is tried next where the advice of two leaves does not say: by feel, and for how far out it is. Pure. */
import { leafInDoubt, triesFor } from "@/core/lash/leaf";
import { firstLeaf } from "@/core/lash/school";
import type { LashSpec } from "@/core/lash/spec";
import { type InHand, NONE_KEY, type Tap, type Taps } from "./taps";

/** The leaf to try while nothing settles it; null when the advice of two leaves holds. */
export function dragTryKey(
  taps: Taps,
  { set, school }: Pick<InHand, "set" | "school">,
  aimMm: number,
): string | null {
  if (school === "go-no-go" || Object.values(taps).includes("drag")) return null;
  const leaves = set.leaves.map((l) => l.mm);
  const { loose, tight } = endsOf(taps, leaves.length);
  if (tight - loose <= 1) return null;
  const first = firstLeaf(leaves, aimMm, school);
  if (loose === -1 && tight === leaves.length) return String(first ?? "");
  const begun = first === null ? 0 : taps[first] === "no" ? first : leaves.length - 1 - first;
  return String(inDoubt(loose, tight, triesFor(begun) - (Object.keys(taps).length - 1)));
}

/** The single leaf that narrows down where the lash ends, once more than its verdict is wanted; null when none does. */
export function narrowKey(taps: Taps, { set }: Pick<InHand, "set">, { lowMm, highMm }: LashSpec): string | null {
  const leaves = set.leaves.map((l) => l.mm);
  const { loose, tight } = endsOf(taps, leaves.length);
  if (tight - loose <= 1 || taps[NONE_KEY] !== undefined) return null;
  // Beyond the leaf that told loose or tight, each try counts.
  const edge =
    loose >= 0 && (leaves[loose] ?? 0) > highMm ? leaves.findIndex((mm, i) => mm > highMm && taps[i] === "goes") : -1;
  const below = edge === -1 ? leaves.findLastIndex((mm, i) => mm <= lowMm && taps[i] === "no") : -1;
  const tried = Object.keys(taps).map(Number);
  const left =
    edge !== -1
      ? triesFor(leaves.length - 1 - edge) - tried.filter((i) => i > edge).length
      : below !== -1
        ? triesFor(below) - tried.filter((i) => i < below).length
        : 0;
  return String(inDoubt(loose, tight, left));
}

/** The thickest single leaf that is loose, and the thinnest that does not go: -1, or one past the last, where none is. */
function endsOf(taps: Taps, count: number): { loose: number; tight: number } {
  const singles = Object.entries(taps).filter(([key]) => /^\d+$/.test(key));
  const at = (which: Tap): number[] => singles.flatMap(([key, tap]) => (tap === which ? [Number(key)] : []));
  return { loose: Math.max(-1, ...at("goes")), tight: Math.min(count, ...at("no")) };
}

/** From the end that is known: the thin one, unless only the thick one is. */
function inDoubt(loose: number, tight: number, triesLeft: number): number {
  const step = leafInDoubt(tight - loose - 1, triesLeft);
  return loose === -1 ? tight - 1 - step : loose + 1 + step;
}
