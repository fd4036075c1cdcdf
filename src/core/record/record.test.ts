/** Rates, forecasts and studies against worked examples, simulation and what must always hold. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fisherAbove, normalBelow } from "./distributions";
import { type ForecastValve, chanceOut, forecast } from "./forecast";
import { gaugeStudy, studyProblem } from "./gaugeStudy";
import { type Service, driftOf, ownRate, roleRate, shrunkRate } from "./rates";

const at = (middle: number, width = 0.02) => ({ lo: middle - width / 2, hi: middle + width / 2 });
const service = (use: number, left: number, found: number): Service => ({ use, left: at(left), found: at(found) });

/** A source of chance with a seed, uniform in [0, 1). */
function chanceFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
const normalFrom = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

describe("the distributions", () => {
  it.each([
    [0, 0.5],
    [1, 0.841344746068543],
    [-1.959963984540054, 0.025],
    [3, 0.99865010196837],
    [-5, 2.866515718791939e-7],
    [-8, 6.220960574271786e-16],
  ])("Φ(%d) is %d", (z, chance) => {
    expect(normalBelow(z) / chance).toBeCloseTo(1, 9);
  });
  it.each([
    [4.102821015, 2, 10, 0.05],
    [1, 1, 1, 0.5],
    [2.25, 18, 60, 0.0102],
    [0.434, 18, 60, 0.9741],
    [161.4476, 1, 1, 0.05],
  ])("an F of over %d with %d and %d degrees of freedom has the chance %d", (ratio, above, below, chance) => {
    expect(fisherAbove(ratio, above, below)).toBeCloseTo(chance, 3);
  });
});

describe("a rate", () => {
  it("is what services say, each weighed by what its readings can tell", () => {
    const drift = driftOf({ use: 400, left: { lo: 0.4, hi: 0.42 }, found: { lo: 0.35, hi: 0.38 } });
    expect(drift.mean).toBeCloseTo(-0.045, 12);
    expect(drift.variance).toBeCloseTo((0.02 ** 2 + 0.03 ** 2) / 12 + 2 * 0.005 ** 2, 12);
    const own = ownRate([service(100, 0.2, 0.19), service(300, 0.2, 0.17)]);
    expect(own?.mean).toBeCloseTo(-0.0001, 12);
    expect(ownRate([])).toBeNull();
  });
  it("of a role is drawn from valves that agree, and says by how much they differ", () => {
    const same = roleRate([
      { mean: -1, variance: 0.04 },
      { mean: -1, variance: 0.09 },
    ]);
    expect(same).toMatchObject({ between: 0, valves: 2 });
    expect(same?.mean).toBeCloseTo(-1, 12);
    // Equal variances: τ² is the sample variance of the means less the variance of one.
    const apart = roleRate([0, 2, 4].map((mean) => ({ mean, variance: 1 })));
    expect(apart?.between).toBeCloseTo(4 - 1, 12);
    expect(apart?.mean).toBeCloseTo(2, 12);
    expect(apart?.variance).toBeCloseTo(4 / 3, 12);
    expect(roleRate([])).toBeNull();
    expect(roleRate([{ mean: 3, variance: 2 }])).toMatchObject({ mean: 3, variance: 2, between: 0 });
  });
  it("of a valve lies between its own and its role's, nearer to its own the better that is known", () => {
    const role = { mean: 0, variance: 0.01, between: 1, valves: 8 };
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 100, noNaN: true }), (variance) => {
        const { mean } = shrunkRate({ mean: 1, variance }, role);
        expect(mean).toBeCloseTo(1 / (1 + variance), 9);
      }),
    );
    expect(shrunkRate(null, role)).toEqual({ mean: 0, variance: 1.01 });
  });
});

const valve = (id: string, services: Service[], now = at(0.3)): ForecastValve => ({
  id,
  role: "exhaust",
  lowMm: 0.25,
  highMm: 0.35,
  now,
  services,
});

