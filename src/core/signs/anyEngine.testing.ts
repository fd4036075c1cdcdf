/** Random engines of every gear, and how the gear at their valves may stand. */
import type { AdjusterEntry, EngineFile } from "../engine/engineFile";
import { PATTERN_NAMES, patternFile } from "../engine/patterns";
import { GEAR_STATES, type GearState } from "../locate/gearState";
import type { Random } from "../units/random";

const ADJUSTERS: readonly AdjusterEntry[] = [
  { kind: "screw", at: "valve-end" },
  { kind: "screw", at: "stud-nut", ratio: 1.5 },
  { kind: "screw", at: "tappet" },
  { kind: "bucket-shim", shimAt: "over" },
  { kind: "bucket" },
  { kind: "grind" },
  { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24 },
  { kind: "fixed", part: "pushrod", lengths: [200, 201] },
  { kind: "positive-closing" },
];

export function anyEngine(r: Random): EngineFile {
  const base = patternFile(r.pick(PATTERN_NAMES).id);
  if (base === null) throw new Error("a pattern is listed that there is not");
  const known = r.chance(0.7);
  const cam: EngineFile["cam"] =
    base.strokes === 2
      ? { rampDeg: r.int(10, 25), exhaust: { opensDegBbdc: r.int(60, 90), closesDegAbdc: r.int(35, 65) } }
      : {
          rampDeg: r.int(10, 35),
          intake: { opensDegBtdc: r.int(-5, 45), closesDegAbdc: r.int(35, 80) },
          exhaust: { opensDegBbdc: r.int(35, 80), closesDegAtdc: r.int(-5, 45) },
        };
  const { cam: _, ...plain } = base;
  return {
    ...plain,
    adjuster: r.pick(ADJUSTERS),
    ...(known ? { cam } : {}),
    marksDeg: r.pick([[], [0], [0, 90, 180, 270]]),
    ...(r.chance(0.3) ? { timedDrive: "distributor" as const } : {}),
  };
}

/** One state for all valves, or here and there another, as in the middle of a job. */
export function anyGear(r: Random): (id: string) => GearState {
  const usual = r.pick(GEAR_STATES);
  const other = r.pick(GEAR_STATES);
  const share = r.pick([0, 0, 0.4]);
  const states = new Map<string, GearState>();
  return (id) => {
    const known = states.get(id);
    if (known !== undefined) return known;
    const state = r.chance(share) ? other : usual;
    states.set(id, state);
    return state;
  };
}
