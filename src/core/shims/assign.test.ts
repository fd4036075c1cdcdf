/** The whole engine against brute force: every way to give parts to positions, on small cases. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Part, type Position, type ShimPlan, assignShims, known } from "./assign";
import { interval } from "../units/interval";

const at = (id: string, fittedMm: number, lash: number, more: Partial<Position> = {}): Position => ({
  id,
  fittedMm,
  lashMm: known(lash),
  lowMm: 0.1,
  highMm: 0.2,
  aimMm: 0.15,
  ...more,
});
const part = (
  id: string,
  thicknessMm: number,
  source: "stock" | "buy" = "stock",
  cost = 0,
  quantity: number | null = source === "stock" ? 1 : null,
): Part => ({ id, thicknessMm, source, cost, quantity });

type Goals = [unserved: number, unsure: number, cost: number, squares: number, moved: number];

/** Whether a part lies in the band whatever its own thickness, and that of the one it replaces, leave open. */
const isSure = (p: Position, lash: number, withinMm: number): boolean =>
  lash - withinMm >= p.lowMm - 1e-9 && lash + withinMm <= p.highMm + 1e-9;

/** All assignments by recursion; squares in whole millionths of a millimeter squared, as ties must be ties. */
function brute(positions: readonly Position[], parts: readonly Part[], reuse: boolean): Goals {
  const pool = [
    ...positions.map((p) => ({
      from: p.id,
      mm: p.fittedMm,
      cost: 0,
      left: 1,
      own: true,
      engine: p.engine,
      within: p.withinMm ?? 0,
    })),
    ...parts.map((p) => ({
      from: p.id,
      mm: p.thicknessMm,
      cost: p.cost,
      left: p.quantity ?? 99,
      own: false,
      engine: undefined,
      within: p.withinMm ?? 0,
    })),
  ];
  let best: Goals = [Infinity, 0, 0, 0, 0];
  const better = (a: Goals, b: Goals): boolean => {
    for (let i = 0; i < 5; i++) if (Math.abs((a[i] ?? 0) - (b[i] ?? 0)) > 1e-9) return (a[i] ?? 0) < (b[i] ?? 0);
    return false;
  };
  const walk = (i: number, so: Goals): void => {
    const p = positions[i];
    if (p === undefined) {
      if (better(so, best)) best = so;
      return;
    }
    walk(i + 1, [so[0] + 1, so[1], so[2], so[3], so[4]]);
    for (const item of pool) {
      const lash = p.fittedMm + (p.lashMm.lo + p.lashMm.hi) / 2 - item.mm;
      const isOwn = item.own && item.from === p.id;
      if (
        item.left === 0 ||
        lash < p.lowMm - 1e-9 ||
        lash > p.highMm + 1e-9 ||
        (item.own && !isOwn && (!reuse || item.engine !== p.engine))
      )
        continue;
      item.left -= 1;
      const unsure = isOwn || isSure(p, lash, (p.withinMm ?? 0) + item.within) ? 0 : 1;
      walk(i + 1, [
        so[0],
        so[1] + unsure,
        so[2] + item.cost,
        so[3] + Math.round((lash - p.aimMm) * 1e6) ** 2,
        so[4] + (item.own && !isOwn ? 1 : 0),
      ]);
      item.left += 1;
    }
  };
  walk(0, [0, 0, 0, 0, 0]);
  return best;
}
const goalsOf = (plan: ShimPlan, positions: readonly Position[], parts: readonly Part[]): Goals => [
  plan.unserved.length,
  plan.picks.filter((k) => {
    const p = positions.find((x) => x.id === k.position);
    const within =
      k.source === "moved"
        ? positions.find((x) => x.id === k.from)?.withinMm
        : parts.find((x) => x.id === k.from)?.withinMm;
    return p !== undefined && k.source !== "own" && !isSure(p, k.predictedLashMm, (p.withinMm ?? 0) + (within ?? 0));
  }).length,
  plan.cost,
  plan.picks.reduce(
    (sum, k) =>
      sum + Math.round((k.predictedLashMm - (positions.find((p) => p.id === k.position)?.aimMm ?? 0)) * 1e6) ** 2,
    0,
  ),
  plan.moved,
];

