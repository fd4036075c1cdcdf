/** A hand that does what the job's own run asks for, at a virtual engine. */
import { jobOn, refusalAfter } from "../../job/jobs.testing";
import { rehearsalKit } from "../../job/pages/rehearsal";
import type { Task } from "../../job/tasks";
import { type LengthPlan, lengthDemand } from "../../job/tasks/dryGap/plan";
import { adviseParts, openerCloserOf } from "../../job/tasks/openerCloser/openerCloser";
import type { OpenerCloserPlan } from "../../job/tasks/openerCloser/plan";
import { FELTS, FELT_NAMES, isRight } from "../../shims/tries";
import { exchangedIn, fittedEntries } from "../../job/tasks/shims/fitted";
import type { PartOut } from "../../job/tasks/shims/partsOut";
import { outOf, planShimJob } from "../../job/tasks/shims/problem";
import type { LeafMark } from "../../job/ledger/fields";
import { type Job, jobAs } from "../../job/run";
import type { TaskThing } from "../../job/next/next";
import type { JobState, ValveState } from "../../job/state/state";
import { Mechanic, type Workbench } from "../../mechanic/mechanic";
import type { RouteStop } from "../../stops/route";
import type { Draft, Entry, FittedEntry } from "../../job/ledger/entry";
import { REQUIRED_DEG } from "../bench/claims";
import { between } from "../bench/feel";
import type { Session } from "./frame";
import { doing, keepRead, playing, read, setBy, turnTo } from "./player";
import { begin } from "./session";
import type { PracticeSpec } from "../exercise/exercises";
import type { VirtualOptions } from "../engine/virtualEngine";
import type { MethodId } from "../../stops/methods";

const readNow = ({ state }: Session, valve: string): { readonly lowMm: number; readonly highMm: number } =>
  between(state.valves[valve]?.tries ?? []);

/** Where no leaf goes, a thinner part first: only then can be read what is lacking. */
const withThinner = (session: Session, valve: string): Session =>
  playing(session, [
    { do: "part-out", valve, which: "opener" },
    { do: "part-in", valve, thicknessMm: session.v.kitMm[0] ?? 0 },
  ]);

/** All parts out and measured; worked out for the whole engine from the kit; what goes where is fitted. */
function exchangeParts(from: Session, job: Job, state: JobState): { session: Session; fitted: Draft[] } {
  const shims = jobAs(job, "shims");
  if (shims === null) throw new Error("no parts are exchanged in this job");
  let session = from;
  const out: PartOut[] = session.v.valves.map(({ id, valve }) => {
    session = playing(turnTo(session, valve.firingDeg), [
      { do: "part-out", valve: id, which: "opener" },
      { do: "measure-part", valve: id },
    ]);
    const mm = Number(/([\d.]+) mm/.exec(session.frames.at(-1)?.felt ?? "")?.[1]);
    return { valve: id, kind: "part", text: `${mm} mm`, mm, micrometerId: "bench" };
  });
  const plan = planShimJob(
    shims,
    state,
    outOf(out),
    { stock: rehearsalKit(session.v.kitMm, { ...shims.task.plan, count: 9 }), catalogue: null },
    { scope: "all", aim: "nominal", buying: false, near: false, stay: false },
  );
  const changes = exchangedIn(plan.picks);
  const stop = state.stop?.letter ?? "";
  const fitted = fittedEntries(changes, out, { stop, names: new Map(), idFor: (valve) => valve });
  const size = (mm: number): number =>
    session.v.kitMm.reduce((a, b) => (Math.abs(b - mm) < Math.abs(a - mm) ? b : a));
  for (const { valve, mm } of out) {
    const thicknessMm = size(changes.find((c) => c.position === valve)?.thicknessMm ?? mm);
    session = doing(session, { do: "part-in", valve, thicknessMm });
  }
  return { session, fitted };
}

/** A part that these hands put in, as the run enters it. */
const fittedAt = (what: Pick<FittedEntry, "valve" | "stop" | "fromMm" | "lengthMm" | "part">): Draft => ({
  kind: "fitted",
  ...what,
  partFrom: null,
  collets: null,
  instrument: null,
});

/** The part of the maker's list that the job asks for at one valve, in place of the one that is there. */
function exchangeLength(
  session: Session,
  plan: LengthPlan | null,
  at: ValveState,
  stop: string,
): { session: Session; fitted: Draft } {
  const demand = lengthDemand(plan, at);
  if (demand?.advice?.kind !== "fit") throw new Error(`no length does at ${at.valve.id}`);
  const { fromMm } = demand;
  const { lengthMm } = demand.advice;
  const { id } = at.valve;
  return {
    session: playing(session, [
      { do: "part-out", valve: id, which: "opener" },
      { do: "part-in", valve: id, thicknessMm: lengthMm },
    ]),
    fitted: fittedAt({ valve: id, stop, fromMm, lengthMm, part: null }),
  };
}

