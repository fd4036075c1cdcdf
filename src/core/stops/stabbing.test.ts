/** Points that hit an arc of every target, against every set of angles on a grid. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Arc, fold } from "../units/angle/arc";
import { Effort, type Target, hits, leastPoints, stab, sweepsFromEveryEnd } from "./stabbing";

const CYCLE = 360;
/** Ends of arcs lie on tens, so some smallest set does too. */
const GRID = Array.from({ length: 36 }, (_, i) => i * 10);

const arc: fc.Arbitrary<Arc> = fc
  .record({ start: fc.integer({ min: 0, max: 35 }), span: fc.integer({ min: 0, max: 9 }) })
  .map(({ start, span }) => ({ startDeg: fold(start * 10, CYCLE), spanDeg: span * 10 }));
/** Up to `most` arcs that keep apart, as base circles do. */
const target = (most: number): fc.Arbitrary<Target> =>
  fc
    .record({
      ends: fc.uniqueArray(fc.integer({ min: 0, max: 34 }), { minLength: 2, maxLength: 2 * most }),
      turn: fc.integer({ min: 0, max: 35 }),
    })
    .map(({ ends, turn }) => {
      const inOrder = ends.sort((a, b) => a - b);
      return Array.from({ length: Math.floor(inOrder.length / 2) }, (_, i) => ({
        startDeg: fold(((inOrder[2 * i] ?? 0) + turn) * 10, CYCLE),
        spanDeg: ((inOrder[2 * i + 1] ?? 0) - (inOrder[2 * i] ?? 0)) * 10,
      }));
    });
const targets = (most: number): fc.Arbitrary<Target[]> => fc.array(target(most), { minLength: 1, maxLength: 7 });

/** The fewest points of these angles that hit all targets; Infinity where more than four are needed. */
function fewestByForce(all: readonly Target[], angles: readonly number[]): number {
  const reach = angles.map((deg) => all.reduce((set, t, i) => (hits(t, deg, CYCLE) ? set | (1 << i) : set), 0));
  const whole = (1 << all.length) - 1;
  const within = (from: number, so: number, left: number): boolean =>
    so === whole || (left > 0 && reach.some((r, i) => i >= from && within(i + 1, so | r, left - 1)));
  return [1, 2, 3, 4].find((k) => within(0, 0, k)) ?? Infinity;
}

const hitAll = (all: readonly Target[], points: readonly number[]): boolean =>
  all.every((t) => points.some((deg) => hits(t, deg, CYCLE)));