describe("the chance of a valve out of its band", () => {
  it("is what a simulation counts", () => {
    const random = chanceFrom(11);
    const cases: [ForecastValve, { mean: number; variance: number }, number][] = [
      [valve("a", []), { mean: -0.0002, variance: 1e-8 }, 200],
      [valve("b", [], { lo: 0.3, hi: 0.3 }), { mean: 0.0001, variance: 4e-8 }, 400],
      [valve("c", [], { lo: 0.24, hi: 0.29 }), { mean: 0.0003, variance: 1e-8 }, 100],
    ];
    for (const [v, rate, use] of cases) {
      const tries = 200_000;
      let out = 0;
      for (let i = 0; i < tries; i++) {
        const lash = v.now.lo + random() * (v.now.hi - v.now.lo);
        const then = lash + (rate.mean + Math.sqrt(rate.variance) * normalFrom(random)) * use;
        if (then < v.lowMm || then > v.highMm) out++;
      }
      expect(chanceOut(v, rate, use)).toBeCloseTo(out / tries, 2);
    }
  });
  it("is a chance, none while nothing moved within the band, and sure where all moved out", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e-3, max: 1e-3, noNaN: true }),
        fc.double({ min: 0, max: 1e-6, noNaN: true }),
        fc.double({ min: 0, max: 1e5, noNaN: true }),
        fc.double({ min: 0, max: 0.08, noNaN: true }),
        (mean, variance, use, width) => {
          const chance = chanceOut(valve("a", [], at(0.3, width)), { mean, variance }, use);
          expect(chance).toBeGreaterThanOrEqual(0);
          expect(chance).toBeLessThanOrEqual(1);
        },
      ),
    );
    expect(chanceOut(valve("a", [], at(0.3, 0.1)), { mean: 0, variance: 0 }, 500)).toBeCloseTo(0, 6);
    expect(chanceOut(valve("a", []), { mean: -0.001, variance: 0 }, 100)).toBe(1);
    expect(chanceOut(valve("a", [], { lo: 0.2, hi: 0.3 }), { mean: 0, variance: 0 }, 0)).toBeCloseTo(0.5, 6);
  });
});

describe("a forecast", () => {
  const sinking = valve("1E", [service(400, 0.3, 0.26), service(400, 0.3, 0.258)]);
  const steady = valve("2E", [service(400, 0.3, 0.298), service(400, 0.3, 0.301)]);
  it("names the valve that will be out first, and when the risk is reached", () => {
    const comes = forecast({ valves: [sinking, steady], risk: 0.05, horizon: 5000 });
    expect(comes.first).toBe("1E");
    expect(comes.unknown).toEqual([]);
    const [first, second] = comes.valves;
    expect(first?.leavesAt).toBeLessThan(second?.leavesAt ?? Infinity);
    expect(comes.useLeft).toBeLessThanOrEqual(first?.leavesAt ?? 0);
    const rates = comes.valves.map((v) => v.rate);
    const chance = [sinking, steady].reduce(
      (all, v, i) => all * (1 - chanceOut(v, rates[i] ?? { mean: 0, variance: 0 }, comes.useLeft ?? 0)),
      1,
    );
    expect(1 - chance).toBeCloseTo(0.05, 9);
    expect(comes.chanceAtHorizon).toBeGreaterThan(0.99);
  });
  it("says that nothing is known where no valve of a role has a history", () => {
    const intake: ForecastValve = { ...valve("1I", []), role: "intake" };
    const comes = forecast({ valves: [sinking, intake], risk: 0.05, horizon: 5000 });
    expect(comes).toMatchObject({ useLeft: null, first: null, chanceAtHorizon: null, unknown: ["1I"] });
    expect(comes.valves[0]?.leavesAt).not.toBeNull();
    expect(comes.valves[1]).toMatchObject({ rate: null, leavesAt: null });
    // What the model does elsewhere stands in.
    const known = new Map([["intake", { mean: 0, variance: 1e-10, between: 1e-10, valves: 16 }] as const]);
    expect(forecast({ valves: [sinking, intake], risk: 0.05, horizon: 5000, known }).unknown).toEqual([]);
  });
  it("is due at once where a valve may be out already, and not at all where none ever will", () => {
    const out = valve("1E", [service(400, 0.3, 0.29)], at(0.25));
    expect(forecast({ valves: [out], risk: 0.05, horizon: 5000 }).useLeft).toBe(0);
    expect(forecast({ valves: [steady], risk: 0.05, horizon: 1 }).useLeft).toBeNull();
  });
  it("never looks longer ahead for a smaller risk", () => {
    const left = (risk: number): number => forecast({ valves: [sinking, steady], risk, horizon: 1e4 }).useLeft ?? 1e4;
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.4, noNaN: true }), (risk) => {
        expect(left(risk)).toBeLessThanOrEqual(left(risk * 2) + 1e-6);
      }),
      { numRuns: 30 },
    );
  });
});