/** The next thing at a positively closed valve: the loaded gap, the parts by what was read, or what the closer feels like. */
function atPair(
  from: Session,
  plan: OpenerCloserPlan,
  at: ValveState,
  stop: string,
): { session: Session; entries: Draft[] } {
  const { id, spec } = at.valve;
  const own = openerCloserOf(at);
  if (own.stage === "load") {
    const session = read(from, id, true);
    const { lowMm, highMm } = between(session.state.valves[id]?.tries ?? [], true);
    return { session, entries: [{ kind: "loaded-gap", valve: id, stop, goes: mark(lowMm), noGo: mark(highMm) }] };
  }
  if (own.stage === "feel") {
    const session = doing(from, { do: "feel-closer", valve: id });
    const told = session.frames.at(-1)?.felt;
    const felt = FELTS.find((f) => `${FELT_NAMES[f].name}.` === told);
    if (felt === undefined) throw new Error(`nobody can tell from this: ${told ?? ""}`);
    return { session, entries: [{ kind: "closer-felt", valve: id, stop, felt }] };
  }
  if (at.last === null) throw new Error("nothing was read");
  const now = from.state.valves[id];
  const [openerMm, closerMm] = [now?.partMm ?? 0, now?.closerPartMm ?? 0];
  const advice = adviseParts(plan, own, spec.nominalMm, at.last, { openerMm, closerMm }, 0);
  // Where no leaf goes the loaded gap means nothing: a thinner opener first.
  const opener = at.last.goes.mm === 0 ? openerMm - 0.15 : advice.openerMm;
  let session = from;
  const entries: Draft[] = [];
  for (const [part, fromMm, mm] of [
    ["opener", openerMm, opener],
    ["closer", closerMm, advice.closerMm],
  ] as const) {
    if (mm === null) continue;
    const lengthMm = Math.round(mm * 100) / 100;
    session = playing(session, [
      { do: "part-out", valve: id, which: part },
      { do: "part-in", valve: id, thicknessMm: lengthMm },
    ]);
    entries.push(fittedAt({ valve: id, stop, fromMm, lengthMm, part }));
  }
  return { session, entries };
}

export const LEAVES_MM = Array.from({ length: 60 }, (_, i) => (i + 1) / 100);

const mark = (mm: number): LeafMark => ({ mm, text: `${mm.toFixed(2)} mm` });

/** A virtual engine under a mechanic's hands: what is done to it is what practice takes. */
class PracticeBench implements Workbench {
  constructor(
    public session: Session,
    readonly job: Job,
    private readonly task: Task,
  ) {}

  turnTo(stop: RouteStop, over: boolean): void {
    if (over) this.session = doing(this.session, { do: "turn", byDeg: this.session.v.engine.cycleDeg });
    this.session = turnTo(this.session, stop.crankDeg);
  }

  feel({ valve: { id } }: ValveState) {
    this.session = read(this.session, id);
    if (this.task.kind === "shims" && readNow(this.session, id).lowMm === 0)
      this.session = read(withThinner(this.session, id), id);
    const { lowMm, highMm } = readNow(this.session, id);
    this.session = keepRead(this.session, id);
    return { goes: mark(lowMm), noGo: mark(highMm === Infinity ? 1 : highMm) };
  }

  set(at: ValveState, stop: string): Draft {
    const { id, spec } = at.valve;
    if (this.task.kind === "dry-gap") {
      const { session, fitted } = exchangeLength(this.session, this.task.plan, at, stop);
      this.session = session;
      return fitted;
    }
    this.session = setBy(this.session, id, spec.nominalMm);
    return { kind: "set", valve: id, stop, turns: 0.1, aimMm: spec.nominalMm, locked: true };
  }

  step({ step, valve }: TaskThing, stop: string, state: JobState): Draft[] {
    if (step === "order") return [{ kind: "ordered", list: "laid out" }];
    if (step === "parts") {
      const { session, fitted } = exchangeParts(this.session, this.job, state);
      this.session = session;
      return fitted;
    }
    if (this.task.kind !== "opener-closer") throw new Error(`nobody plays ${step}`);
    if (valve === null) return [{ kind: "plugged", count: this.session.v.valves.length, gear: "belts off" }];
    const { session, entries } = atPair(this.session, this.task.plan, valve, stop);
    this.session = session;
    return entries;
  }

  isRight(valve: ValveState): boolean {
    if (this.task.kind !== "opener-closer") return true;
    const { felt } = openerCloserOf(valve);
    return felt !== null && isRight(felt);
  }

  answer = (): string => "looked at";
}

/** Follows a job's run on lash, with a screw where no other task is given, to its end. */
export function followRun(
  spec: PracticeSpec,
  more: VirtualOptions,
  method: MethodId,
  task: Task = { kind: "screw", plan: null },
): { readonly session: Session; readonly job: Job } {
  const session = begin(spec, more);
  const job = jobOn<Task>(spec.file, task, method === "two-stop" ? "two-stop" : "firing-order", {
    valves: session.v.valves.map(({ id, cylinder, role, spec: lash }) => ({ id, cylinder, role, spec: lash })),
    requiredMarginDeg: REQUIRED_DEG,
  });
  const bench = new PracticeBench(session, job, task);
  let made = 0;
  const mechanic = new Mechanic(bench, () => `e${++made}`);
  const ledger: Entry[] = [];
  for (let i = 0; i < 600; i++) {
    const entered = mechanic.next(ledger);
    if (entered === null) return { session: bench.session, job };
    if ("waitMs" in entered) throw new Error("nothing waits in a lash job");
    for (const entry of entered) {
      const no = refusalAfter(job, ledger, entry);
      if (no !== null) throw new Error(no);
      ledger.push(entry);
    }
  }
  throw new Error("the run did not come to its end");
}
