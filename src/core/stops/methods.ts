/** The schools of stopping, each planned from the same arcs so that they can be compared on one engine. */
import type { Engine } from "../engine/resolve";
import { DEFAULT_REQUIRED_MARGIN_DEG } from "./margin";
import { METHOD_IDS, type MethodId, type Plan, planFrom } from "./plan";

export interface MethodPlan extends Plan {
  readonly id: MethodId;
  /** At least one valve is served and none is left out. */
  readonly usable: boolean;
  readonly why: string;
}

export interface StopsAnswer {
  readonly methods: readonly MethodPlan[];
  readonly recommended: MethodId | null;
  readonly why: string;
  readonly assumptions: readonly string[];
}

interface Method {
  readonly name: string;
  readonly goodFor: string;
  readonly needs: string;
  readonly plan: ((engine: Engine, requiredDeg: number) => Plan) | null;
}

/** Names and needs as people would say them; a method without a planner is named, never offered. */
export const METHODS: Record<MethodId, Method> = {
  "firing-order": {
    name: "Firing order",
    goodFor: "Every cylinder is set at its own firing TDC, in firing order: long, but the hardest to get wrong",
    needs: "a TDC mark for every cylinder: balancer marks, rotor towers or a tape",
    plan: (engine, requiredDeg) => planFrom(engine, requiredDeg, (valve) => [valve.firingDeg]),
  },
  "two-stop": {
    name: "Two stops",
    goodFor: "Half the valves at firing TDC of the first cylinder, the other half at half a cycle on: the least turning",
    needs: "the one TDC mark",
    plan: (engine, requiredDeg) => planFrom(engine, requiredDeg, () => [0, engine.cycleDeg / 2]),
  },
  "opening-closing": { name: "Opening and closing", goodFor: "", needs: "rockers in sight", plan: null },
  "full-lift": { name: "Full lift", goodFor: "", needs: "rockers in sight", plan: null },
  "companion-lift": { name: "Companion at full lift", goodFor: "", needs: "a companion for each cylinder", plan: null },
  rocking: { name: "Companion rocking", goodFor: "", needs: "a companion for each cylinder", plan: null },
  "own-lobe": { name: "Own lobe, then half a cycle", goodFor: "", needs: "one rocker in sight", plan: null },
  fewest: { name: "Fewest stops", goodFor: "", needs: "a degree wheel, tape or printed marks", plan: null },
};

const NO_PLAN: Plan = { stops: [], turnTotalDeg: 0, worst: null, unserved: [] };

/** Every method on one engine. @throws RangeError when the required margin is not within 0 to 180. */
export function planStops(engine: Engine, requiredDeg: number = DEFAULT_REQUIRED_MARGIN_DEG): StopsAnswer {
  if (!(requiredDeg >= 0 && requiredDeg <= 180)) throw new RangeError(`planStops: required margin out of 0 to 180: ${requiredDeg}`);
  const methods = METHOD_IDS.map((id) => planMethod(id, engine, requiredDeg));
  const recommended = recommend(methods, requiredDeg);
  return {
    methods,
    recommended: recommended?.id ?? null,
    why: recommended === null ? noneWhy(methods) : recommendWhy(recommended, methods),
    assumptions: engine.assumptions,
  };
}

/** One method on one engine. */
export function planMethod(id: MethodId, engine: Engine, requiredDeg: number): MethodPlan {
  const { plan: build, goodFor } = METHODS[id];
  if (build === null) return { id, usable: false, why: "This method is not worked out yet.", ...NO_PLAN };
  const plan = build(engine, requiredDeg);
  const usable = plan.stops.length > 0 && plan.unserved.length === 0;
  return { id, usable, why: usable ? `${goodFor}.` : stopWhy(plan), ...plan };
}

function stopWhy(plan: Plan): string {
  const names = plan.unserved.map((u) => u.valve);
  const shown = names.slice(0, 6).join(", ") + (names.length > 6 ? ` and ${names.length - 6} more` : "");
  return `It can't serve ${shown}: ${plan.unserved[0]?.why ?? "no stop"}.`;
}

/** Twice what is required: then a mark read a little wrong still does no harm (assumed). */
const COMFORT = 2;

/**
 * The fewest stops among the usable methods that are comfortably clear; less turning, then the
 * larger worst margin, break a tie. When none is comfortable, the one that is the furthest clear.
 */
function recommend(methods: readonly MethodPlan[], requiredDeg: number): MethodPlan | null {
  const clear = (m: MethodPlan): number => m.worst?.marginDeg ?? 0;
  const usable = methods.filter((m) => m.usable);
  const easy = usable.filter((m) => clear(m) >= COMFORT * requiredDeg);
  easy.sort((a, b) => a.stops.length - b.stops.length || a.turnTotalDeg - b.turnTotalDeg || clear(b) - clear(a));
  return easy[0] ?? usable.sort((a, b) => clear(b) - clear(a))[0] ?? null;
}

function recommendWhy(best: MethodPlan, methods: readonly MethodPlan[]): string {
  const { name, needs } = METHODS[best.id];
  const worst = best.worst === null ? "" : ` and every valve at least ${Math.floor(best.worst.marginDeg)} degrees clear (${best.worst.valve} is the closest)`;
  return `${name}: ${countOf(best.stops.length, "stop")}${worst}. It needs ${needs}.${againstOthers(best, methods)}`;
}

/** Why not the shorter way, where there is one. */
function againstOthers(best: MethodPlan, methods: readonly MethodPlan[]): string {
  const shorter = methods.find((m) => METHODS[m.id].plan !== null && m.id !== best.id && m.stops.length < best.stops.length);
  if (shorter === undefined) return "";
  const { name } = METHODS[shorter.id];
  if (!shorter.usable) return ` ${name} is out: ${shorter.why}`;
  return ` ${name} would leave ${shorter.worst?.valve} only ${Math.floor(shorter.worst?.marginDeg ?? 0)} degrees clear.`;
}

function noneWhy(methods: readonly MethodPlan[]): string {
  const nearest = methods
    .filter((m) => METHODS[m.id].plan !== null)
    .reduce<MethodPlan | null>((n, m) => (n === null || m.unserved.length < n.unserved.length ? m : n), null);
  return nearest === null ? "No method is worked out." : `No method serves every valve. ${METHODS[nearest.id].name} comes nearest. ${nearest.why}`;
}

const countOf = (n: number, word: string): string => `${n} ${word}${n === 1 ? "" : "s"}`;