describe("a gauge study", () => {
  it("finds again what was planted", () => {
    const random = chanceFrom(5);
    const bias = [-0.01, 0, 0.01];
    const readings = Array.from({ length: 40 }, (_, v) => 0.1 + 0.01 * v).flatMap((gap, v) =>
      bias.flatMap((b, p) =>
        [0, 1, 2, 3].map(() => ({
          valve: `v${v}`,
          person: `p${p}`,
          valueMm: gap + b + 0.004 * normalFrom(random),
        })),
      ),
    );
    const study = gaugeStudy(readings, 0.1);
    expect(study.repeatabilityMm).toBeCloseTo(0.004, 3);
    expect(study.reproducibilityMm).toBeCloseTo(0.01, 2);
    study.people.forEach((p, i) => expect(Math.abs(p.biasMm - (bias[i] ?? 0))).toBeLessThan(0.001));
    expect(study.verdict).toBe("no");
    for (const p of study.people) expect(p.repeatabilityMm).toBeCloseTo(0.004, 3);
  });
  it("adds up: a table worked by hand", () => {
    // Two valves, two people, two trials each.
    const values = { a: { x: [0.2, 0.22], y: [0.24, 0.26] }, b: { x: [0.3, 0.32], y: [0.34, 0.36] } };
    const readings = Object.entries(values).flatMap(([v, by]) =>
      Object.entries(by).flatMap(([person, all]) => all.map((valueMm) => ({ valve: v, person, valueMm }))),
    );
    const study = gaugeStudy(readings, 0.3);
    // No interaction: rest 4 · 0.0002 over 4 and 1 more degrees of freedom; people 0.0032, valves 0.02.
    const rest = 0.0008 / 5;
    expect(study.pooled).toBe(true);
    expect(study.repeatabilityMm).toBeCloseTo(Math.sqrt(rest), 9);
    expect(study.reproducibilityMm).toBeCloseTo(Math.sqrt((0.0032 - rest) / 4), 9);
    expect(study.betweenValvesMm).toBeCloseTo(Math.sqrt((0.02 - rest) / 4), 9);
    expect(study.shareOfBand).toBeCloseTo((6 * study.gaugeMm) / 0.3, 9);
  });
  it("of one person knows repeatability alone; of a hand that never differs, no classes", () => {
    const alone = ["a", "b", "c"].flatMap((v, i) =>
      [0, 0.004].map((d) => ({ valve: v, person: "x", valueMm: 0.2 + 0.05 * i + d })),
    );
    expect(gaugeStudy(alone, 0.1)).toMatchObject({ reproducibilityMm: 0, interactionMm: 0, pooled: false });
    const exact = ["a", "b"].flatMap((v, i) =>
      ["x", "y"].flatMap((person) => [1, 2].map(() => ({ valve: v, person, valueMm: 0.2 + 0.1 * i }))),
    );
    expect(gaugeStudy(exact, 0.1)).toMatchObject({ gaugeMm: 0, distinct: null, verdict: "good" });
  });
  it.each([
    [[["a", "x"]], /two valves/],
    [
      [
        ["a", "x"],
        ["b", "x"],
      ],
      /at least twice/,
    ],
    [
      [
        ["a", "x"],
        ["a", "x"],
        ["b", "x"],
        ["b", "x"],
        ["b", "x"],
      ],
      /equally often/,
    ],
    [
      [
        ["a", "x"],
        ["a", "x"],
        ["b", "x"],
        ["b", "x"],
        ["a", "y"],
        ["a", "y"],
      ],
      /at least twice/,
    ],
  ] as [string[][], RegExp][])("is refused without enough readings: %j", (cells, why) => {
    const readings = cells.map(([v = "", person = ""]) => ({ valve: v, person, valueMm: 0.2 }));
    expect(studyProblem(readings)).toMatch(why);
    expect(() => gaugeStudy(readings, 0.1)).toThrow(why);
  });
});
