/**
 * Which leaf to try next.
 *
 * The leaves and stacks of a set cut the possible lash into cells. Each cell would be judged in,
 * tight, loose or undecided; only the cuts between different judgements are worth a try. The cut
 * offered is the one that needs the fewest further tries at worst, and of those the one nearest
 * to where the lash is expected.
 */
import { MM_PER_INCH, asStamped } from "../units/length";
import { judgeInterval, type Verdict } from "./judge";
import { type School, firstLeaf } from "./school";
import type { LashSpec } from "./spec";

/** One leaf, or several together; `indices` point into the set, thickest first. */
export interface Stack {
  readonly thicknessMm: number;
  readonly indices: readonly number[];
}

export type LeafAdvice =
  | { readonly decided: true; readonly verdict: Exclude<Verdict, "undecided"> }
  | { readonly decided: false; readonly try: Stack }
  | { readonly decided: false; readonly try: null; readonly why: string };

export const MAX_STACK = 3;

/** Thicknesses nearer than this are one thickness: a hundredth of the thinnest difference of a set. */
const SAME_MM = 1e-7;

/**
 * Every thickness that the set can make with up to `maxStack` leaves, rising. Where several stacks
 * make the same, the one with fewest leaves stays, then the one with the thickest leaf.
 * @throws RangeError when maxStack is not 1, 2 or 3.
 */
export function stacksOf(leavesMm: readonly number[], maxStack: number = MAX_STACK): Stack[] {
  if (![1, 2, 3].includes(maxStack))
    throw new RangeError(`stacksOf: maxStack must be 1 to ${MAX_STACK}: ${maxStack}`);
  const order = leavesMm.map((_, i) => i).sort((a, b) => (leavesMm[b] ?? 0) - (leavesMm[a] ?? 0));
  const all: Stack[] = [];
  const grow = (from: number, picked: readonly number[], mm: number): void => {
    if (picked.length > 0) all.push({ thicknessMm: mm, indices: picked });
    if (picked.length === maxStack) return;
    for (let i = from; i < order.length; i++) {
      const leaf = order[i] ?? 0;
      grow(i + 1, [...picked, leaf], mm + (leavesMm[leaf] ?? 0));
    }
  };
  grow(0, [], 0);
  return distinct(all);
}

function distinct(stacks: Stack[]): Stack[] {
  // A stable sort keeps the thickest-first order in which equal stacks of one size were grown.
  const sorted = stacks.sort((a, b) => a.thicknessMm - b.thicknessMm || a.indices.length - b.indices.length);
  const kept: Stack[] = [];
  for (const stack of sorted) {
    const last = kept[kept.length - 1];
    if (last === undefined || stack.thicknessMm - last.thicknessMm > SAME_MM) kept.push(stack);
    else if (stack.indices.length < last.indices.length) kept[kept.length - 1] = stack;
  }
  return kept;
}

/**
 * Advice for the next try. `goesMm` is 0 and `noGoMm` Infinity while nothing was tried on that
 * side; `expectedMm` is where the lash probably lies (nominal, or its own past). Sizes are told in `unit`.
 */
export function adviseLeaf(
  stacks: readonly Stack[],
  known: { readonly goesMm: number; readonly noGoMm: number },
  spec: LashSpec,
  expectedMm: number = spec.nominalMm,
  unit: "mm" | "in" = "mm",
): LeafAdvice {
  const now = judgeInterval(known.goesMm, known.noGoMm, spec);
  if (now !== "undecided") return { decided: true, verdict: now };
  const inside = stacks.filter(
    (s) => s.thicknessMm > known.goesMm + SAME_MM && s.thicknessMm < known.noGoMm - SAME_MM,
  );
  const ends = [known.goesMm, ...inside.map((s) => s.thicknessMm), known.noGoMm];
  const labels = ends.slice(1).map((hi, i) => judgeInterval(ends[i] ?? 0, hi, spec));
  if (labels.every((l) => l === "undecided"))
    return { decided: false, try: null, why: cannotWhy(known, inside.length, unit) };
  // A cut is worth a try where the judgement changes across it; inside[i] parts cells i and i + 1.
  const cuts = inside.filter((_, i) => labels[i] !== labels[i + 1]);
  return { decided: false, try: bestCut(cuts, expectedMm) };
}

