/** What was tapped on the leaves, and the reading that it makes. Pure. */
import { adviseLeaf, stacksOf, type LeafAdvice, type Stack } from "@/core/lash/leaf";
import { judge, type Verdict } from "@/core/lash/judge";
import { readingProblem, startMm } from "@/core/lash/reading";
import type { LashSpec } from "@/core/lash/spec";
import type { LeafMark } from "@/core/run/entry";
import { type FeelerSet, stackText } from "@/core/shop/feelerSet";

/** A leaf or stack of the set, as it stands on the strip. Index -1 stands for "no leaf goes". */
export interface Blade {
  readonly key: string;
  readonly mm: number;
  readonly text: string;
  readonly indices: readonly number[];
}

export type Tap = "goes" | "no";
/** Taps by blade key. */
export type Taps = Readonly<Record<string, Tap>>;

export const NONE_KEY = "none";

export const bladeOf = (stack: Stack, set: FeelerSet): Blade => ({
  key: [...stack.indices].sort((a, b) => a - b).join("+"),
  mm: stack.thicknessMm,
  text: stackText(stack.indices.flatMap((i) => set.leaves[i] ?? []), set.system),
  indices: stack.indices,
});

/** The single leaves of a set, thinnest first. */
export const singleBlades = (set: FeelerSet): Blade[] =>
  set.leaves.map((leaf, i) => bladeOf({ thicknessMm: leaf.mm, indices: [i] }, set));

/** The blade of a key of {@link Taps}; null for "no leaf goes" and for keys of another set. */
export function bladeOfKey(key: string, set: FeelerSet): Blade | null {
  const indices = key.split("+").map(Number);
  if (indices.some((i) => set.leaves[i] === undefined)) return null;
  return bladeOf({ thicknessMm: indices.reduce((sum, i) => sum + (set.leaves[i]?.mm ?? 0), 0), indices }, set);
}

export interface TappedReading {
  readonly goes: LeafMark | null;
  readonly noGo: LeafMark | null;
  /** What contradicts, in a sentence. */
  readonly problem: string | null;
  readonly verdict: Verdict;
  readonly advice: LeafAdvice;
  /** Both ends known: the reading may be kept, and a turn worked out from the middle. */
  readonly whole: { readonly goes: LeafMark; readonly noGo: LeafMark; readonly fromMm: number } | null;
}

/** Reads the taps: the thickest that goes, the thinnest that does not. */
export function readTaps(taps: Taps, set: FeelerSet, stacks: readonly Stack[], spec: LashSpec): TappedReading {
  const tapped = Object.entries(taps).flatMap(([key, tap]) => {
    const blade = bladeOfKey(key, set);
    return blade === null ? [] : [{ blade, tap }];
  });
  const going = tapped.filter((t) => t.tap === "goes").map((t) => t.blade).sort((a, b) => b.mm - a.mm);
  const refusing = tapped.filter((t) => t.tap === "no").map((t) => t.blade).sort((a, b) => a.mm - b.mm);
  const none = taps[NONE_KEY] === "goes";
  const thinnest = singleBlades(set)[0];
  const goes = none && going.length === 0 ? { mm: 0, text: "no leaf" } : mark(going[0]);
  const noGo = mark(refusing[0] ?? (none ? thinnest : undefined));
  const reading = { goesMm: goes?.mm ?? null, noGoMm: noGo?.mm ?? null };
  const problem = none && going.length > 0
    ? `You said that no leaf goes, and that ${going[0]?.text} goes: one of the two is a slip.`
    : goes === null && noGo === null ? null : (readingProblem(reading)?.why ?? null);
  const empty = problem !== null || (goes === null && noGo === null);
  const advice = adviseLeaf(stacks, problem === null ? { goesMm: goes?.mm ?? 0, noGoMm: noGo?.mm ?? Infinity } : { goesMm: 0, noGoMm: Infinity }, spec);
  const fromMm = empty ? null : startMm(reading);
  return {
    goes, noGo, problem, advice,
    verdict: empty ? "undecided" : judge(reading, spec),
    whole: goes === null || noGo === null || fromMm === null ? null : { goes, noGo, fromMm },
  };
}

const mark = (blade: Blade | undefined): LeafMark | null => (blade === undefined ? null : { mm: blade.mm, text: blade.text });

/** Touching a blade: goes, then does not go, then nothing said. */
export function tapBlade(taps: Taps, key: string): Taps {
  const { [key]: now, ...rest } = taps;
  if (now === undefined) return { ...rest, [key]: "goes" };
  return now === "goes" && key !== NONE_KEY ? { ...rest, [key]: "no" } : rest;
}

/** Stacks of a set; computed once per set, because a large set has thousands. */
export const stacksOfSet = (set: FeelerSet): Stack[] => stacksOf(set.leaves.map((l) => l.mm));
