/**
 * The schools of feel, and the lash that a leaf with drag stands for.
 *
 * `go-no-go` needs no feel: the lash lies between two leaves. `drag` takes the leaf that slides with
 * light drag as the lash, give or take half the step to its neighbours in the set. `overshoot` takes
 * a leaf one step over the spec to a definite drag: the lash is a little under that leaf, taken as
 * the step below it (assumed; the trade only says that the two are nearly the same).
 */
import { type Interval, interval } from "../units/interval";

export const SCHOOLS = ["go-no-go", "drag", "overshoot"] as const;
export type School = (typeof SCHOOLS)[number];

export const SCHOOL_NAMES: Record<School, { readonly name: string; readonly note: string }> = {
  "go-no-go": {
    name: "One goes, the next does not",
    note: "The lash lies between the two. Surest without the feel for drag.",
  },
  drag: { name: "One leaf with light drag", note: "The lash is that leaf, give or take half a step of your set." },
  overshoot: {
    name: "One step over, to a definite drag",
    note: "A leaf one step over the spec drags hard: just under it, on the safe side.",
  },
};

/**
 * The lash in mm when leaf `at` of a rising set drags.
 * @throws RangeError when there is no such leaf
 */
export function dragLash(leavesMm: readonly number[], at: number, school: "drag" | "overshoot"): Interval {
  const leaf = leavesMm[at];
  if (leaf === undefined) throw new RangeError(`dragLash: no leaf ${at} in a set of ${leavesMm.length}`);
  const below = leavesMm[at - 1] ?? leaf - ((leavesMm[at + 1] ?? 2 * leaf) - leaf);
  if (school === "overshoot") return interval(Math.max(0, below), leaf);
  const above = leavesMm[at + 1] ?? leaf + (leaf - below);
  return interval(Math.max(0, (leaf + below) / 2), (leaf + above) / 2);
}

/** Which leaf to try first: the nominal's own, or the one above it for the overshoot school. */
export function firstLeaf(leavesMm: readonly number[], nominalMm: number, school: School): number | null {
  if (leavesMm.length === 0) return null;
  const over = leavesMm.findIndex((mm) => mm > nominalMm + 1e-6);
  if (school === "overshoot") return over === -1 ? leavesMm.length - 1 : over;
  const away = leavesMm.map((mm) => Math.abs(mm - nominalMm));
  return away.indexOf(Math.min(...away));
}
