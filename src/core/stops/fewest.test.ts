/** The fewest stops against brute force: every angle of a grid on which all ends of all arcs lie. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { type Engine, resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { bestWorstMargin, fewestStops, markAngles } from "./fewest";
import { marginDeg } from "./margin";
import { planMethod } from "./planMethod";
import { DEFAULT_STOP_SETTINGS } from "./settings";
import { Effort, hits, leastPoints, stab } from "./stabbing";
import { fold } from "../units/angle/arc";
import { between } from "../units/between.testing";
import { runs } from "../units/runs.testing";

/** All ends of all arcs lie on multiples of `stepDeg`, so best margins and their angles lie on halves of it. */
const gridOf = (stepDeg: 10 | 40): number[] => Array.from({ length: 1440 / stepDeg }, (_, i) => (i * stepDeg) / 2);
const GRID = gridOf(10);
const steps = (stepDeg: number, min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.ceil(min / stepDeg), max: Math.floor(max / stepDeg) }).map((n) => n * stepDeg);
const tens = (min: number, max: number): fc.Arbitrary<number> => steps(10, min, max);

function gridEngine(stepDeg: 10 | 40, maxCylinders: number): fc.Arbitrary<EngineFile> {
  const fromTdc = steps(stepDeg, -20, 60);
  // Bottom dead centre lies on the coarse grid too when counted from 20.
  const fromBdc = steps(stepDeg, 0, 80).map((n) => (stepDeg === 40 ? n - 20 : n + 10));
  return fc
    .record({
      angles: fc.array(steps(stepDeg, 0, 710), { minLength: 0, maxLength: maxCylinders - 1 }),
      rampDeg: steps(stepDeg, 0, 50),
      ivo: fromTdc,
      ivc: fromBdc,
      evo: fromBdc,
      evc: fromTdc,
      release: fc.option(steps(stepDeg, -170, -70), { nil: undefined }),
    })
    .map(({ angles, rampDeg, ivo, ivc, evo, evc, release }) =>
      engineFile(
        [...angles, 0].map((_, i) => String(i + 1)),
        {
          firingAnglesDeg: [0, ...angles.sort((a, b) => a - b)],
          cam: {
            rampDeg,
            intake: { opensDegBtdc: ivo, closesDegAbdc: ivc },
            exhaust: { opensDegBbdc: evo, closesDegAtdc: evc },
            ...(release === undefined
              ? {}
              : { releases: [{ role: "exhaust" as const, fromDeg: release, toDeg: release + 40 }] }),
          },
        },
      ),
    );
}

const marginsAt = (engine: Engine, deg: number): number[] => engine.valves.map((v) => marginDeg(v, deg, 720) ?? NaN);

/** Every set of up to three grid angles: for each count the largest worst margin, and with it the least turning. */
function byForce(engine: Engine, grid: readonly number[] = GRID): { worst: number; turn: number }[] {
  const valves = engine.valves.length;
  // Row by row: the margin of every valve at an angle of the grid.
  const margins = Float64Array.from(grid.flatMap((deg) => marginsAt(engine, deg)));
  const best = [1, 2, 3].map(() => ({ worst: -Infinity, turn: Infinity }));
  const worstOf = (i: number, j: number, k: number): number => {
    let worst = Infinity;
    for (let v = 0; v < valves; v++)
      worst = Math.min(
        worst,
        Math.max(margins[i * valves + v] ?? NaN, margins[j * valves + v] ?? NaN, margins[k * valves + v] ?? NaN),
      );
    return worst;
  };
  for (let i = 0; i < grid.length; i++)
    for (let j = i; j < grid.length; j++)
      for (let k = j; k < grid.length; k++) {
        const count = new Set([i, j, k]).size;
        const b = best[count - 1];
        // Of the ways to name fewer than three angles one is enough.
        if (b === undefined || (count === 2 && j === k) || (count < 3 && i !== j)) continue;
        const worst = worstOf(i, j, k);
        const turn = (grid[k] ?? 0) - (grid[i] ?? 0);
        if (worst > b.worst || (worst === b.worst && turn < b.turn)) Object.assign(b, { worst, turn });
      }
  return best;
}

