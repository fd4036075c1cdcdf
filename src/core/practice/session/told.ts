/** A session once it is over: its marks and its replay, as they are shown. */
import type { PracticeAction } from "../bench/action";
import type { Frame, Session } from "./frame";
import { marksOf, type Marks } from "./marks";
import { FAULT_RULES } from "../engine/fault";
import { actionWords } from "./words";

/** What says in its own words already what was done, and is felt in no other way. */
const ONLY_DONE: ReadonlySet<PracticeAction["do"]> = new Set([
  "keep",
  "screw",
  "loosen",
  "lock",
  "tool-off",
  "part-out",
  "part-in",
  "grind",
  "thumb",
  "wait",
  "covers",
  "may-set",
  "tdc",
  "name",
]);

export interface ReplayStep extends Pick<Frame, "step" | "felt" | "truth" | "crankDeg"> {
  readonly did: string;
  /** The valve that it was done at. */
  readonly valve: string | null;
  readonly turnedDeg: number;
  readonly slips: readonly { readonly kind: string; readonly why: string }[];
}

export interface Result {
  readonly marks: Marks;
  /** What was planted; null where nothing was. */
  readonly fault: string | null;
  readonly steps: readonly ReplayStep[];
}

/** @param marks as they were made when it ended; left out, as they come out today */
export function resultOf(session: Session, marks: Marks = marksOf(session)): Result {
  const { spec, v, frames } = session;
  return {
    marks,
    fault:
      v.fault === null
        ? null
        : `${FAULT_RULES[v.fault.fault].name}${v.fault.valve === null ? "" : ` at ${v.fault.valve}`}. ${FAULT_RULES[v.fault.fault].shows}`,
    steps: frames.map((f): ReplayStep => ({
      step: f.step,
      did: actionWords(f.action, v, spec.leafUnit),
      felt: ONLY_DONE.has(f.action.do) ? "" : f.felt,
      truth: f.truth,
      crankDeg: Math.round(f.crankDeg * 10) / 10,
      valve: "valve" in f.action ? f.action.valve : null,
      turnedDeg: f.turnedDeg,
      slips: f.slips.map(({ kind, why }) => ({ kind, why })),
    })),
  };
}
