/** Every method of stopping, each planned from the same arcs so that they can be compared on one engine. */
import type { Engine, Valve } from "../engine/resolve";
import { fewestStops, bestAngleOf, markAngles } from "./fewest";
import { meets } from "./margin";
import { METHODS, METHOD_IDS, type MethodId } from "./methods";
import { type Candidate, type Plan, type UnservedValve, planFrom, tidyDeg } from "./plan";
import { CRANK_OFF_DEG, DEFAULT_STOP_SETTINGS, IN_HAND_DEG, type StopSettings } from "./settings";
import { closingMoment, fullMoment, openingMoment } from "./sight";

export interface MethodPlan extends Plan {
  readonly id: MethodId;
  /** At least one valve is served and none is left out. */
  readonly usable: boolean;
  readonly why: string;
}

/** Moments that exist, in order. */
const known = <T>(...moments: (T | null)[]): T[] => moments.filter((m) => m !== null);

const opposite = (valve: Valve): "intake" | "exhaust" => (valve.role === "intake" ? "exhaust" : "intake");

/** Two stops per cylinder, each found at the other valve; an injector goes to the better of the two. */
const perCylinder = (
  engine: Engine,
  settings: StopSettings,
  momentFor: (valve: Pick<Valve, "cylinder">, role: "intake" | "exhaust") => Candidate | null,
): Plan => {
  const has = new Set(engine.valves.map((v) => `${v.cylinder}|${v.role}`));
  const moment = (valve: Valve, role: "intake" | "exhaust"): Candidate | null =>
    has.has(`${valve.cylinder}|${opposite({ ...valve, role })}`) ? momentFor(valve, role) : null;
  return planFrom(engine, settings.requiredDeg, (valve) =>
    valve.role === "injector"
      ? known(moment(valve, "intake"), moment(valve, "exhaust"))
      : known(moment(valve, valve.role)),
  );
};

const companionOf = (engine: Engine, cylinder: string): string | null =>
  engine.cylinders.find((c) => c.id === cylinder)?.companion ?? null;

/** `atLeast` where the stops are looked for: no fewer can do. */
type Planned = Plan & { readonly atLeast?: number };

type Planner = (engine: Engine, settings: StopSettings, marksDeg: readonly number[]) => Planned;

const PLANNERS: Readonly<Record<MethodId, Planner>> = {
  "firing-order": (engine, settings) => planFrom(engine, settings.requiredDeg, (valve) => [valve.firingDeg]),
  "two-stop": (engine, settings) => planFrom(engine, settings.requiredDeg, () => [0, engine.cycleDeg / 2]),
  "opening-closing": (engine, settings) =>
    perCylinder(engine, settings, ({ cylinder }, role) =>
      role === "intake"
        ? openingMoment(engine, cylinder, "exhaust", settings)
        : closingMoment(engine, cylinder, "intake", settings),
    ),
  "full-lift": (engine, settings) =>
    perCylinder(engine, settings, ({ cylinder }, role) =>
      fullMoment(engine, cylinder, role === "intake" ? "exhaust" : "intake"),
    ),
  "companion-lift": (engine, settings) =>
    planFrom(engine, settings.requiredDeg, (valve) => {
      const companion = companionOf(engine, valve.cylinder);
      return companion === null ? [] : known(fullMoment(engine, companion, valve.role));
    }),
  rocking: (engine, settings) =>
    planFrom(engine, settings.requiredDeg, (valve) => {
      const companion = engine.cylinders.find((c) => c.id === companionOf(engine, valve.cylinder));
      if (companion === undefined || engine.cycleDeg === 360) return [];
      return [
        {
          deg: companion.firingDeg + 360,
          sight: { cylinder: companion.id, moment: "rocking", role: null },
          rangeDeg: null,
        },
      ];
    }),
  "own-lobe": (engine, settings) =>
    planFrom(engine, settings.requiredDeg, (valve) => {
      const full = fullMoment(engine, valve.cylinder, valve.role);
      return full === null
        ? []
        : [
            {
              deg: full.deg + engine.cycleDeg / 2,
              sight: { ...full.sight, moment: engine.cycleDeg === 720 ? "full-then-on" : "full-then-half-on" },
              rangeDeg: null,
            },
          ];
    }),
  fewest: (engine, settings, marksDeg) =>
    planAtFewest(engine, settings.requiredDeg, settings.marksOnly ? markAngles(marksDeg, engine.cycleDeg) : null),
  // The eye is no timing mark: more is asked for than at one.
  "lobe-in-sight": (engine, settings) =>
    planAtFewest(engine, Math.max(settings.requiredDeg, CRANK_OFF_DEG.eye + IN_HAND_DEG), null, "away"),
};

