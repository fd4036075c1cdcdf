/**
 * How a person proves that the crank is at a stop: observations that hold there for every cam within 5 degrees of the
 * file's, and for none of them one full turn out. What the gear can't show as it stands now is never among them.
 */
import type { Engine, Valve } from "../engine/resolve";
import type { GearNow } from "../locate/gearState";
import { type Observation, SWING_DEG, possibleArcs, sureArcs } from "../locate/observation";
import { airProves, lifterShows, movesWithLobe } from "../locate/shows";
import { CRANK_OFF_DEG } from "../stops/settings";
import { topsAt } from "../stops/sign";
import { type Arc, arcBetween, complement, intersect } from "../units/angle/arc";

/** What proves a stop, all of it to be seen there; empty where nothing that shows now tells it from one turn out. */
export type Proof = readonly Observation[];

/**
 * The proof of a crank angle. Best what is looked at where the crank stands (rotor, lobes); else what was watched on the way
 * there: the cylinder that fires stood still, the one that rocks moved.
 */
export function proofAt(engine: Engine, gear: GearNow, crankDeg: number, offDeg: number = CRANK_OFF_DEG.mark): Proof {
  const { firing, rocking } = topsAt(engine, crankDeg);
  const tells = (seen: Observation): boolean => provesThere(engine, seen, crankDeg, offDeg);
  const of = (cylinder: string | undefined): Valve[] =>
    engine.valves.filter((v) => v.cylinder === cylinder && v.role !== "injector");
  const watched = (kind: "moves" | "still", valves: readonly Valve[]): Observation[] =>
    valves.flatMap((v) => swingAt(engine, gear, kind, v) ?? []).filter(tells);
  const [fires] = firing;
  const rotor: Observation[] =
    engine.gear.rotor && fires !== undefined ? [{ kind: "rotor" as const, cylinder: fires }].filter(tells) : [];
  const away: Observation[] =
    engine.gear.lobes && fires !== undefined ? [{ kind: "away" as const, cylinder: fires }].filter(tells) : [];
  const looked = [
    ...rotor,
    ...(away.length > 0 ? away : watched("still", of(fires))),
    ...watched("moves", of(rocking[0])),
  ];
  const air = pressureOf(engine, gear, fires);
  const plainAir = air !== null && air.exhaustSeen !== true ? [air] : [];
  if (looked.length > 0) return [...looked, ...plainAir];
  const elsewhere = clearest(engine, gear, tells);
  if (elsewhere !== null) return [elsewhere, ...plainAir];
  return air === null ? [] : [air];
}

/** A valve watched through the last sixth of a turn: at what works it, or at its lifter where that shows more. */
function swingAt(engine: Engine, gear: GearNow, kind: "moves" | "still", valve: Valve): Observation | null {
  const seen: Observation = { kind, valve: valve.id, swingDeg: SWING_DEG };
  if (movesWithLobe(engine, gear, valve)) return seen;
  return lifterShows(engine) ? { ...seen, at: "lifter" } : null;
}

type Pressure = Extract<Observation, { kind: "pressure" }>;

/** Air at the plug hole as its piston comes up; null where that proves nothing, or no piston is there. */
function pressureOf(engine: Engine, gear: GearNow, cylinder: string | undefined): Pressure | null {
  if (cylinder === undefined) return null;
  const proves = airProves(engine, gear, cylinder);
  if (proves === "never") return null;
  return { kind: "pressure", cylinder, ...(proves === "always" ? {} : { exhaustSeen: true }) };
}

/** It holds wherever the crank may really stand, and nowhere that it may stand one turn out. */
function provesThere(engine: Engine, seen: Observation, crankDeg: number, offDeg: number): boolean {
  const { cycleDeg } = engine;
  const sure = sureArcs(engine, seen);
  if (sure === null || !holds(sure, arcBetween(crankDeg - offDeg, crankDeg + offDeg, cycleDeg), cycleDeg))
    return false;
  if (cycleDeg === 360) return true;
  const out = arcBetween(crankDeg + 360 - offDeg, crankDeg + 360 + offDeg, cycleDeg);
  return intersect(possibleArcs(engine, seen) ?? [out], [out], cycleDeg).length === 0;
}

const holds = (arcs: readonly Arc[], arc: Arc, cycleDeg: number): boolean => {
  const outside = complement(arcs, cycleDeg);
  return arcs.length > 0 && intersect(outside, [arc], cycleDeg).length === 0;
};

/** Of all valves that tell the place by moving or standing still, the first; of two as good, one that moves. */
function clearest(engine: Engine, gear: GearNow, tells: (seen: Observation) => boolean): Observation | null {
  const valves = engine.valves.filter((v) => v.role !== "injector");
  for (const kind of ["moves", "still"] as const)
    for (const valve of valves) {
      const seen = swingAt(engine, gear, kind, valve);
      if (seen !== null && tells(seen)) return seen;
    }
  return null;
}
