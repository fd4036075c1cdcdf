/**
 * Every method on random engines against a reckoning of its own: where each school sets each valve, by the events of its
 * lobes as a table gives them, and how far that is from the nearest lobe, walked along the cycle.
 */
import { expect, it } from "vitest";
import { type Engine, type Valve, resolveEngine } from "../../src/core/engine/resolve";
import { planStops } from "../../src/core/stops/recommend";
import { routeOf } from "../../src/core/stops/route";
import { SERVING_ORDERS } from "../../src/core/stops/orders";
import { random } from "@/core/units/random";
import { runs } from "@/core/units/runs.testing";
import { GEAR_KINDS, randomEngine } from "./engines";

const SEED = 11;
const ENGINES = runs(120);

/** Onto the cycle. */
const on = (deg: number, cycle: number): number => ((deg % cycle) + cycle) % cycle;

/** Degrees to the nearest place at which the follower is lifted; negative to the nearest at which it rests. */
function marginByWalking(valve: Valve, crankDeg: number, cycle: number): number {
  const rel = on(crankDeg - valve.firingDeg, cycle);
  const ends = (valve.baseCircleArcs ?? []).map((a) => [on(a.startDeg, cycle), a.spanDeg] as const);
  const insideBy = ends.map(([from, span]) => {
    const into = on(rel - from, cycle);
    return into <= span ? Math.min(into, span - into) : -Math.min(into - span, cycle - into);
  });
  return Math.max(-cycle / 2, Math.min(cycle / 2, Math.max(-Infinity, ...insideBy)));
}

interface Shares {
  readonly openingShare: number;
  readonly closingShare: number;
}

/** The crank angles at which a school might set a valve. */
function placesOf(
  id: (typeof SCHOOLS)[number],
  engine: Engine,
  valve: Valve,
  { openingShare, closingShare }: Shares,
): number[] {
  const { cycleDeg: cycle } = engine;
  const moment = (
    cylinder: string,
    role: string,
    share: (s: { opensDeg: number; fullLiftDeg: number; closesDeg: number }) => number,
  ): number[] => {
    const shape = engine.roleArcs[role as "intake"]?.shape;
    const firing = engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
    return shape === undefined ? [] : [firing + share(shape)];
  };
  const full = (cylinder: string, role: string) => moment(cylinder, role, (s) => s.fullLiftDeg);
  const has = (role: string): boolean => engine.valves.some((v) => v.cylinder === valve.cylinder && v.role === role);
  // An injector is set at the better of its cylinder's two stops, each of which is found at a valve that is there.
  const both = (at: (role: "intake" | "exhaust") => number[]): number[] =>
    (valve.role === "injector" ? (["intake", "exhaust"] as const) : [valve.role]).flatMap((role) =>
      has(role === "intake" ? "exhaust" : "intake") ? at(role) : [],
    );
  const named = engine.cylinders.find((c) => c.id === valve.cylinder)?.companion ?? null;
  switch (id) {
    case "firing-order":
      return [valve.firingDeg];
    case "two-stop":
      return [0, cycle / 2];
    case "opening-closing":
      return both((role) =>
        role === "intake"
          ? moment(valve.cylinder, "exhaust", (s) => s.opensDeg + openingShare * (s.fullLiftDeg - s.opensDeg))
          : moment(valve.cylinder, "intake", (s) => s.fullLiftDeg + closingShare * (s.closesDeg - s.fullLiftDeg)),
      );
    case "full-lift":
      return both((role) => full(valve.cylinder, role === "intake" ? "exhaust" : "intake"));
    case "companion-lift":
      return named === null ? [] : full(named, valve.role);
    case "rocking":
      // The cylinder that rocks then is half a cycle from its own firing: this one fires.
      return named === null || cycle === 360
        ? []
        : [(engine.cylinders.find((c) => c.id === named)?.firingDeg ?? 0) + 360];
    case "own-lobe":
      return full(valve.cylinder, valve.role).map((deg) => deg + cycle / 2);
  }
}

const SCHOOLS = [
  "firing-order",
  "two-stop",
  "opening-closing",
  "full-lift",
  "companion-lift",
  "rocking",
  "own-lobe",
] as const;

