/** What was tapped on the leaves or held from the gauge, and the reading that it makes. Pure. */
import { type LeafAdvice, type Stack, adviseLeaf, stacksOf } from "@/core/lash/leaf";
import { type Verdict, judge } from "@/core/lash/judge";
import { readingProblem, startMm } from "@/core/lash/reading";
import { type School, dragLash } from "@/core/lash/school";
import type { LashSpec } from "@/core/lash/spec";
import type { LeafMark } from "@/core/job/ledger/fields";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import { verdictOf } from "@/core/job/ledger/readings";
import { type FeelerSet, stackText } from "@/core/shop/feelerSet";
import { showLength } from "@/core/units/length";

/** A leaf or stack of the set, as it stands on the strip. Index -1 stands for "no leaf goes". */
export interface Blade {
  readonly key: string;
  readonly mm: number;
  readonly text: string;
  readonly indices: readonly number[];
}

export type Tap = "goes" | "no" | "drag";
/** Taps by blade key. */
export type Taps = Readonly<Record<string, Tap>>;

/** A value that was held from the gauge, with how sure it is. */
export interface Held {
  readonly mm: number;
  readonly withinMm: number;
  readonly text: string;
  readonly instrument: string;
}

export const NONE_KEY = "none";

export const bladeOf = (stack: Stack, set: FeelerSet): Blade => ({
  key: keyOf(stack.indices),
  mm: stack.thicknessMm,
  text: stackText(
    stack.indices.flatMap((i) => set.leaves[i] ?? []),
    set.system,
  ),
  indices: stack.indices,
});

const keyOf = (indices: readonly number[]): string => [...indices].sort((a, b) => a - b).join("+");

/** The single leaves of a set, thinnest first. */
export const singleBlades = (set: FeelerSet): Blade[] =>
  set.leaves.map((leaf, i) => bladeOf({ thicknessMm: leaf.mm, indices: [i] }, set));

/** The blade of a key of {@link Taps}; null for "no leaf goes" and for keys of another set. */
export function bladeOfKey(key: string, set: FeelerSet): Blade | null {
  const indices = key.split("+").map(Number);
  if (indices.some((i) => set.leaves[i] === undefined)) return null;
  return bladeOf({ thicknessMm: indices.reduce((sum, i) => sum + (set.leaves[i]?.mm ?? 0), 0), indices }, set);
}

/** A reading with both its ends: it may be kept, and a turn worked out from it. */
export type WholeReading = Pick<ReadingEntry, "goes" | "noGo" | "school" | "value" | "instrument"> & {
  readonly fromMm: number;
};

export interface TappedReading {
  readonly goes: LeafMark | null;
  readonly noGo: LeafMark | null;
  /** What contradicts, in a sentence. */
  readonly problem: string | null;
  readonly verdict: Verdict;
  readonly advice: LeafAdvice;
  readonly whole: WholeReading | null;
}

/** What is being read now: the taps and what they come to. */
export interface Reading {
  readonly taps: Taps;
  readonly tapped: TappedReading;
}

export interface InHand {
  readonly set: FeelerSet;
  readonly stacks: readonly Stack[];
  readonly school: School;
  /** The set's name when it is not the job's own. */
  readonly instrument: string | null;
}

/** Reads the taps: the leaf that drags, else the thickest that goes and the thinnest that does not. */
export function readTaps(taps: Taps, held: Held | null, hand: InHand, spec: LashSpec): TappedReading {
  if (held !== null) return fromGauge(held, hand, spec);
  const tapped = tappedOf(taps, hand.set);
  const dragging = tapped.find((t) => t.tap === "drag")?.blade;
  return dragging === undefined ? fromTwoLeaves(taps, tapped, hand, spec) : fromDrag(dragging, hand, spec);
}

/** What two leaves of a set come to, where no spec judges them. */
export function pairOf(taps: Taps, set: FeelerSet): Pick<TappedReading, "goes" | "noGo" | "problem"> {
  return twoLeaves(taps, tappedOf(taps, set), set, -Infinity);
}

