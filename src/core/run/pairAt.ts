/** Where the pair of a positively closed valve stands, folded from what was done there. */
import {
  type PositiveClosing,
  type PositiveClosingProblem,
  isSolved,
  positiveClosing,
} from "../shims/positiveClosing";
import { type Felt, isRight, tooThickMm } from "../shims/tries";
import type { LoadedEntry, ReadingEntry, ValveWork } from "./entry";
import { middleOf } from "./job";
import type { ClosingPlan } from "./plans";

/** A closer that was tried: what was felt with it. */
export interface CloserTry {
  /** Null while nobody measured the closer that was found. */
  readonly closerMm: number | null;
  readonly felt: Felt;
  /** How the half-rings went in, as it was said; null when nothing was. */
  readonly rings: string | null;
}

/** What the pair wants next: its opener gap read again, the loaded gap, other parts, to be felt, or nothing more. */
export type PairStage = "read" | "load" | "parts" | "feel" | "right";

export interface ValvePair {
  /** What is in there now, in mm; null while nobody measured it. */
  readonly openerMm: number | null;
  readonly closerMm: number | null;
  /** The loaded gap since parts were last changed; null when it was not read. */
  readonly loaded: LoadedEntry | null;
  readonly felt: Felt | null;
  readonly tries: readonly CloserTry[];
  /** Whether the opener gap is in its band; null while it was not read since parts were changed. */
  readonly opener: "in" | "out" | null;
  readonly stage: PairStage;
}

/** Folds what was done at a valve, in order. `inBand` tells whether a reading of the opener gap lies in its band. */
export function pairAt(
  plan: ClosingPlan | null,
  valve: string,
  work: readonly ValveWork[],
  inBand: (reading: ReadingEntry) => boolean,
): ValvePair | null {
  if (plan === null) return null;
  let openerMm = plan.fittedMm[valve]?.openerMm ?? null;
  let closerMm = plan.fittedMm[valve]?.closerMm ?? null;
  let since: Known = { read: null, loaded: null, felt: null, changed: false };
  let rings: string | null = null;
  const tries: CloserTry[] = [];
  for (const e of work) {
    if (e.kind === "reading") since = { ...since, read: e };
    if (e.kind === "loaded") since = { ...since, loaded: e };
    if (e.kind === "fitted") {
      if (e.part === "closer") [closerMm, rings] = [e.lengthMm, e.rings];
      else openerMm = e.lengthMm;
      // Said with the part that goes in: what the one was that came out.
      const first = tries[0];
      if (e.part === "closer" && tries.length === 1 && first?.closerMm === null)
        tries[0] = { ...first, closerMm: e.fromMm };
      since = { read: null, loaded: null, felt: null, changed: true };
    }
    if (e.kind === "tried") {
      since = { ...since, felt: e.felt };
      tries.push({ closerMm, felt: e.felt, rings });
    }
  }
  const opener = since.read === null ? null : inBand(since.read) ? ("in" as const) : ("out" as const);
  return {
    openerMm,
    closerMm,
    loaded: since.loaded,
    felt: since.felt,
    tries,
    opener,
    stage: stageOf(plan, since, opener),
  };
}

/** What is known since parts were last changed. */
interface Known {
  readonly read: ReadingEntry | null;
  readonly loaded: LoadedEntry | null;
  readonly felt: Felt | null;
  /** Parts were changed in this job. */
  readonly changed: boolean;
}

function stageOf(plan: ClosingPlan, { read, loaded, felt, changed }: Known, opener: ValvePair["opener"]): PairStage {
  // With no opener gap the loaded gap means nothing: a thinner opener comes first.
  if (read?.goes.mm === 0) return "parts";
  if (felt === null) {
    if (changed) return "feel";
    if (loaded === null || read === null) return "load";
    return opener === "in" && closerGapMm(read, loaded) <= plan.closerHighMm + EPS_MM ? "feel" : "parts";
  }
  if (isRight(felt)) return opener === "out" ? "parts" : "right";
  // Too thin: by how much, both gaps tell.
  if (felt !== "movement" || loaded !== null) return "parts";
  return read === null ? "read" : "load";
}

const EPS_MM = 1e-9;

/** The closer gap by the middles of both readings. */
export const closerGapMm = (
  last: Pick<ReadingEntry, "goes" | "noGo">,
  loaded: Pick<LoadedEntry, "goes" | "noGo">,
): number => middleOf(loaded) - middleOf(last);

export interface PairAdvice {
  readonly solved: PositiveClosing | PositiveClosingProblem | null;
  /** What to fit; null where it stays. */
  readonly openerMm: number | null;
  readonly closerMm: number | null;
}

/** What came out, as it was just measured; null where it was not. */
export interface PairOut {
  readonly openerMm: number | null;
  readonly closerMm: number | null;
}

/** What to fit: the opener where its gap is out, the closer by its gap or by what was felt. `read` is the last opener gap. */
export function advisePair(
  plan: ClosingPlan,
  pair: ValvePair,
  nominalMm: number,
  read: ReadingEntry,
  out: PairOut,
  biasMm: number,
): PairAdvice {
  const opener = out.openerMm ?? pair.openerMm;
  const closer = out.closerMm ?? pair.closerMm;
  const openerMm = opener === null || pair.opener !== "out" ? null : opener + middleOf(read) - nominalMm;
  const thick = pair.felt === null ? null : tooThickMm(pair.felt);
  if (thick !== null)
    return {
      solved: null,
      openerMm,
      closerMm: closer === null || isRight(pair.felt ?? "drag") ? null : closer - thick,
    };
  if (pair.loaded === null || closer === null) return { solved: null, openerMm, closerMm: null };
  // The closer follows from both gaps alone: an opener that nobody measured is no reason to wait.
  const solved = positiveClosing({
    opener: { fittedMm: opener ?? 0, gapMm: read.goes.mm === 0 ? 0 : middleOf(read), aimMm: nominalMm },
    closer: { fittedMm: closer, loadedGapMm: middleOf(pair.loaded), aimMm: plan.closerAimMm },
    biasMm,
  });
  if (!isSolved(solved)) return { solved, openerMm: null, closerMm: null };
  const stays = solved.closerGapMm <= plan.closerHighMm + EPS_MM && pair.felt !== "movement";
  return { solved, openerMm, closerMm: stays ? null : solved.firstStepMm };
}
