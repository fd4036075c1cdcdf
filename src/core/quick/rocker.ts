/** Where a rocker's tip goes, and which pushrod (or shim under its stand) is right: from what is typed, with no engine. */
import { type Fit, LEAST_WIDTHS, type MeasuredWidth, fitWidths } from "../geometry/fit";
import {
  type LengthTried,
  type StudRocker,
  bestLength,
  idealLengthMm,
  raiseMm,
  soldAround,
  tryLength,
} from "../geometry/pushrod";
import { type RockerArm, type Sweep, bestPivotMm, leastSweepMm, sweepOf } from "../geometry/sweep";
import { MM_PER_INCH, parseLength } from "../units/length";
import { type Problems, RATIO_WRONG, readAtLeast, readLength, readRatio } from "./typed";

/** So many pushrods with the widths of their patches can be typed. */
export const WIDTH_ROWS = [1, 2, 3, 4, 5] as const;
type WidthField = `length${(typeof WIDTH_ROWS)[number]}` | `width${(typeof WIDTH_ROWS)[number]}`;

export interface TypedRocker extends Readonly<Record<WidthField, string>> {
  readonly mount: string;
  readonly lift: string;
  readonly radius: string;
  /** From the pivot to the center of the roller; may be left out with three widths. */
  readonly arm: string;
  readonly ratio: string;
  readonly fitted: string;
  /** Over the closed valve's tip; left out where widths tell it. */
  readonly pivot: string;
  /** The valve's stem, for the edges of its tip. */
  readonly stem: string;
  /** The middle of the patch from the middle of the tip with the fitted pushrod, away from the pivot. */
  readonly offset: string;
  /** The steps in which pushrods, or shims for stands, are sold. */
  readonly step: string;
}

/** Before anything is typed. */
export const NOTHING_TYPED = {
  mount: "stud",
  lift: "",
  radius: "",
  arm: "",
  ratio: "",
  fitted: "",
  pivot: "",
  stem: "",
  offset: "",
  step: "1 mm",
  length1: "",
  width1: "",
  length2: "",
  width2: "",
  length3: "",
  width3: "",
  length4: "",
  width4: "",
  length5: "",
  width5: "",
} satisfies TypedRocker;

export interface RockerAnswer {
  readonly arm: RockerArm;
  readonly pivotAboveMm: number;
  readonly sweep: Sweep;
  readonly leastMm: number;
  readonly bestPivotMm: number;
  /** Null on a shaft. */
  readonly stud: {
    readonly rocker: StudRocker;
    readonly idealMm: number;
    readonly sold: readonly LengthTried[];
    /** The best that can be bought; null where none is in reach. */
    readonly order: LengthTried | null;
  } | null;
  /** By how much stands are raised; null on a stud. */
  readonly raiseMm: number | null;
  readonly measured: readonly MeasuredWidth[];
  readonly fit: Fit | null;
  readonly stemMm: number | null;
  readonly offsetMm: number | null;
  /** In what the pushrod (on a shaft: the lift) was typed: all that is told of it is told so. */
  readonly unit: "mm" | "in";
}

/** Of a pushrod: sold by 0.050 in or by 1 mm. */
export const SOLD_STEPS = { "0.050 in": 0.05 * MM_PER_INCH, "1 mm": 1 } as const;

export interface QuickRocker {
  /** Null and no problem while something is not typed yet. */
  readonly answer: RockerAnswer | null;
  readonly problems: Problems<keyof TypedRocker>;
}

type Found = { -readonly [F in keyof TypedRocker]?: string };

