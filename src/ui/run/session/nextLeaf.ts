/** Which single leaf is tried next where the advice of two leaves does not say: by feel, and for how far out it is. Pure. */
import { leafInDoubt, triesFor } from "@/core/lash/leaf";
import { firstLeaf } from "@/core/lash/school";
import type { LashSpec } from "@/core/lash/spec";
import { type InHand, NONE_KEY, type Tap, type Taps, bladeOfKey } from "../../leaves/taps";

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
  if (taps[NONE_KEY] !== undefined) return null;
  const leaves = set.leaves.map((l) => l.mm);
  const tried = Object.entries(taps).flatMap(([key, tap]) => {
    const blade = bladeOfKey(key, set);
    return blade === null ? [] : [{ mm: blade.mm, tap }];
  });
  const of = (which: Tap): number[] => tried.flatMap(({ mm, tap }) => (tap === which ? [mm] : []));
  const [goesMm, noGoMm] = [Math.max(0, ...of("goes")), Math.min(Infinity, ...of("no"))];
  const doubt = leaves.flatMap((mm, i) => (mm > goesMm + SAME_MM && mm < noGoMm - SAME_MM ? [i] : []));
  if (doubt.length === 0) return null;
  // Beyond the one that told loose or tight, each try counts.
  const over = Math.min(Infinity, ...of("goes").filter((mm) => mm > highMm));
  const under = Math.max(-Infinity, ...of("no").filter((mm) => mm <= lowMm));
  const beyond = (mm: number): boolean => (Number.isFinite(over) ? mm > over + SAME_MM : mm < under - SAME_MM);
  const left = triesFor(leaves.filter(beyond).length) - tried.filter(({ mm }) => beyond(mm)).length;
  const step = leafInDoubt(doubt.length, left);
  return String(doubt[goesMm > 0 ? step : doubt.length - 1 - step] ?? "");
}

/** Nearer than any two leaves. */
const SAME_MM = 1e-6;

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