const size = fc.integer({ min: 0, max: 10 }).map((k) => Number((2.4 + k * 0.05).toFixed(2)));
const anyCase = fc
  .record({
    positions: fc.array(
      fc.record({
        fitted: size,
        lash: fc.integer({ min: 0, max: 35 }).map((k) => k / 100),
        wide: fc.boolean(),
        marked: fc.boolean(),
        engine: fc.constantFrom("a", "b"),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    parts: fc.array(
      fc.record({
        mm: size,
        buy: fc.boolean(),
        cost: fc.constantFrom(0, 0, 3.5, 8),
        quantity: fc.option(fc.integer({ min: 0, max: 2 }), { nil: null }),
        marked: fc.boolean(),
      }),
      { maxLength: 5 },
    ),
    reuse: fc.boolean(),
    engines: fc.boolean(),
  })
  .map(({ positions, parts, reuse, engines }) => ({
    reuse,
    positions: positions.map((p, i) =>
      at(`p${i}`, p.fitted, p.lash, {
        ...(p.wide ? { lowMm: 0.08, highMm: 0.25, aimMm: 0.16 } : {}),
        ...(engines ? { engine: p.engine } : {}),
        ...(p.marked ? { withinMm: 0.02 } : {}),
      }),
    ),
    parts: parts.map((p, i) => ({
      ...part(`s${i}`, p.mm, p.buy ? "buy" : "stock", p.cost, p.buy ? p.quantity : (p.quantity ?? 1)),
      ...(p.marked ? { withinMm: 0.02 } : {}),
    })),
  }));

describe("which part goes where", () => {
  it("is what trying everything finds, goal by goal", () => {
    fc.assert(
      fc.property(anyCase, ({ positions, parts, reuse }) => {
        expect(goalsOf(assignShims({ positions, parts, reuse }), positions, parts)).toEqual(
          brute(positions, parts, reuse).map((g) => expect.closeTo(g, 6)),
        );
      }),
      { numRuns: 400 },
    );
  });
  it("gives no part twice, none from nowhere, and leaves nothing out of spec", () => {
    fc.assert(
      fc.property(anyCase, ({ positions, parts, reuse }) => {
        const plan = assignShims({ positions, parts, reuse });
        const used = new Map<string, number>();
        for (const { from, position, thicknessMm, predictedLashMm, source } of plan.picks) {
          used.set(from, (used.get(from) ?? 0) + 1);
          const p = positions.find((x) => x.id === position);
          const item = parts.find((x) => x.id === from);
          expect(thicknessMm).toBe(item?.thicknessMm ?? positions.find((x) => x.id === from)?.fittedMm);
          expect(predictedLashMm).toBeGreaterThanOrEqual((p?.lowMm ?? 0) - 1e-9);
          expect(predictedLashMm).toBeLessThanOrEqual((p?.highMm ?? 0) + 1e-9);
          expect(source === "own").toBe(from === position);
        }
        for (const [from, count] of used)
          expect(count).toBeLessThanOrEqual(
            positions.some((p) => p.id === from) ? 1 : (parts.find((p) => p.id === from)?.quantity ?? Infinity),
          );
        expect(new Set([...plan.picks.map((p) => p.position), ...plan.unserved.map((u) => u.position)]).size).toBe(
          positions.length,
        );
        expect(plan.leftOver).toEqual(positions.filter((p) => !used.has(p.id)).map((p) => p.id));
      }),
      { numRuns: 150 },
    );
  });
  it("the worked sum: 2.65 with 0.09 at an aim of 0.15 takes 2.60, which leaves 0.14", () => {
    const plan = assignShims({
      positions: [at("1I", 2.65, 0.09)],
      parts: [part("a", 2.55), part("b", 2.6)],
      reuse: true,
    });
    expect(plan.picks).toEqual([
      { position: "1I", thicknessMm: 2.6, source: "stock", from: "b", predictedLashMm: expect.closeTo(0.14, 9) },
    ]);
  });
  it("takes a measured part before a marked one, also a dearer one, and a marked one before none", () => {
    const [marked, measured] = [
      { ...part("marked", 2.595, "stock", 1), withinMm: 0.05 },
      part("measured", 2.56, "buy", 8),
    ];
    const positions = [at("1I", 2.65, 0.09)];
    expect(assignShims({ positions, parts: [marked, measured], reuse: true }).picks[0]?.from).toBe("measured");
    expect(assignShims({ positions, parts: [marked], reuse: true }).picks[0]?.from).toBe("marked");
  });
  it("moves parts round before it buys any, and says what is left over", () => {
    // Each wants what its neighbour has, but the last, whose part has to be bought.
    const ring = [at("1", 2.5, 0.25), at("2", 2.6, 0.05), at("3", 2.5, 0.35)];
    const plan = assignShims({ positions: ring, parts: [part("new", 2.7, "buy", 8)], reuse: true });
    expect(plan.picks.map((p) => [p.position, p.source, p.from])).toEqual([
      ["1", "moved", "2"],
      ["2", "moved", expect.stringMatching(/[13]/)],
      ["3", "buy", "new"],
    ]);
    expect(plan).toMatchObject({ cost: 8, bought: 1, moved: 2, unserved: [] });
    expect(plan.leftOver).toHaveLength(1);
  });
  it("names what can't be served, and the thicknesses that would do", () => {
    expect(assignShims({ positions: [at("9", 2.5, 0.5)], parts: [], reuse: true }).unserved).toEqual([
      { position: "9", needsMm: [expect.closeTo(2.8, 9), expect.closeTo(2.9, 9)] },
    ]);
  });
  it("takes the middle of an interval", () => {
    const plan = assignShims({
      positions: [{ ...at("1", 2.6, 0), lashMm: interval(0.14, 0.16) }],
      parts: [],
      reuse: true,
    });
    expect(plan.picks[0]).toMatchObject({ source: "own", predictedLashMm: expect.closeTo(0.15, 9) });
  });
  it("stops when it is told to, and says that it is not the best then", () => {
    const positions = Array.from({ length: 64 }, (_, i) => at(`p${i}`, 2.5, 0.15));
    expect(assignShims({ positions, parts: [], reuse: true, onProgress: () => false }).optimal).toBe(false);
    expect(() => assignShims({ positions, parts: [part("dear", 2.5, "buy", 1e9)], reuse: true })).toThrow(
      new RangeError("assignShims: too dear to be counted exactly: 1000000000 for each of 64"),
    );
  });
  it("has a part that is the last of its kind once only, and says where each comes from", () => {
    const three = ["1", "2", "3"].map((id) => at(id, 2.5, 0.35));
    const plan = assignShims({
      positions: three,
      parts: [part("a", 2.7), part("b", 2.7, "stock", 0, 5)],
      reuse: false,
    });
    expect(plan.picks.map((p) => p.from)).toEqual(["a", "b", "b"]);
    expect(plan.leftOver).toEqual(["1", "2", "3"]);
    const bought = assignShims({ positions: three, parts: [part("c", 2.7, "buy", 2)], reuse: false });
    expect(bought).toMatchObject({ cost: 6, bought: 3, moved: 0 });
  });
  it("tells how far it lies from the aims in all, over what is served", () => {
    const plan = assignShims({
      positions: [at("1", 2.5, 0.17), at("2", 2.5, 0.18), at("9", 2.5, 0.9)],
      parts: [],
      reuse: false,
    });
    expect(plan.sumSquaresMm2).toBeCloseTo(0.02 ** 2 + 0.03 ** 2, 12);
    expect(plan.unserved.map((u) => u.position)).toEqual(["9"]);
  });
  it("uses no test part, wherever it would fit, and none of which there is none", () => {
    const test = { ...at("1", 2.5, 0.15), testPart: true };
    const plan = assignShims({
      positions: [test, at("2", 2.45, 0.2)],
      parts: [part("none", 2.5, "stock", 0, 0)],
      reuse: true,
    });
    expect(plan.picks.map((p) => [p.position, p.from])).toEqual([["2", "2"]]);
    expect(plan.unserved.map((u) => u.position)).toEqual(["1"]);
    expect(plan.leftOver).toEqual([]);
  });
  it("takes a band's own end, whatever rounding does to it", () => {
    for (const [lash, from] of [
      [0.1, "1"],
      [0.2, "1"],
    ] as const)
      expect(assignShims({ positions: [at("1", 2.4, lash)], parts: [], reuse: true }).picks[0]?.from).toBe(from);
    expect(assignShims({ positions: [at("1", 2.4, 0.2001)], parts: [], reuse: true }).picks).toEqual([]);
  });
});
