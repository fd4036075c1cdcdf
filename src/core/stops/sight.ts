/** Moments that a person sees at the engine, and where on the crank they lie. */
import type { ValveRole } from "../engine/engineFile";
import type { Mover } from "../engine/mover";
import type { Engine } from "../engine/resolve";
import { type StopSettings, EYED_RANGE } from "./settings";

/** What is watched to find a stop. */
export interface Sight {
  readonly cylinder: string;
  readonly moment: "opening" | "closing" | "full" | "full-then-on" | "full-then-half-on" | "rocking";
  /** Whose rocker is watched; null for a whole cylinder. */
  readonly role: ValveRole | null;
}

/** A crank angle (not folded) with what is watched there, and how far people really spread around it. */
export interface Moment {
  readonly deg: number;
  readonly sight: Sight;
  readonly rangeDeg: readonly [number, number] | null;
}

const firingDegOf = (engine: Engine, cylinder: string): number =>
  engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;

/** The rocker just starts to open; null when the role's lobe is not known. */
export function openingMoment(
  engine: Engine,
  cylinder: string,
  role: ValveRole,
  settings: StopSettings,
): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  const f = firingDegOf(engine, cylinder);
  const at = (share: number): number => f + shape.opensDeg + share * (shape.fullLiftDeg - shape.opensDeg);
  return {
    deg: at(settings.openingShare),
    sight: { cylinder, moment: "opening", role },
    rangeDeg: spread(at, EYED_RANGE.opening, settings.openingShare),
  };
}

/** The rocker has started to close. */
export function closingMoment(
  engine: Engine,
  cylinder: string,
  role: ValveRole,
  settings: StopSettings,
): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  const f = firingDegOf(engine, cylinder);
  const at = (share: number): number => f + shape.fullLiftDeg + share * (shape.closesDeg - shape.fullLiftDeg);
  return {
    deg: at(settings.closingShare),
    sight: { cylinder, moment: "closing", role },
    rangeDeg: spread(at, EYED_RANGE.closing, settings.closingShare),
  };
}

/** The usual spread, and never less than the moment that was chosen. */
const spread = (
  at: (share: number) => number,
  [lo, hi]: readonly [number, number],
  chosen: number,
): readonly [number, number] => [at(Math.min(lo, chosen)), at(Math.max(hi, chosen))];

/** The valve is fully open. */
export function fullMoment(engine: Engine, cylinder: string, role: ValveRole): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  return {
    deg: firingDegOf(engine, cylinder) + shape.fullLiftDeg,
    sight: { cylinder, moment: "full", role },
    rangeDeg: null,
  };
}

/** What to look for, as a clause: "the exhaust rocker of cylinder 3 just starts to open". */
export function sightWords({ cylinder, moment, role }: Sight, { name, opens }: Mover): string {
  const it = `the ${role ?? ""} ${name} of cylinder ${cylinder}`;
  const back = opens === "down" ? "up" : "down";
  switch (moment) {
    case "opening":
      return `${it} just starts to open`;
    case "closing":
      return `${it} has gone ${opens} and just starts to come back ${back}`;
    case "full":
      return `${it} is all the way ${opens}: fully open`;
    case "full-then-on":
      return `${it} is all the way ${opens}, and then one full turn on`;
    case "full-then-half-on":
      return `${it} is all the way ${opens}, and then half a turn on`;
    case "rocking":
      return `cylinder ${cylinder} rocks: its exhaust is closing, its intake opening`;
  }
}
