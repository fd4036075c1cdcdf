/** The schools of stopping, each planned from the same arcs so that they can be compared on one engine. */
import type { Engine, Valve } from "../engine/resolve";
import { fewestStops, bestAngleOf, markAngles } from "./fewest";
import { meets } from "./margin";
import { METHOD_IDS, type Candidate, type MethodId, type Plan, type UnservedValve, planFrom, tidyDeg } from "./plan";
import { CRANK_OFF_DEG, DEFAULT_STOP_SETTINGS, IN_HAND_DEG, type StopSettings } from "./settings";
import { closingMoment, fullMoment, openingMoment } from "./sight";

export interface MethodPlan extends Plan {
  readonly id: MethodId;
  /** At least one valve is served and none is left out. */
  readonly usable: boolean;
  readonly why: string;
}

export interface Method {
  readonly id: MethodId;
  readonly name: string;
  /** What is done, in a sentence without its stop. */
  readonly how: string;
  readonly needs: string;
  /** Found by watching rockers or lobes: no mark is needed. */
  readonly watched: boolean;
  readonly plan: (engine: Engine, settings: StopSettings, marksDeg: readonly number[]) => Plan;
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

/** Names and needs as people would say them. */
const ALL: readonly Method[] = [
  {
    id: "firing-order",
    name: "Firing order",
    watched: false,
    how: "Each cylinder at its own firing TDC, in firing order: all its valves there",
    needs: "a mark for every cylinder's TDC: balancer marks, rotor towers or a tape",
    plan: (engine, settings) => planFrom(engine, settings.requiredDeg, (valve) => [valve.firingDeg]),
  },
  {
    id: "two-stop",
    name: "Two stops",
    watched: false,
    how: "Half the valves at firing TDC of the first cylinder, the other half at half a cycle on",
    needs: "the one TDC mark, and to know which time round it is",
    plan: (engine, settings) => planFrom(engine, settings.requiredDeg, () => [0, engine.cycleDeg / 2]),
  },
  {
    id: "opening-closing",
    name: "Opening and closing",
    watched: true,
    how: "Exhaust just opening: set the intake. Intake started to close: set the exhaust",
    needs: "the rockers in sight, and no mark at all",
    plan: (engine, settings) =>
      perCylinder(engine, settings, ({ cylinder }, role) =>
        role === "intake"
          ? openingMoment(engine, cylinder, "exhaust", settings)
          : closingMoment(engine, cylinder, "intake", settings),
      ),
  },
  {
    id: "full-lift",
    name: "Full lift",
    watched: true,
    how: "One valve of a cylinder fully open: set the other",
    needs: "the rockers in sight",
    plan: (engine, settings) =>
      perCylinder(engine, settings, ({ cylinder }, role) =>
        fullMoment(engine, cylinder, role === "intake" ? "exhaust" : "intake"),
      ),
  },
  {
    id: "companion-lift",
    name: "Companion at full lift",
    watched: true,
    how: "A valve fully open: set the same valve of the companion cylinder",
    needs: "the rockers in sight, and a companion for each cylinder",
    plan: (engine, settings) =>
      planFrom(engine, settings.requiredDeg, (valve) => {
        const companion = companionOf(engine, valve.cylinder);
        return companion === null ? [] : known(fullMoment(engine, companion, valve.role));
      }),
  },
  {
    id: "rocking",
    name: "Companion rocking",
    watched: true,
    how: "A cylinder rocking at overlap: set all valves of its companion",
    needs: "the rockers in sight, and a companion for each cylinder",
    plan: (engine, settings) =>
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
  },
  {
    id: "own-lobe",
    name: "Own lobe, half a cycle on",
    watched: true,
    how: "Watch a valve to full lift, go on half a cycle, set that valve",
    needs: "one rocker in sight at a time",
    plan: (engine, settings) =>
      planFrom(engine, settings.requiredDeg, (valve) => {
        const full = fullMoment(engine, valve.cylinder, valve.role);
        return full === null
          ? []
          : [
              {
                deg: full.deg + engine.cycleDeg / 2,
                sight: { ...full.sight, moment: "full-then-on" },
                rangeDeg: null,
              },
            ];
      }),
  },
  {
    id: "fewest",
    name: "Fewest stops",
    watched: false,
    how: "Worked out for this engine and this cam: no plan has fewer stops, and none with so few is further clear",
    needs: "a degree wheel, a tape or printed marks",
    plan: (engine, settings, marksDeg) =>
      planAtFewest(engine, settings.requiredDeg, settings.marksOnly ? markAngles(marksDeg, engine.cycleDeg) : null),
  },
  {
    id: "lobe-in-sight",
    name: "Lobes in sight",
    watched: true,
    how: "Look at the lobes and set whatever points away; these stops are a guide, any place will do",
    needs: "the cams in sight: covers off an overhead-cam head, an open valley",
    // The eye is no timing mark: more is asked for than at one.
    plan: (engine, settings) =>
      planAtFewest(engine, Math.max(settings.requiredDeg, CRANK_OFF_DEG.eye + IN_HAND_DEG), null),
  },
];

export const METHODS = Object.fromEntries(ALL.map((m) => [m.id, m])) as Readonly<Record<MethodId, Method>>;

function planAtFewest(engine: Engine, requiredDeg: number, only: readonly number[] | null): Plan {
  const stops = fewestStops(engine, requiredDeg, only);
  const plan = planFrom(engine, requiredDeg, () => stops);
  return { ...plan, unserved: plan.unserved.map((u) => hopeless(engine, u, requiredDeg, only)) };
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
  const plan = METHODS[id].plan(engine, settings, marksDeg);
  const usable = plan.stops.length > 0 && plan.unserved.length === 0;
  return { id, usable, why: usable ? `${METHODS[id].how}.` : stopWhy(engine, id, plan), ...plan };
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