describe("fewestStops", () => {
  it.each([
    { stepDeg: 10, maxCylinders: 4, cases: runs(30) },
    { stepDeg: 40, maxCylinders: 6, cases: 250 },
  ] as const)(
    "has the count, the worst margin and the turning that brute force finds on a grid of $stepDeg degrees",
    ({ stepDeg, maxCylinders, cases }) => {
      fc.assert(
        fc.property(gridEngine(stepDeg, maxCylinders), steps(stepDeg, 0, 50), (file, requiredDeg) => {
          const engine = resolveEngine(file);
          const forced = byForce(engine, gridOf(stepDeg));
          const count = forced.findIndex((f) => f.worst >= requiredDeg) + 1;
          const plan = planMethod("fewest", engine, { ...DEFAULT_STOP_SETTINGS, requiredDeg });
          if (count === 0) {
            expect(plan.stops.length > 3 || plan.unserved.length > 0).toBe(true);
            return;
          }
          expect(plan.unserved).toEqual([]);
          expect(plan.stops).toHaveLength(count);
          expect(plan.worst?.marginDeg).toBeCloseTo(forced[count - 1]?.worst ?? NaN, 4);
          const severalArcs = engine.valves.some((v) => (v.baseCircleArcs?.length ?? 0) > 1);
          if (!severalArcs) expect(plan.turnTotalDeg).toBeCloseTo(forced[count - 1]?.turn ?? NaN, 4);
        }),
        { numRuns: cases },
      );
    },
    120_000,
  );
  it("takes a stop a hair short of a whole cycle for one at its start", () => {
    const odd = resolveEngine(
      engineFile(["1", "2"], {
        firingAnglesDeg: [0, 490],
        cam: {
          rampDeg: 0,
          intake: { opensDegBtdc: 0, closesDegAbdc: 80 },
          exhaust: { opensDegBbdc: 80, closesDegAtdc: 40 },
        },
      }),
    );
    const plan = planMethod("fewest", odd, { ...DEFAULT_STOP_SETTINGS, requiredDeg: 0 });
    expect(plan.stops.map((s) => s.crankDeg)).toEqual([0, 270]);
    expect(plan).toMatchObject({ turnTotalDeg: 270, worst: { marginDeg: 100 } });
  });
  it("names a valve whose base circle is shorter than twice the margin, with the best it can have", () => {
    const plan = planMethod("fewest", resolveEngine(engineFile(["1"], { cam: MILD_CAM })), {
      ...DEFAULT_STOP_SETTINGS,
      requiredDeg: 180,
    });
    expect(plan).toMatchObject({ usable: true, worst: { marginDeg: 220 } });
    const tight = planMethod("fewest", resolveEngine(engineFile(["1"], { cam: { ...MILD_CAM, rampDeg: 90 } })), {
      ...DEFAULT_STOP_SETTINGS,
      requiredDeg: 170,
    });
    expect(tight.unserved).toMatchObject([
      { valve: "1I", bestMarginDeg: 150 },
      { valve: "1E", bestMarginDeg: 150 },
    ]);
    expect(tight.why).toContain("its base circle is only 300 degrees long");
  });
  it("on marks only, takes no other angle, and is the best of those", () => {
    fc.assert(
      fc.property(
        gridEngine(10, 4),
        fc.uniqueArray(tens(0, 350), { minLength: 1, maxLength: 6 }),
        tens(0, 40),
        (file, marks, requiredDeg) => {
          const engine = resolveEngine(file);
          const only = markAngles(marks, 720);
          const forced = byForce(engine, only);
          const count = forced.findIndex((f) => f.worst >= requiredDeg) + 1;
          const plan = planMethod(
            "fewest",
            engine,
            { ...DEFAULT_STOP_SETTINGS, requiredDeg, marksOnly: true },
            marks,
          );
          for (const stop of plan.stops) expect(only).toContain(stop.crankDeg);
          if (count > 0)
            expect(plan).toMatchObject({
              unserved: [],
              stops: { length: count },
              worst: { marginDeg: forced[count - 1]?.worst },
            });
        },
      ),
      { numRuns: 100 },
    );
  });
  it("no stops where nothing can be served", () => {
    const jumps = engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }], cam: MILD_CAM });
    expect(fewestStops(resolveEngine(jumps), 10)).toEqual({ stops: [], atLeast: 0 });
  });
  it("loses no valve to the rounding of a stop that stands just at its margin", () => {
    const eleven = engineFile(
      Array.from({ length: 11 }, (_, i) => String(i + 1)),
      {
        cam: {
          rampDeg: 24,
          intake: { opensDegBtdc: 52, closesDegAbdc: 69 },
          exhaust: { opensDegBbdc: 20, closesDegAtdc: 0 },
          releases: [{ role: "exhaust", fromDeg: -85, toDeg: -45 }],
        },
      },
    );
    const plan = planMethod("fewest", resolveEngine(eleven), { ...DEFAULT_STOP_SETTINGS, requiredDeg: 1 });
    expect(plan).toMatchObject({ usable: true, unserved: [], worst: { marginDeg: 0.999999 }, stops: { length: 2 } });
  });
  it("gives up on a cam that nobody ground, says so, and still serves every valve", () => {
    const phases = fc.sample(between(0, 719), { numRuns: 24, seed: 3 });
    const shifts = fc.sample(between(0, 70), { numRuns: 16, seed: 4 });
    const file = engineFile(
      phases.map((_, i) => String(i + 1)),
      { cam: MILD_CAM, firingAnglesDeg: [0, ...phases.slice(1).sort((a, b) => a - b)] },
    );
    const plain = resolveEngine(file);
    const arcs = shifts.map((deg, i) => ({ startDeg: fold((i % 8) * 90 + deg, 720), spanDeg: 10 }));
    const odd: Engine = {
      ...plain,
      valves: plain.valves.map((v) => ({
        ...v,
        baseCircleArcs: v.role === "intake" ? arcs.slice(8) : arcs.slice(0, 8),
      })),
    };
    const plan = planMethod("fewest", odd, { ...DEFAULT_STOP_SETTINGS, requiredDeg: 1 });
    const { stops, atLeast } = fewestStops(odd, 1);
    expect(plan).toMatchObject({ usable: true, unserved: [], stops: { length: stops.length } });
    expect(atLeast).toBeGreaterThan(0);
    expect(atLeast).toBeLessThan(stops.length);
    expect(plan.why).toMatch(
      new RegExp(
        ` Not proven the fewest: at least ${atLeast} stops? (is|are) needed, and the search was given up there\\.$`,
      ),
    );
    for (const v of odd.valves)
      expect(Math.max(...stops.map((deg) => marginDeg(v, deg, 720) ?? NaN))).toBeGreaterThanOrEqual(1 - 1e-6);
    expect(planMethod("fewest", plain).why).not.toContain("Not proven");
  });
});

