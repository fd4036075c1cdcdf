/** What a person sees or feels at the engine, each as the arcs of the cycle in which it is so. */
import type { Engine, Valve } from "../engine/resolve";
import type { ValveRole } from "../engine/engineFile";
import { type Arc, arcBetween, complement, union } from "../units/angle/arc";

export const VALVE_SIGHTS = ["pressed", "loose", "opening", "closing"] as const;
export const CYLINDER_SIGHTS = ["pressure", "rocking"] as const;

/** `no` turns an observation round: it was looked for, and is not so. */
export type Observation = Sighting & { readonly no?: boolean | undefined };

type Sighting =
  | { readonly kind: "mark"; readonly markDeg: number; readonly withinDeg?: number | undefined }
  | { readonly kind: "rotor"; readonly cylinder: string; readonly withinDeg?: number | undefined }
  | { readonly kind: (typeof CYLINDER_SIGHTS)[number]; readonly cylinder: string }
  | { readonly kind: (typeof VALVE_SIGHTS)[number]; readonly valve: string };

/** How far off a mark or a rotor may be, unless told. */
export const WITHIN_DEG = { mark: 5, rotor: 10 } as const;

/** "Just starting": this far on the way to full lift, or from it (the trade's shares). */
const STARTING_SHARE = { opening: 0.25, closing: 0.4 } as const;

/** Rocking is seen at least so far to each side of overlap TDC. */
const LEAST_ROCKING_DEG = 8;

/** An exact mark is still a stretch: below anything a hand can tell. */
const POINT_DEG = 1e-6;

/**
 * Arcs of the cycle in which the observation holds, crank degrees; null for a valve without a known arc.
 * @throws RangeError for a cylinder or valve that the engine does not have, and for rocking on a two-stroke
 */
export function arcsOf(engine: Engine, seen: Observation): Arc[] | null {
  const arcs = trueArcs(engine, seen);
  return arcs !== null && seen.no === true ? complement(arcs, engine.cycleDeg) : arcs;
}

function trueArcs(engine: Engine, seen: Sighting): Arc[] | null {
  const { cycleDeg } = engine;
  const around = (deg: number, within: number): Arc =>
    arcBetween(deg - Math.max(within, POINT_DEG), deg + Math.max(within, POINT_DEG), cycleDeg);
  switch (seen.kind) {
    case "mark": {
      const within = seen.withinDeg ?? WITHIN_DEG.mark;
      return union(
        cycleDeg === 720
          ? [around(seen.markDeg, within), around(seen.markDeg + 360, within)]
          : [around(seen.markDeg, within)],
        cycleDeg,
      );
    }
    case "rotor":
      return [around(firingOf(engine, seen.cylinder), seen.withinDeg ?? WITHIN_DEG.rotor)];
    case "pressure":
      return [shifted(engine.pressure, firingOf(engine, seen.cylinder), cycleDeg)];
    case "rocking":
      return [around(firingOf(engine, seen.cylinder) + 360, rockingHalfDeg(engine))];
    default:
      return valveArcs(engine, valveOf(engine, seen.valve), seen.kind);
  }
}

const shifted = (arc: Arc, byDeg: number, cycleDeg: number): Arc =>
  arcBetween(arc.startDeg + byDeg, arc.startDeg + arc.spanDeg + byDeg, cycleDeg);

function rockingHalfDeg(engine: Engine): number {
  if (engine.cycleDeg === 360) throw new RangeError("arcsOf: a two-stroke has no overlap: nothing rocks");
  const opens = engine.roleArcs.intake?.shape.opensDeg ?? 360;
  const closes = engine.roleArcs.exhaust?.shape.closesDeg ?? 360;
  return Math.max(LEAST_ROCKING_DEG, (closes - opens) / 2);
}

function valveArcs(engine: Engine, valve: Valve, kind: (typeof VALVE_SIGHTS)[number]): Arc[] | null {
  const { cycleDeg } = engine;
  const role = engine.roleArcs[valve.role];
  if (role === undefined || valve.baseCircleArcs === null) return null;
  const { opensDeg, fullLiftDeg, closesDeg } = role.shape;
  const on = (arc: Arc): Arc => shifted(arc, valve.firingDeg, cycleDeg);
  switch (kind) {
    case "pressed":
      return union([on(role.lobe), ...releasesOf(engine, valve.role).map(on)], cycleDeg);
    case "loose":
      return valve.baseCircleArcs.map(on);
    case "opening":
      return [on(arcBetween(opensDeg, opensDeg + STARTING_SHARE.opening * (fullLiftDeg - opensDeg), cycleDeg))];
    case "closing":
      return [
        on(arcBetween(fullLiftDeg, fullLiftDeg + STARTING_SHARE.closing * (closesDeg - fullLiftDeg), cycleDeg)),
      ];
  }
}

const releasesOf = (engine: Engine, role: ValveRole): Arc[] =>
  engine.releases.filter((r) => r.role === role).map((r) => r.arc);

function firingOf(engine: Engine, id: string): number {
  const cylinder = engine.cylinders.find((c) => c.id === id);
  if (cylinder === undefined) throw new RangeError(`arcsOf: no cylinder ${id}`);
  return cylinder.firingDeg;
}

function valveOf(engine: Engine, id: string): Valve {
  const valve = engine.valves.find((v) => v.id === id);
  if (valve === undefined) throw new RangeError(`arcsOf: no valve ${id}`);
  return valve;
}