it("every school sets each valve where it says, as clear of its lobe as walking finds, and turns the crank on alone", () => {
  for (let i = 0; i < ENGINES; i++) {
    const drawn = random(SEED * 104_729 + i);
    const engine = resolveEngine(randomEngine(drawn, drawn.pick(GEAR_KINDS)));
    const { cycleDeg: cycle } = engine;
    const r = random(SEED * 7919 + i);
    const settings = {
      requiredDeg: r.pick([5, 10, 10, 15, 30, 60]),
      marksOnly: r.chance(0.2),
      openingShare: r.between(0, 0.3),
      closingShare: r.between(0, 0.4),
    };
    const { requiredDeg } = settings;
    const answer = planStops(engine, settings, r.pick([[0], [0, 120, 240], [10, 250], []]));
    for (const plan of answer.methods) {
      const served = plan.stops.flatMap((s) => s.set.map((v) => ({ ...v, at: s.crankDeg })));
      const about = `engine ${i}, ${plan.id}`;
      // Every valve once: served as clear as is required, or left out with the best that there is.
      expect([...served.map((v) => v.valve), ...plan.unserved.map((u) => u.valve)].sort(), about).toEqual(
        engine.valves.map((v) => v.id).sort(),
      );
      for (const { valve: id, at, marginDeg } of served) {
        const valve = engine.valves.find((v) => v.id === id) as Valve;
        expect(marginByWalking(valve, at, cycle), `${about}, ${id}`).toBeCloseTo(marginDeg, 4);
        expect(marginDeg, `${about}, ${id}`).toBeGreaterThan(requiredDeg - 1e-5);
      }
      const school = SCHOOLS.find((s) => s === plan.id);
      if (school !== undefined)
        for (const valve of engine.valves) {
          const places = placesOf(school, engine, valve, settings).map((deg) => on(deg, cycle));
          const margins =
            valve.baseCircleArcs === null ? [] : places.map((deg) => marginByWalking(valve, deg, cycle));
          const best = Math.max(...margins);
          const found = served.find((v) => v.valve === valve.id);
          if (best >= requiredDeg - 1e-6) {
            expect(found?.marginDeg, `${about}, ${valve.id}`).toBeCloseTo(best, 4);
            const off = places.map((deg) =>
              Math.min(on(deg - (found?.at ?? 0), cycle), on((found?.at ?? 0) - deg, cycle)),
            );
            expect(Math.min(...off), `${about}, ${valve.id}`).toBeLessThan(1e-4);
          } else if (margins.length > 0) {
            const left = plan.unserved.find((u) => u.valve === valve.id);
            expect(left?.bestMarginDeg, `${about}, ${valve.id}`).toBeCloseTo(best, 4);
          } else expect(found, `${about}, ${valve.id}`).toBeUndefined();
        }
      const angles = plan.stops.map((s) => s.crankDeg);
      expect(angles, about).toEqual([...angles].sort((a, b) => a - b));
      expect(
        plan.stops.map((s) => s.markDeg),
        about,
      ).toEqual(angles.map((deg) => expect.closeTo(deg % 360, 4)));
      plan.stops.forEach((s, at) =>
        expect(s.turnDeg, about).toBeCloseTo(at === 0 ? 0 : s.crankDeg - (angles[at - 1] ?? 0), 4),
      );
      expect(plan.turnTotalDeg, about).toBeCloseTo((angles.at(-1) ?? 0) - (angles[0] ?? 0), 4);
      expect(plan.usable, about).toBe(served.length > 0 && plan.unserved.length === 0);
      expect(plan.worst?.marginDeg ?? null, about).toEqual(
        served.length === 0 ? null : expect.closeTo(Math.min(...served.map((v) => v.marginDeg)), 4),
      );
      // A route goes to each stop once, whatever the order, and loses no valve.
      for (const order of SERVING_ORDERS) {
        const route = routeOf(engine, plan, order);
        expect(
          route.flatMap((s) => s.valves.filter((v) => v.doubt === null).map((v) => v.valve)).sort(),
          about,
        ).toEqual(served.map((v) => v.valve).sort());
      }
    }
    const usable = answer.methods.filter((m) => m.usable).map((m) => m.id);
    expect(answer.recommended === null ? usable : usable.includes(answer.recommended)).toEqual(
      answer.recommended === null ? [] : true,
    );
  }
});