const tappedOf = (taps: Taps, set: FeelerSet): Tapped =>
  Object.entries(taps).flatMap(([key, tap]) => {
    const blade = bladeOfKey(key, set);
    return blade === null ? [] : [{ blade, tap }];
  });

type Tapped = readonly { readonly blade: Blade; readonly tap: Tap }[];

/**
 * The thickest that goes and the thinnest that does not. Where the thinnest does not go, none does: taken for said only
 * where that is surely tight, up to `shutMm`.
 */
function twoLeaves(
  taps: Taps,
  tapped: Tapped,
  set: FeelerSet,
  shutMm: number,
): Pick<TappedReading, "goes" | "noGo" | "problem"> {
  const going = tapped
    .filter((t) => t.tap === "goes")
    .map((t) => t.blade)
    .sort((a, b) => b.mm - a.mm);
  const refusing = tapped
    .filter((t) => t.tap === "no")
    .map((t) => t.blade)
    .sort((a, b) => a.mm - b.mm);
  const thinnest = singleBlades(set)[0];
  const shut = going.length === 0 && thinnest !== undefined && refusing[0]?.key === thinnest.key;
  const none = taps[NONE_KEY] === "goes" || (shut && thinnest.mm <= shutMm + EPS_MM);
  const goes = none && going.length === 0 ? { mm: 0, text: "no leaf" } : mark(going[0]);
  const noGo = mark(none ? thinnest : refusing[0]);
  const problem =
    none && going.length > 0
      ? `You said that no leaf goes, and that ${going[0]?.text} goes: one of the two is a slip.`
      : goes === null && noGo === null
        ? null
        : (readingProblem({ goesMm: goes?.mm ?? null, noGoMm: noGo?.mm ?? null })?.why ?? null);
  return { goes, noGo, problem };
}

function fromTwoLeaves(
  taps: Taps,
  tapped: Tapped,
  { set, stacks, instrument }: InHand,
  spec: LashSpec,
): TappedReading {
  const { goes, noGo, problem } = twoLeaves(taps, tapped, set, spec.lowMm);
  const reading = { goesMm: goes?.mm ?? null, noGoMm: noGo?.mm ?? null };
  const empty = problem !== null || (goes === null && noGo === null);
  const advice = adviseLeaf(
    stacks,
    problem === null ? { goesMm: goes?.mm ?? 0, noGoMm: noGo?.mm ?? Infinity } : NOTHING_KNOWN,
    spec,
    spec.nominalMm,
    set.system === "inch" ? "in" : "mm",
  );
  const fromMm = empty ? null : startMm(reading);
  return {
    goes,
    noGo,
    problem,
    advice,
    verdict: empty
      ? "undecided"
      : goes !== null && noGo !== null
        ? verdictOf({ goes, noGo }, spec)
        : judge(reading, spec),
    whole:
      goes === null || noGo === null || fromMm === null
        ? null
        : { goes, noGo, fromMm, school: "go-no-go", value: null, instrument },
  };
}

/** Under any leaf's tolerance, above the rounding of inches into millimetres. */
const EPS_MM = 1e-9;
const NOTHING_KNOWN = { goesMm: 0, noGoMm: Infinity };

function fromDrag(blade: Blade, { set, school, instrument }: InHand, spec: LashSpec): TappedReading {
  const felt = school === "overshoot" ? "overshoot" : "drag";
  const at = set.leaves.findIndex((l) => Math.abs(l.mm - blade.mm) < 1e-7);
  const { lo, hi } =
    at === -1
      ? { lo: blade.mm, hi: blade.mm + 1e-3 }
      : dragLash(
          set.leaves.map((l) => l.mm),
          at,
          felt,
        );
  return wholeOf(
    { mm: blade.mm, text: blade.text },
    lo,
    hi,
    felt,
    instrument,
    spec,
    set.system === "metric" ? "mm" : "in",
  );
}