/** `seen`: at these stops each valve's own lobe is looked at, and no mark. */
function planAtFewest(
  engine: Engine,
  requiredDeg: number,
  only: readonly number[] | null,
  seen: "away" | null = null,
): Planned {
  const { stops, atLeast } = fewestStops(engine, requiredDeg, only);
  const plan = planFrom(engine, requiredDeg, ({ cylinder, role }) =>
    seen === null ? stops : stops.map((deg) => ({ deg, sight: { cylinder, moment: seen, role }, rangeDeg: null })),
  );
  return { ...plan, atLeast, unserved: plan.unserved.map((u) => hopeless(engine, u, requiredDeg, only)) };
}

/** What no number of stops can serve is told with the best that any angle gives it. */
function hopeless(
  engine: Engine,
  unserved: UnservedValve,
  requiredDeg: number,
  only: readonly number[] | null,
): UnservedValve {
  const valve = engine.valves.find((v) => v.id === unserved.valve);
  const best = valve === undefined ? null : bestAngleOf(valve, engine.cycleDeg);
  if (best === null) return unserved;
  const bestMarginDeg = tidyDeg(best.marginDeg);
  if (only !== null && meets(best.marginDeg, requiredDeg))
    return { ...unserved, why: `no mark leaves it the ${requiredDeg} degrees required` };
  const baseCircle = Math.max(0, Math.floor(2 * bestMarginDeg));
  return {
    valve: unserved.valve,
    bestMarginDeg,
    bestAtDeg: best.deg,
    why: `its base circle is only ${baseCircle} degrees long, and ${requiredDeg} are required to both sides`,
  };
}

/** One method on one engine. `marksDeg` are the engine's own marks. */
export function planMethod(
  id: MethodId,
  engine: Engine,
  settings: StopSettings = DEFAULT_STOP_SETTINGS,
  marksDeg: readonly number[] = [0],
): MethodPlan {
  const { atLeast, ...plan } = PLANNERS[id](engine, settings, marksDeg);
  const usable = plan.stops.length > 0 && plan.unserved.length === 0;
  const unproven =
    atLeast === undefined || atLeast >= plan.stops.length
      ? ""
      : ` Not proven the fewest: at least ${atLeast} ${atLeast === 1 ? "stop is" : "stops are"} needed, and the search was given up there.`;
  const why = usable ? `${METHODS[id].how(engine.cycleDeg)}.` : stopWhy(engine, id, plan);
  return { id, usable, why: why + unproven, ...plan };
}

/** Every method on one engine, in the order in which they are told. */
export const planAll = (engine: Engine, settings: StopSettings, marksDeg: readonly number[]): MethodPlan[] =>
  METHOD_IDS.map((id) => planMethod(id, engine, settings, marksDeg));

function stopWhy(engine: Engine, id: MethodId, plan: Plan): string {
  if (id === "rocking" && engine.cycleDeg === 360) return "A two-stroke has no overlap: nothing rocks.";
  if ((id === "rocking" || id === "companion-lift") && engine.cylinders.every((c) => c.companion === null))
    return "No cylinder of this engine has a companion half a cycle away.";
  const names = plan.unserved.map((u) => u.valve);
  const shown = names.slice(0, 6).join(", ") + (names.length > 6 ? ` and ${names.length - 6} more` : "");
  return `It can't serve ${shown}: ${plan.unserved[0]?.why ?? "no stop"}.`;
}
