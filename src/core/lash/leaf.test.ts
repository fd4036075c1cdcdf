import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { judgeInterval } from "./judge";
import { adviseLeaf, leafForAim, leafInDoubt, stackBeyond, stacksOf, triesFor, type Stack } from "./leaf";
import type { LashSpec } from "./spec";
import { between } from "../units/between.testing";

const spec = (nominalMm: number, lowMm: number, highMm: number): LashSpec => ({
  nominalMm,
  lowMm,
  highMm,
  assumedBand: false,
});
const COARSE = [0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4];
const leaves = fc
  .uniqueArray(fc.integer({ min: 2, max: 60 }), { minLength: 1, maxLength: 8 })
  .map((n) => n.map((x) => x / 100));
const bands = fc
  .tuple(fc.integer({ min: 5, max: 50 }), fc.integer({ min: 1, max: 12 }))
  .map(([low, width]) => spec((low + width / 2) / 100, low / 100, (low + width) / 100));

describe("stacksOf", () => {
  it("lists each thickness once, with the fewest leaves", () => {
    const stacks = stacksOf([0.05, 0.1, 0.15]);
    expect(stacks.map((s) => [s.thicknessMm.toFixed(2), s.indices.length])).toEqual([
      ["0.05", 1],
      ["0.10", 1],
      ["0.15", 1],
      ["0.20", 2],
      ["0.25", 2],
      ["0.30", 3],
    ]);
  });
  it("uses each leaf once and never more than allowed", () => {
    fc.assert(
      fc.property(leaves, fc.constantFrom(1, 2, 3), (set, max) => {
        for (const s of stacksOf(set, max)) {
          expect(new Set(s.indices).size).toBe(s.indices.length);
          expect(s.indices.length).toBeLessThanOrEqual(max);
          expect(s.indices.reduce((sum, i) => sum + (set[i] ?? NaN), 0)).toBeCloseTo(s.thicknessMm, 9);
        }
      }),
    );
  });
  it("refuses a stack of four", () => expect(() => stacksOf(COARSE, 4)).toThrow(RangeError));
});

describe("adviseLeaf", () => {
  it("offers the stack that a coarse set needs between two leaves", () => {
    const advice = adviseLeaf(stacksOf([0.1, 0.13, 0.2, 0.25]), { goesMm: 0.2, noGoMm: 0.25 }, spec(0.2, 0.18, 0.23));
    expect(advice).toMatchObject({ decided: false, try: { thicknessMm: expect.closeTo(0.23, 9), indices: [1, 0] } });
  });
  it("says when nothing of the set can decide, and from where to where", () => {
    const advice = adviseLeaf(stacksOf([0.2, 0.25], 1), { goesMm: 0.2, noGoMm: 0.25 }, spec(0.22, 0.21, 0.24));
    expect(advice).toMatchObject({
      decided: false,
      try: null,
      why: expect.stringContaining("between 0.200 and 0.250 mm"),
    });
    expect(adviseLeaf(stacksOf([0.05], 1), { goesMm: 0.05, noGoMm: Infinity }, spec(0.3, 0.2, 0.4))).toMatchObject({
      why: expect.stringContaining("thicker set"),
    });
  });
  it("starts at a limit of the band: no other leaf splits the answers", () => {
    const first = adviseLeaf(stacksOf(COARSE), { goesMm: 0, noGoMm: Infinity }, spec(0.2, 0.15, 0.25));
    expect(first).toMatchObject({ try: { thicknessMm: expect.closeTo(0.25, 9) } });
  });

  /** The fewest further tries, at worst, after which nothing more can be learnt: by trying every leaf. */
  function fewestTries(stacks: readonly Stack[], goes: number, noGo: number, band: LashSpec): number {
    const open = stacks.filter((s) => s.thicknessMm > goes + 1e-7 && s.thicknessMm < noGo - 1e-7);
    const ends = [goes, ...open.map((s) => s.thicknessMm), noGo];
    const verdicts = new Set(ends.slice(1).map((hi, i) => judgeInterval(ends[i] ?? 0, hi, band)));
    if (verdicts.size === 1 || judgeInterval(goes, noGo, band) !== "undecided") return 0;
    return (
      1 +
      Math.min(
        ...open.map((s) =>
          Math.max(fewestTries(stacks, s.thicknessMm, noGo, band), fewestTries(stacks, goes, s.thicknessMm, band)),
        ),
      )
    );
  }

  it("follows to a verdict that fits the truth, in the fewest tries that brute force can find", () => {
    const few = fc
      .uniqueArray(fc.integer({ min: 2, max: 60 }), { minLength: 1, maxLength: 4 })
      .map((n) => n.map((x) => x / 100));
    fc.assert(
      fc.property(few, bands, between(0.0001, 0.7), (set, band, truth) => {
        const stacks = stacksOf(set, 2);
        const limit = fewestTries(stacks, 0, Infinity, band);
        let [goesMm, noGoMm, tries] = [0, Infinity, 0];
        for (;;) {
          const advice = adviseLeaf(stacks, { goesMm, noGoMm }, band);
          if (advice.decided) {
            const inside = truth >= band.lowMm && truth <= band.highMm;
            expect(advice.verdict).toBe(inside ? "in" : truth < band.lowMm ? "tight" : "loose");
            break;
          }
          if (advice.try === null) break;
          tries += 1;
          if (truth >= advice.try.thicknessMm) goesMm = advice.try.thicknessMm;
          else noGoMm = advice.try.thicknessMm;
        }
        expect(tries).toBeLessThanOrEqual(limit);
      }),
      { numRuns: 200 },
    );
  });
});

