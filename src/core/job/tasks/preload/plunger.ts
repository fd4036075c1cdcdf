/** Where the plunger of a valve stands, from what its ledger says was done since zero lash. Depths in mm. */
import type { TypedUnit } from "../../../units/typedLength";
import { judgeInterval } from "../../../lash/judge";
import { hotTravelMm, plungerTravelMm } from "../../../preload/gear";
import { type PlungerVerdict, judgePlunger, type DepthSchool } from "../../../preload/plunger";
import type { ZeroSchool } from "../../../preload/zeroLash";
import type { JobValve } from "../../job";
import type { LedgerValveEntry, ReadingEntry, ZeroedEntry } from "../../ledger/entry";
import type { JobState, ValveState } from "../../state/state";
import type { PreloadPlan } from "./plan";
import type { PreloadTask } from "./task";

type PreloadState = JobState<ValvePreload | null>;
type Lifter = ValveState<ValvePreload | null>;

/** Turns are kept to a millionth. */
const TURN_EPS = 1e-6;

export interface ValvePreload {
  /** How zero lash was found; null where only wires were held to the plunger. */
  readonly school: ZeroSchool | null;
  /** Turns past zero lash. */
  readonly turns: number;
  /** Depth of the plunger as it was counted; null where only wires were held to it. */
  readonly coldMm: number | null;
  /** The same once heat has opened the gap. */
  readonly hotMm: number | null;
  /** The other school on the same valve, in turns from its zero; null when it was not tried. */
  readonly apartTurns: number | null;
  /** By how many turns it came out to zero lash as it was found; null when they were not counted. */
  readonly foundTurns: number | null;
  /** How deep it stood then. */
  readonly foundMm: number | null;
  /** The wires held to it since it was last turned; null when none were. */
  readonly wire: ReadingEntry | null;
  /** What counts as its as-left: the wires where they were held, else the count; `undecided` when the wires leave it open. */
  readonly verdict: PlungerVerdict | "undecided" | null;
  /** The system in which its lifter is told. */
  readonly unit: TypedUnit;
  /** The school that it is judged by. */
  readonly depth: DepthSchool;
}

/** Further apart than this, count and wires tell of different depths (assumed: finer than wires step). */
const APART_MM = 0.125;

/** Null before zero lash was found and any wire was held. `work` is what stands at the valve, in order. */
export function preloadAt(
  plan: PreloadPlan,
  valve: Pick<JobValve, "role" | "spec">,
  work: readonly LedgerValveEntry[],
): ValvePreload | null {
  const zeroAt = work.findLastIndex((e) => e.kind === "zeroed" && e.apartTurns === null);
  const zero = work[zeroAt] as ZeroedEntry | undefined;
  const since = work.slice(zeroAt + 1);
  const turns = since.reduce((sum, e) => sum + (e.kind === "set" ? (e.turns ?? 0) : 0), 0);
  const lastMove = work.findLastIndex((e) => e.kind === "set" || e.kind === "zeroed");
  const wire =
    work.slice(lastMove + 1).findLast((e): e is ReadingEntry => e.kind === "reading" && e.school === "wire") ?? null;
  if (zero === undefined && wire === null) return null;
  const growthMm = plan.growthMm[valve.role] ?? 0;
  const coldMm = zero === undefined ? null : plungerTravelMm(turns, plan.gear);
  const hotMm = coldMm === null ? null : hotTravelMm(coldMm, growthMm, plan.gear.ratio);
  const found = work.find((e): e is ZeroedEntry => e.kind === "zeroed" && e.foundTurns !== null);
  const apart = since.findLast((e): e is ZeroedEntry => e.kind === "zeroed");
  const counted = coldMm === null || hotMm === null ? null : judgePlunger([coldMm, hotMm], plan.gear.plunger);
  return {
    school: zero?.school ?? null,
    turns,
    coldMm,
    hotMm,
    wire,
    apartTurns: apart?.apartTurns ?? null,
    foundTurns: found?.foundTurns ?? null,
    foundMm: found?.foundTurns == null ? null : plungerTravelMm(found.foundTurns, plan.gear),
    // What only wires can prove is judged by no count.
    verdict:
      wire !== null
        ? wireVerdict(wire, valve)
        : plan.provenByWires === true && counted !== null && counted !== "in"
          ? "undecided"
          : counted,
    unit: plan.gear.plunger.unit ?? "mm",
    depth: plan.gear.plunger.school ?? "middle",
  };
}

/** Wires against the cold window, which leaves the room that heat takes. */
function wireVerdict({ goes, noGo }: ReadingEntry, { spec }: Pick<JobValve, "spec">): PlungerVerdict | "undecided" {
  const said = judgeInterval(goes.mm, noGo.mm, spec);
  return said === "loose" ? "deep" : said === "tight" ? "shallow" : said;
}

/** Turned in as the job asks, and shown by wires to stand in the window. */
const proves = ({ plan }: PreloadTask, own: ValvePreload | null): boolean =>
  own?.wire != null && own.verdict === "in" && Math.abs(own.turns - plan.targetTurns) < TURN_EPS;

/** Where the turns of a job that begins outside its window are proven; null before, and where none asks for it. */
export const provenAt = (task: PreloadTask, { valves }: Pick<PreloadState, "valves">): Lifter | null =>
  task.plan.provenByWires !== true ? null : ([...valves.values()].find((v) => proves(task, v.own)) ?? null);

/** The lifter that stands outside its window by the count while nothing proves it: wires are held to it before anything else. */
export const awaitsProof = (task: PreloadTask, state: Pick<PreloadState, "valves">): Lifter | null =>
  task.plan.provenByWires !== true || provenAt(task, state) !== null
    ? null
    : ([...state.valves.values()].find(({ own }) => own?.coldMm != null && own.turns > 0 && own.verdict !== "in") ??
      null);

/** Whether wires and count tell of the same depth. */
export const wireAgrees = ({ coldMm, wire }: ValvePreload): boolean =>
  coldMm === null || wire === null || (coldMm >= wire.goes.mm - APART_MM && coldMm <= wire.noGo.mm + APART_MM);

/**
 * What a preload job keeps at a valve; null before zero lash was found and any wire was held. The valve must be of
 * such a job.
 */
export const preloadOf = ({ own }: Pick<ValveState, "own">): ValvePreload | null => own as ValvePreload | null;