const fromGauge = (held: Held, hand: InHand, spec: LashSpec): TappedReading =>
  wholeOf(
    { mm: held.mm, text: held.text },
    Math.max(0, held.mm - held.withinMm),
    held.mm + held.withinMm,
    "gauge",
    held.instrument,
    spec,
    hand.set.system === "metric" ? "mm" : "in",
  );

function wholeOf(
  value: LeafMark,
  lo: number,
  hi: number,
  school: WholeReading["school"],
  instrument: string | null,
  spec: LashSpec,
  unit: "mm" | "in",
): TappedReading {
  const goes = { mm: lo, text: lo === 0 ? "no leaf" : showLength(lo, unit) };
  const noGo = { mm: hi, text: showLength(hi, unit) };
  const verdict = judge({ goesMm: lo, noGoMm: hi }, spec);
  return {
    goes,
    noGo,
    problem: null,
    verdict,
    advice:
      verdict === "undecided"
        ? {
            decided: false,
            try: null,
            why: "That leaves it open: two leaves, one that goes and one that does not, would be surer.",
          }
        : { decided: true, verdict },
    whole: { goes, noGo, value, school, instrument, fromMm: school === "overshoot" ? (lo + hi) / 2 : value.mm },
  };
}

const mark = (blade: Blade | undefined): LeafMark | null =>
  blade === undefined ? null : { mm: blade.mm, text: blade.text };

const CYCLE: Record<"go-no-go" | "drag", readonly (Tap | null)[]> = {
  "go-no-go": [null, "goes", "no"],
  drag: [null, "drag", "no", "goes"],
};

/** Touching a blade says the next thing of it: goes, does not go, nothing; with a feel for drag, that first. */
export function tapBlade(taps: Taps, key: string, school: School): Taps {
  const { [key]: now, ...rest } = taps;
  const cycle =
    key === NONE_KEY
      ? [null, "goes" as const]
      : CYCLE[school === "go-no-go" || key.includes("+") ? "go-no-go" : "drag"];
  const next = cycle[(cycle.indexOf(now ?? null) + 1) % cycle.length] ?? null;
  return next === null ? rest : sayTap(taps, key, next);
}

/** Says one thing of one blade. Only one leaf can be the one that drags. */
export function sayTap(taps: Taps, key: string, tap: Tap): Taps {
  const { [key]: _, ...rest } = taps;
  const others = tap === "drag" ? Object.fromEntries(Object.entries(rest).filter(([, t]) => t !== "drag")) : rest;
  return { ...others, [key]: tap };
}

/** Stacks of a set; computed once per set, because a large set has thousands. */
export const stacksOfSet = (set: FeelerSet): Stack[] => stacksOf(set.leaves.map((l) => l.mm));

/** A kept reading back on the leaves, or in the gauge's field. */
export function tapsOf(reading: ReadingEntry, { stacks }: Pick<InHand, "stacks">): { taps: Taps; held: Held | null } {
  const key = (mm: number): string | null => {
    const stack = stacks.find((s) => Math.abs(s.thicknessMm - mm) < 1e-5);
    return stack === undefined ? null : keyOf(stack.indices);
  };
  const { goes, noGo, value, school, instrument } = reading;
  if (value !== null && school === "gauge")
    return {
      taps: {},
      held: { mm: value.mm, withinMm: (noGo.mm - goes.mm) / 2, text: value.text, instrument: instrument ?? "" },
    };
  if (value !== null)
    return {
      taps: Object.fromEntries([key(value.mm)].flatMap((k) => (k === null ? [] : [[k, "drag" as const]]))),
      held: null,
    };
  if (goes.mm === 0) return { taps: { [NONE_KEY]: "goes" }, held: null };
  const [going, refusing] = [key(goes.mm), key(noGo.mm)];
  return {
    taps: {
      ...(going === null ? {} : { [going]: "goes" as const }),
      ...(refusing === null ? {} : { [refusing]: "no" as const }),
    },
    held: null,
  };
}