describe("leafInDoubt", () => {
  /** The tries until the end is known, when the lash lies just beyond `goes` of the leaves. */
  function tries(count: number, goes: number, budget: number): number {
    let [from, to, tried] = [0, count, 0];
    while (to > from) {
      const at = from + leafInDoubt(to - from, budget - tried);
      tried += 1;
      if (at < goes) from = at + 1;
      else to = at;
    }
    expect(from).toBe(goes);
    return tried;
  }

  it("finds the end within the halves of the leaves in doubt and one try more, and what is just out at once", () => {
    for (let count = 1; count <= 60; count++) {
      for (let goes = 0; goes <= count; goes++)
        expect(tries(count, goes, triesFor(count)), `${goes} of ${count}`).toBeLessThanOrEqual(
          Math.ceil(Math.log2(count)) + 1,
        );
      expect(tries(count, 0, triesFor(count))).toBe(1);
    }
  });

  it("halves where no try is to spare", () => {
    expect([7, 8, 15].map((n) => leafInDoubt(n, 0))).toEqual([3, 0, 7]);
    for (let goes = 0; goes <= 15; goes++) expect(tries(15, goes, 0)).toBe(4);
    expect([1, 2, 12, 13].map(triesFor)).toEqual([1, 2, 5, 5]);
    expect(triesFor(0)).toBe(0);
    expect(() => leafInDoubt(0, 3)).toThrow(RangeError);
  });
});

describe("leafForAim", () => {
  const LEAVES = [0.1, 0.13, 0.2, 0.25, 0.3];
  const forAim = (aim: number, school: "go-no-go" | "drag" | "overshoot" = "go-no-go") =>
    leafForAim(stacksOf(LEAVES), LEAVES, aim, school)?.indices ?? null;

  it.each([
    [0.2, [2]],
    [0.21, [2]],
    // Two together where one is not near enough.
    [0.23, [1, 0]],
    [0.32, [2, 1]],
    [0.06, null],
  ])("%d mm", (aim, indices) => expect(forAim(aim)).toEqual(indices));

  it("is the one over the aim, in the school that sets to that", () => {
    expect(forAim(0.2, "overshoot")).toEqual([3]);
    expect(forAim(0.2, "drag")).toEqual([2]);
    expect(leafForAim([], [], 0.2, "drag")).toBeNull();
  });
});

describe("stackBeyond", () => {
  const stacks = stacksOf([0.1, 0.13, 0.2, 0.25, 0.3]);
  it("is a fifth thicker than what goes, else the thickest there is, and never a single leaf", () => {
    expect(stackBeyond(stacks, 0.3)?.thicknessMm).toBeCloseTo(0.38, 9);
    expect(stackBeyond(stacks, 0.72)?.thicknessMm).toBeCloseTo(0.75, 9);
    expect(stackBeyond(stacks, 0.75)).toBeNull();
  });
});