describe("stab", () => {
  it.each([1, 3] as const)("takes as few points as brute force, with up to %i arcs a target", (most) => {
    fc.assert(
      fc.property(targets(most), (all) => {
        const fewest = fewestByForce(all, GRID);
        if (fewest === Infinity) return;
        const points = stab(all, CYCLE, all.length);
        expect(points).toHaveLength(fewest);
        expect(hitAll(all, points ?? [])).toBe(true);
        expect(stab(all, CYCLE, fewest)).toHaveLength(fewest);
        expect(stab(all, CYCLE, fewest - 1)).toBeNull();
        expect(leastPoints(all, CYCLE)).toBeLessThanOrEqual(fewest);
        if (most === 1) expect(leastPoints(all, CYCLE)).toBe(fewest);
      }),
      { numRuns: 400 },
    );
  });
  it("takes no other angles than those that it is given", () => {
    const given = fc.uniqueArray(fc.constantFrom(...GRID), { minLength: 1, maxLength: 9 });
    fc.assert(
      fc.property(targets(2), given, (all, only) => {
        const fewest = fewestByForce(all, only);
        const points = stab(all, CYCLE, 4, only);
        if (fewest === Infinity) expect(points).toBeNull();
        else {
          expect(points).toHaveLength(fewest);
          for (const deg of points ?? []) expect(only).toContain(deg);
          expect(hitAll(all, points ?? [])).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
  it("hits with what it picks one by one, too, when it may search no further", () => {
    fc.assert(
      fc.property(targets(3), (all) => {
        const picked = stab(all, CYCLE, all.length, all.every((t) => t.length === 1) ? GRID : null, new Effort(0));
        expect(hitAll(all, picked ?? [])).toBe(true);
        expect(picked?.length ?? 0).toBeLessThanOrEqual(all.length);
      }),
    );
  });
});

/** Counts what a search costs. */
class Counted extends Effort {
  used = 0;
  override take(steps: number): void {
    this.used += steps;
    super.take(steps);
  }
}

/** Arcs of so many targets, the same for the same seed. */
function problem(seed: number, count: number, most: number, span: number): Target[] {
  let state = seed;
  const next = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  return Array.from({ length: count }, () =>
    Array.from({ length: 1 + Math.floor(next() * most) }, (_, i) => ({
      startDeg: fold(Math.floor(next() * 240) + i * 240, 720),
      spanDeg: 5 + Math.floor(next() * span),
    })),
  );
}

describe("what a search costs", () => {
  const cost = (targets: readonly Target[], only: readonly number[] | null = null) => {
    const effort = new Counted();
    const points = stab(targets, 720, 12, only, effort);
    return { points: points?.length ?? null, used: effort.used };
  };

  it("is as it was: bounds, memory and dropped points still spare what they spared", () => {
    const told = [
      cost(problem(1, 8, 2, 60)),
      cost(problem(2, 12, 2, 40)),
      cost(problem(3, 16, 3, 30)),
      cost(problem(4, 20, 3, 50)),
      cost(problem(5, 24, 2, 25)),
      cost(problem(6, 14, 3, 20)),
      cost(
        problem(7, 10, 1, 40),
        Array.from({ length: 48 }, (_, i) => i * 15),
      ),
      cost(
        problem(8, 18, 3, 60),
        Array.from({ length: 24 }, (_, i) => i * 30),
      ),
    ];
    expect(told).toMatchInlineSnapshot(`
      [
        {
          "points": 4,
          "used": 239.6,
        },
        {
          "points": 6,
          "used": 1086.9,
        },
        {
          "points": 6,
          "used": 1359.1,
        },
        {
          "points": 7,
          "used": 9197.1,
        },
        {
          "points": 11,
          "used": 8101.9,
        },
        {
          "points": 8,
          "used": 2098,
        },
        {
          "points": 7,
          "used": 1200,
        },
        {
          "points": null,
          "used": 2339.9,
        },
      ]
    `);
  });

  it("is what may be spent, to the step", () => {
    const all = problem(3, 16, 3, 30);
    const { used } = cost(all);
    const enough = new Effort(used);
    expect(stab(all, 720, 12, null, enough)).not.toBeNull();
    expect(enough.spent).toBe(false);
    const short = new Effort(used - 1e-6);
    stab(all, 720, 12, null, short);
    expect(short.spent).toBe(true);
    // Once it was not enough, nothing more is done with it.
    expect(() => short.take(0)).toThrow("given up");
  });

  it("picks one by one the same points, too", () => {
    const picked = [1, 2, 3, 4].map((seed) => stab(problem(seed, 10, 3, 40), 720, 12, null, new Effort(0)));
    expect(picked).toMatchInlineSnapshot(`
      [
        [
          113,
          32,
          462,
          154,
          31,
          272,
        ],
        [
          122,
          488,
          142,
          432,
          181,
          107,
        ],
        [
          171,
          216,
          132,
          63,
          131,
        ],
        [
          180,
          198,
          31,
          130,
          95,
          121,
          47,
          176,
        ],
      ]
    `);
    expect(leastPoints(problem(4, 20, 3, 50), 720)).toMatchInlineSnapshot(`4`);
    expect(leastPoints(problem(5, 24, 2, 25), 720)).toMatchInlineSnapshot(`7`);
  });
});

describe("sweepsFromEveryEnd", () => {
  it("each begins at an arc's end, goes on in crank order, and hits all", () => {
    fc.assert(
      fc.property(fc.array(arc, { minLength: 1, maxLength: 6 }), (arcs) => {
        const all = arcs.map((a) => [a]);
        const sweeps = sweepsFromEveryEnd(arcs, CYCLE, arcs.length);
        const ends = arcs.map((a) => fold(a.startDeg + a.spanDeg, CYCLE));
        expect(sweeps.length).toBeGreaterThan(0);
        for (const points of sweeps) {
          expect(ends).toContain(points[0]);
          expect(hitAll(all, points)).toBe(true);
          const along = points.map((deg) => fold(deg - (points[0] ?? 0), CYCLE));
          // The last may come round to the first again.
          const onward = along.at(-1) === 0 ? along.slice(0, -1) : along;
          expect(onward).toEqual([...onward].sort((a, b) => a - b));
        }
        const fewest = Math.min(...sweeps.map((s) => s.length));
        expect(fewest).toBe(stab(all, CYCLE, arcs.length)?.length);
        expect(sweepsFromEveryEnd(arcs, CYCLE, fewest - 1)).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
});
