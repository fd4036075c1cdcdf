/** What is watched for a stop, told from where the crank stands. Crank degrees. */
import type { Engine } from "../engine/resolve";
import type { Sight } from "../stops/sight";
import type { RouteStop } from "../stops/route";
import { advance, fold } from "../units/angle/arc";

export interface Watched {
  readonly sights: readonly Sight[];
  /** Turned beyond the shortest way to the stop: whole cycles. */
  readonly extraDeg: number;
}

/** Whether the file knows when these moments come: of an assumed cam no figure is told. */
export const isTimed = ({ roleArcs }: Engine, sights: readonly Sight[]): boolean =>
  sights.every(({ role }) => role === null || roleArcs[role]?.least === null);

const THEN_ON: readonly Sight["moment"][] = ["full-then-on", "full-then-half-on"];

/**
 * "All the way down, and then one full turn on" can be followed only while that moment lies ahead. Where it is behind, the
 * companion is all the way down at the stop itself; without one, the next time round is watched for. `fromDeg` is null
 * where the crank is not known.
 */
export function watchedFrom(
  engine: Engine,
  { crankDeg, sights = [] }: Pick<RouteStop, "crankDeg" | "sights">,
  fromDeg: number | null,
): Watched {
  const { cycleDeg } = engine;
  const behind =
    fromDeg !== null &&
    sights.some((s) => THEN_ON.includes(s.moment)) &&
    advance(fromDeg, fold(crankDeg - cycleDeg / 2, cycleDeg), cycleDeg) > advance(fromDeg, crankDeg, cycleDeg);
  if (!behind) return { sights, extraDeg: 0 };
  const companions = sights.map((s): Sight | null => {
    if (!THEN_ON.includes(s.moment)) return s;
    const cylinder = engine.cylinders.find((c) => c.id === s.cylinder)?.companion ?? null;
    return cylinder === null || !engine.valves.some((v) => v.cylinder === cylinder && v.role === s.role)
      ? null
      : { cylinder, role: s.role, moment: "full" };
  });
  return companions.every((s) => s !== null) ? { sights: companions, extraDeg: 0 } : { sights, extraDeg: cycleDeg };
}
