/** Where opener and closer of a positively closed valve stand, folded from what was done there. Lengths in mm. */
import {
  type PositiveClosing,
  type PositiveClosingProblem,
  isSolved,
  positiveClosing,
} from "../../../shims/positiveClosing";
import { type Felt, isRight, tooThickMm } from "../../../shims/tries";
import type { LedgerValveEntry, LoadedGapEntry, ReadingEntry } from "../../ledger/entry";
import { type ReadBetween, middleOf } from "../../ledger/readings";
import type { ValveState } from "../../state/state";
import type { OpenerCloserPlan } from "./plan";

/** A closer that was tried: what was felt with it. */
export interface CloserTry {
  /** Null while nobody measured the closer that was found. */
  readonly closerMm: number | null;
  readonly felt: Felt;
  /** How the collets went in, as it was said; null when nothing was. */
  readonly collets: string | null;
}

/** What they want next: its opener gap read again, the loaded gap, other parts, to be felt, or nothing more. */
export type OpenerCloserStage = "read" | "load" | "parts" | "feel" | "right";

export interface ValveOpenerCloser {
  /** What is in there now, in mm; null while nobody measured it. */
  readonly openerMm: number | null;
  readonly closerMm: number | null;
  /** The loaded gap since parts were last changed; null when it was not read. */
  readonly loaded: LoadedGapEntry | null;
  readonly felt: Felt | null;
  readonly tries: readonly CloserTry[];
  /** Whether the opener gap is in its band; null while it was not read since parts were changed. */
  readonly opener: "in" | "out" | null;
  readonly stage: OpenerCloserStage;
}

/** Folds what was done at a valve, in order. `inBand` tells whether a reading of the opener gap lies in its band. */
export function openerCloserAt(
  plan: OpenerCloserPlan,
  valve: string,
  work: readonly LedgerValveEntry[],
  inBand: (reading: ReadingEntry) => boolean,
): ValveOpenerCloser {
  let openerMm = plan.fittedMm[valve]?.openerMm ?? null;
  let closerMm = plan.fittedMm[valve]?.closerMm ?? null;
  let since: Known = { read: null, loaded: null, felt: null, changed: false };
  let collets: string | null = null;
  const tries: CloserTry[] = [];
  for (const e of work) {
    if (e.kind === "reading") since = { ...since, read: e };
    if (e.kind === "loaded-gap") since = { ...since, loaded: e };
    if (e.kind === "fitted") {
      if (e.part === "closer") [closerMm, collets] = [e.lengthMm, e.collets];
      else openerMm = e.lengthMm;
      // Said with the part that goes in: what the one was that came out.
      const first = tries[0];
      if (e.part === "closer" && tries.length === 1 && first?.closerMm === null)
        tries[0] = { ...first, closerMm: e.fromMm };
      since = { read: null, loaded: null, felt: null, changed: true };
    }
    if (e.kind === "closer-felt") {
      since = { ...since, felt: e.felt };
      tries.push({ closerMm, felt: e.felt, collets });
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
  readonly loaded: LoadedGapEntry | null;
  readonly felt: Felt | null;
  /** Parts were changed in this job. */
  readonly changed: boolean;
}

function stageOf(
  plan: OpenerCloserPlan,
  { read, loaded, felt, changed }: Known,
  opener: ValveOpenerCloser["opener"],
): OpenerCloserStage {
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
export const closerGapMm = (last: ReadBetween, loaded: ReadBetween): number => middleOf(loaded) - middleOf(last);

export interface OpenerCloserAdvice {
  readonly solved: PositiveClosing | PositiveClosingProblem | null;
  /** What to fit; null where it stays. */
  readonly openerMm: number | null;
  readonly closerMm: number | null;
}

/** What came out, as it was just measured; null where it was not. */
export interface MeasuredOut {
  readonly openerMm: number | null;
  readonly closerMm: number | null;
}

/** What to fit: the opener where its gap is out, the closer by its gap or by what was felt. `read` is the last opener gap. */
export function adviseParts(
  plan: OpenerCloserPlan,
  own: ValveOpenerCloser,
  nominalMm: number,
  read: ReadingEntry,
  out: MeasuredOut,
  biasMm: number,
): OpenerCloserAdvice {
  const opener = out.openerMm ?? own.openerMm;
  const closer = out.closerMm ?? own.closerMm;
  const openerMm = opener === null || own.opener !== "out" ? null : opener + middleOf(read) - nominalMm;
  const thick = own.felt === null ? null : tooThickMm(own.felt);
  if (thick !== null)
    return {
      solved: null,
      openerMm,
      closerMm: closer === null || isRight(own.felt ?? "drag") ? null : closer - thick,
    };
  if (own.loaded === null || closer === null) return { solved: null, openerMm, closerMm: null };
  // The closer follows from both gaps alone: an opener that nobody measured is no reason to wait.
  const solved = positiveClosing({
    opener: { fittedMm: opener ?? 0, gapMm: read.goes.mm === 0 ? 0 : middleOf(read), aimMm: nominalMm },
    closer: { fittedMm: closer, loadedGapMm: middleOf(own.loaded), aimMm: plan.closerAimMm },
    biasMm,
  });
  if (!isSolved(solved)) return { solved, openerMm: null, closerMm: null };
  const stays = solved.closerGapMm <= plan.closerHighMm + EPS_MM && own.felt !== "movement";
  return { solved, openerMm, closerMm: stays ? null : solved.firstStepMm };
}

/** What a job on positively closed valves keeps at a valve. The valve must be of such a job. */
export const openerCloserOf = ({ own }: Pick<ValveState, "own">): ValveOpenerCloser => own as ValveOpenerCloser;
