/** What makes a plan unsafe: the crank being off, and a bigger ramp than was thought. */
import type { EngineFile } from "../engine/engineFile";
import { UNKNOWN_CAM, rampOf } from "../engine/lobes";
import { type Engine, resolveEngine } from "../engine/resolve";
import { contains, fold } from "../units/angle/arc";
import { planMethod } from "./planMethod";
import type { MethodId } from "./methods";
import type { Stop } from "./plan";
import type { StopSettings } from "./settings";

/** How far the crank may be short of a stop, or past it, before the first of its valves leaves its base circle. */
export function crankSlack(
  engine: Engine,
  stop: Pick<Stop, "crankDeg" | "set">,
): { readonly shortDeg: number; readonly pastDeg: number } {
  let [shortDeg, pastDeg] = [engine.cycleDeg / 2, engine.cycleDeg / 2];
  for (const { valve: id } of stop.set) {
    const valve = engine.valves.find((v) => v.id === id);
    if (valve?.baseCircleArcs == null) continue;
    const rel = fold(stop.crankDeg - valve.firingDeg, engine.cycleDeg);
    const arc = valve.baseCircleArcs.find((a) => a.spanDeg < engine.cycleDeg && contains(a, rel, engine.cycleDeg));
    if (arc === undefined) continue;
    const into = fold(rel - arc.startDeg, engine.cycleDeg);
    shortDeg = Math.min(shortDeg, into);
    pastDeg = Math.min(pastDeg, arc.spanDeg - into);
  }
  return { shortDeg, pastDeg };
}

/** The worst margins of some methods, were the ramp this long. */
export interface RampRow {
  readonly rampDeg: number;
  /** By method. Null where it has no stop for some valve; negative where a valve stands on its lobe. */
  readonly worstDeg: Readonly<Partial<Record<MethodId, number | null>>>;
}

/** The same cam with another ramp; an unknown cam is written out. */
const withRamp = (file: EngineFile, rampDeg: number): EngineFile => ({
  ...file,
  cam: { ...(file.cam ?? UNKNOWN_CAM[file.strokes].lobes), rampDeg },
});

/** Worst margins of these methods over ramps from none to `toDeg`. A measured profile takes no ramp and stays as it is. */
export function rampSensitivity(
  file: EngineFile,
  settings: StopSettings,
  ids: readonly MethodId[],
  toDeg = 60,
  stepDeg = 5,
): RampRow[] {
  const rows: RampRow[] = [];
  for (let rampDeg = 0; rampDeg <= toDeg; rampDeg += stepDeg) {
    const engine = resolveEngine(withRamp(file, rampDeg));
    const worst = ids.map((id) => {
      // Nothing is required here: the question is what each method would leave.
      const plan = planMethod(id, engine, { ...settings, requiredDeg: 0 }, file.marksDeg ?? [0]);
      const all = [
        ...plan.stops.flatMap((s) => s.set.map((v) => v.marginDeg)),
        ...plan.unserved.map((u) => u.bestMarginDeg),
      ];
      return [id, all.some((m) => m === null) ? null : Math.min(...(all as number[]))] as const;
    });
    rows.push({ rampDeg, worstDeg: Object.fromEntries(worst) });
  }
  return rows;
}

/** The ramp that the engine is planned with, degrees. */
export const plannedRampDeg = (file: EngineFile): number => rampOf(file.cam, file.strokes).rampDeg;