/** With c cuts left, c + 1 outcomes stand: a cut with a on one side and b on the other costs the deeper. */
function bestCut(cuts: readonly Stack[], expectedMm: number): Stack {
  const depth = (outcomes: number): number => Math.ceil(Math.log2(outcomes));
  let best: { stack: Stack; worst: number; away: number } | null = null;
  cuts.forEach((stack, i) => {
    const worst = Math.max(depth(i + 1), depth(cuts.length - i));
    const away = Math.abs(stack.thicknessMm - expectedMm);
    const better = best === null || worst < best.worst || (worst === best.worst && away < best.away);
    if (better) best = { stack, worst, away };
  });
  if (best === null) throw new RangeError("bestCut: no cut to choose from");
  return (best as { stack: Stack }).stack;
}

function cannotWhy(known: { goesMm: number; noGoMm: number }, left: number, unit: "mm" | "in"): string {
  const size = (mm: number): string => asStamped((unit === "mm" ? mm : mm / MM_PER_INCH).toFixed(3), unit);
  const goes = size(known.goesMm);
  if (!Number.isFinite(known.noGoMm))
    return `This set has no leaf or stack over ${goes} ${unit}: take a thicker set.`;
  const there = `${known.goesMm === 0 ? "below" : `between ${goes} and`} ${size(known.noGoMm)} ${unit}`;
  return left === 0
    ? `This set has nothing ${there}, not even stacked.`
    : `What this set has ${there} can't tell whether the lash is in spec.`;
}

/** A leaf this near stands for the aim; past it a stack is looked for, and past the second nothing stands for it (assumed). */
const NEAR_AIM_MM = 0.011;
const FAR_FROM_AIM_MM = 0.03;

/**
 * What lies in the gap while it is set to `aimMm`: the nearest leaf, two together where those are clearly nearer, and
 * one leaf over the aim in the overshoot school. Null where the set has nothing near. `leavesMm` rise.
 */
export function leafForAim(
  stacks: readonly Stack[],
  leavesMm: readonly number[],
  aimMm: number,
  school: School,
): Stack | null {
  const off = ({ thicknessMm }: Stack): number => Math.abs(thicknessMm - aimMm);
  const first = firstLeaf(leavesMm, aimMm, school);
  if (first === null) return null;
  const single: Stack = { thicknessMm: leavesMm[first] ?? 0, indices: [first] };
  if (school === "overshoot" || off(single) <= NEAR_AIM_MM) return single;
  const nearest = stacks
    .filter((s) => s.indices.length === 2)
    .reduce((best, s) => (off(s) < off(best) - 1e-6 ? s : best), single);
  return off(nearest) <= FAR_FROM_AIM_MM ? nearest : null;
}

/** Past the thickest leaf that goes: the thinnest stack a fifth thicker, else the thickest there is; null where none is. */
export function stackBeyond(stacks: readonly Stack[], goesMm: number): Stack | null {
  const over = stacks.filter((s) => s.indices.length > 1 && s.thicknessMm > goesMm + SAME_MM);
  return over.find((s) => s.thicknessMm >= goesMm * 1.2) ?? over.at(-1) ?? null;
}

/**
 * Which of `count` leaves in doubt to try next, counted from the end that is known; the lash lies beside any of them or
 * between two. The nearest one first, since most lash is only just out, as long as the halves that follow still end
 * within `triesLeft` tries; never more than halving needs where that is less.
 * @throws RangeError when nothing is in doubt.
 */
export function leafInDoubt(count: number, triesLeft: number): number {
  if (count < 1) throw new RangeError("leafInDoubt: no leaf is in doubt");
  const after = Math.max(Math.ceil(Math.log2(count + 1)), triesLeft) - 1;
  return Math.max(0, count - 2 ** after);
}

/** The tries that finding the end among `count` leaves may take: halving, and one for the nearest first. */
export const triesFor = (count: number): number => (count === 0 ? 0 : Math.ceil(Math.log2(count)) + 1);