export function quickRocker(typed: TypedRocker): QuickRocker {
  const problems: Found = {};
  const length = (field: keyof TypedRocker, like: string, leastMm = 0.1): number | null => {
    const read = readAtLeast(typed[field], like, leastMm, `That is too small: write it like ${like}.`);
    if (read.why !== null) problems[field] = read.why;
    return read.length?.mm ?? null;
  };
  const signed = (field: "pivot" | "offset"): number | null => {
    const read = readLength(typed[field], "-5 mm");
    if (read.why !== null) problems[field] = read.why;
    return read.length?.mm ?? null;
  };
  const onStud = typed.mount !== "shaft";
  const [lift, armGiven] = [length("lift", "14 mm"), length("arm", "42 mm", 5)];
  const radius = length("radius", "8 mm", 0);
  const [pivot, offset, stem] = [signed("pivot"), signed("offset"), length("stem", "8 mm", 3)];
  const [fitted, ratio] = onStud ? [length("fitted", "200 mm", 20), readRatio(typed.ratio)] : [null, NaN];
  if (ratio === null) problems.ratio = RATIO_WRONG;
  const measured = onStud ? widthsOf(length) : [];
  if (measured.length > 0 && measured.length < LEAST_WIDTHS && pivot === null)
    problems[`width${WIDTH_ROWS[measured.length] ?? 3}`] =
      "Three widths or more, with three pushrods, tell the geometry.";
  const enough = measured.length >= LEAST_WIDTHS;
  if (enough && pivot !== null) problems.pivot = "Leave it empty: the widths tell it.";
  const waits = { answer: null, problems };
  if (Object.keys(problems).length > 0 || lift === null || radius === null) return waits;
  const typedIn = parseLength(onStud ? typed.fitted : typed.lift)?.unit;
  const unit = typedIn === undefined || typedIn === "mm" ? ("mm" as const) : ("in" as const);
  const onlyRead = { liftMm: lift, tipRadiusMm: radius, stemMm: stem, offsetMm: offset, measured, unit };
  if (!onStud) {
    if (armGiven === null || pivot === null) return waits;
    return told({ ...onlyRead, armMm: armGiven, pivotAboveMm: pivot, fit: null }, null, problems);
  }
  if (fitted === null || ratio === null || Number.isNaN(ratio)) return waits;
  const fit = enough
    ? fitWidths({ measured, tipRadiusMm: radius, liftMm: lift, ratio, fittedMm: fitted, armMm: armGiven })
    : null;
  if (enough && fit === null) problems.arm = "No arm of such a length reaches the valve with all of these pushrods.";
  const [armMm, pivotAboveMm] = [fit?.armMm ?? armGiven, fit?.pivotAboveMm ?? pivot];
  if (armMm === null || pivotAboveMm === null) return waits;
  const stepMm = SOLD_STEPS[typed.step as keyof typeof SOLD_STEPS] ?? SOLD_STEPS["1 mm"];
  return told({ ...onlyRead, armMm, pivotAboveMm, fit }, { ratio, fittedMm: fitted, stepMm }, problems);
}

/** Rows of which both figures are there. */
function widthsOf(length: (field: WidthField, like: string, leastMm?: number) => number | null): MeasuredWidth[] {
  const rows = WIDTH_ROWS.flatMap((n) => {
    const [lengthMm, sweepMm] = [length(`length${n}`, "200 mm", 20), length(`width${n}`, "1.5 mm", 0)];
    return lengthMm === null || sweepMm === null ? [] : [{ lengthMm, sweepMm }];
  });
  return rows.filter((r, i) => rows.findIndex((o) => o.lengthMm === r.lengthMm) === i);
}

type Read = RockerArm & Pick<RockerAnswer, "pivotAboveMm" | "fit" | "stemMm" | "offsetMm" | "measured" | "unit">;

function told(
  { pivotAboveMm, fit, stemMm, offsetMm, measured, unit, ...arm }: Read,
  stud: { readonly ratio: number; readonly fittedMm: number; readonly stepMm: number } | null,
  problems: Found,
): QuickRocker {
  const [sweep, leastMm] = [sweepOf(arm, pivotAboveMm), leastSweepMm(arm)];
  if (sweep === null || leastMm === null) {
    problems.arm = "The arm does not reach the valve's tip at every lift: look at arm, lift and pivot again.";
    return { answer: null, problems };
  }
  const answer = {
    arm,
    pivotAboveMm,
    sweep,
    leastMm,
    bestPivotMm: bestPivotMm(arm),
    measured,
    fit,
    stemMm,
    offsetMm,
    unit,
  };
  if (stud === null)
    return { answer: { ...answer, stud: null, raiseMm: raiseMm({ ...arm, pivotAboveMm }) }, problems };
  const rocker = { ...arm, pivotAboveMm, ...stud };
  const idealMm = idealLengthMm(rocker);
  const sold = soldAround(idealMm, stud.stepMm).map((mm) => tryLength(rocker, mm));
  return { answer: { ...answer, raiseMm: null, stud: { rocker, idealMm, sold, order: bestLength(sold) } }, problems };
}

/** Nearer to the edge of the tip than this the patch must not come (assumed, as is usual). */
export const EDGE_MM = 1;

/**
 * How much of the tip is left beside the patch, on the side where less is; null where its place is not known.
 * `offsetMm` is that of the middle of `was`, away from the pivot; the patch of `now` lies otherwise.
 */
export function edgeLeftMm(
  { stemMm, offsetMm }: Pick<RockerAnswer, "stemMm" | "offsetMm">,
  was: Sweep,
  now: Sweep,
): number | null {
  if (stemMm === null || offsetMm === null) return null;
  const middle = offsetMm + middleOf(now) - middleOf(was);
  return stemMm / 2 - Math.abs(middle) - now.sweepMm / 2;
}

/** The middle of the patch, from the pivot. */
export const middleOf = ({ widestMm, sweepMm }: Sweep): number => widestMm - sweepMm / 2;