describe("bestWorstMargin", () => {
  it("is what brute force finds for one, two and three stops", () => {
    fc.assert(
      fc.property(gridEngine(10, 4), (file) => {
        const engine = resolveEngine(file);
        byForce(engine).forEach(({ worst }, i) => {
          const best = bestWorstMargin(engine, i + 1);
          if (worst < 0) expect(best).toBeNull();
          else expect(best?.worstDeg).toBeCloseTo(worst, 4);
        });
      }),
      { numRuns: runs(20) },
    );
  }, 120_000);
  it("refuses no stops", () =>
    expect(() => bestWorstMargin(resolveEngine(engineFile(["1"])), 0)).toThrow(RangeError));
});

describe("stab", () => {
  it("past its effort gives what it picked one by one, or nothing where that is too many", () => {
    const targets = [
      [
        { startDeg: fold(0, 720), spanDeg: 10 },
        { startDeg: fold(300, 720), spanDeg: 10 },
      ],
      [{ startDeg: fold(5, 720), spanDeg: 10 }],
      [{ startDeg: fold(200, 720), spanDeg: 10 }],
    ];
    const spent = new Effort(0);
    const points = stab(targets, 720, 3, null, spent);
    expect(spent.spent).toBe(true);
    for (const t of targets) expect((points ?? []).some((deg) => hits(t, deg, 720))).toBe(true);
    expect(stab(targets, 720, 1, null, new Effort(0))).toBeNull();
    expect(stab(targets, 720, 3, [7], new Effort(0))).toBeNull();
    expect(stab(targets, 720, 3, [7, 205], new Effort(0))?.sort((a, b) => a - b)).toEqual([7, 205]);
    expect(leastPoints(targets, 720)).toBe(2);
    expect(leastPoints([], 720)).toBe(0);
  });
  it("refuses a target that nothing can hit", () => expect(() => stab([[]], 720, 3)).toThrow(RangeError));
  it("needs no point for no target", () => expect(stab([], 720, 0)).toEqual([]));
});
