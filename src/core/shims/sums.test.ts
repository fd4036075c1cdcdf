/** One valve on paper, and pairs that close positively. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { interval } from "../units/interval";
import { MOST_AT_ONCE_MM, grindStep } from "./grind";
import { aimFor, lashWithMm, lashWithin, newThicknessMm, sumLines, thicknessWindow } from "./oneValve";
import { openerCloserLines } from "./openerCloserLines";
import { isSolved, positiveClosing, type PositiveClosing } from "./positiveClosing";
import { FELTS, FELT_NAMES, isRight, tooThickMm } from "./tries";
import { between } from "../units/between.testing";

describe("one valve", () => {
  it("is the trade's sum: 2.65 and 0.09 for an aim of 0.15 make 2.59; 2.60 leaves 0.14, 2.55 leaves 0.19", () => {
    expect(newThicknessMm(2.65, 0.09, 0.15)).toBeCloseTo(2.59, 9);
    expect(lashWithMm(2.65, 0.09, 2.6)).toBeCloseTo(0.14, 9);
    expect(lashWithMm(2.65, 0.09, 2.55)).toBeCloseTo(0.19, 9);
  });
  it("is written line by line, an inch figure brought over exactly on its own line", () => {
    expect(sumLines({ mm: 2.65, unit: "mm" }, { mm: 0.1016, unit: "in" }, { mm: 0.1524, unit: "thou" })).toEqual([
      { what: "fitted", figure: "2.65 mm" },
      { what: "and the lash that was read", figure: ".004 in × 25.4 = 0.1016 mm" },
      { what: "less the lash that is wanted", figure: "6 thou × 0.0254 = 0.1524 mm" },
      { what: "makes the part", figure: "2.65 + 0.102 − 0.152 = 2.599 mm" },
    ]);
  });
  it("keeps what is not known: the interval holds every true lash", () => {
    const within = between(0, 1);
    fc.assert(
      fc.property(within, within, within, (f, l, t) => {
        const [fitted, lash, part] = [interval(2.48, 2.52), interval(0.1, 0.15), interval(2.5, 2.54)];
        const of = ({ lo, hi }: { lo: number; hi: number }, share: number): number => lo + (hi - lo) * share;
        const { lo, hi } = lashWithin(fitted, lash, part);
        const truth = lashWithMm(of(fitted, f), of(lash, l), of(part, t));
        expect(truth).toBeGreaterThanOrEqual(lo - 1e-12);
        expect(truth).toBeLessThanOrEqual(hi + 1e-12);
      }),
    );
  });
  it("and is no wider than that", () =>
    expect(lashWithin(interval(2.48, 2.52), interval(0.1, 0.15), interval(2.5, 2.54))).toEqual({
      lo: expect.closeTo(0.04, 9),
      hi: expect.closeTo(0.17, 9),
    }));
  it("knows the thicknesses that would do", () =>
    expect(thicknessWindow(2.5, 0.5, { lowMm: 0.1, highMm: 0.2 })).toEqual({
      lo: expect.closeTo(2.8, 9),
      hi: expect.closeTo(2.9, 9),
    }));
  it.each([
    ["nominal", "tightens", 0.15],
    ["long-life", "tightens", 0.175],
    ["long-life", "loosens", 0.125],
    ["long-life", "unknown", 0.15],
  ] as const)("aims %s, %s", (aim, drift, mm) => {
    expect(aimFor(aim, { nominalMm: 0.15, lowMm: 0.1, highMm: 0.2 }, drift)).toBeCloseTo(mm, 9);
  });
});

const solve = (openGap: number, loaded: number, more: object = {}): PositiveClosing => {
  const p = positiveClosing({
    opener: { fittedMm: 2.85, gapMm: openGap, aimMm: 0.1 },
    closer: { fittedMm: 6.4, loadedGapMm: loaded, aimMm: 0 },
    ...more,
  });
  if (!isSolved(p)) throw new Error(p.why);
  return p;
};

describe("a positively closed pair", () => {
  it("is the trade's sum", () =>
    expect(solve(0.18, 0.27)).toEqual({
      closerGapMm: expect.closeTo(0.09, 9),
      openerNewMm: expect.closeTo(2.93, 9),
      closerNewMm: expect.closeTo(6.49, 9),
      firstStepMm: expect.closeTo(6.49, 9),
    }));
  it("goes 80 percent of the way where much is wanted", () =>
    expect(solve(0.1, 0.35)).toMatchObject({
      closerNewMm: expect.closeTo(6.65, 9),
      firstStepMm: expect.closeTo(6.6, 9),
    }));
  it("at a tenth exactly goes the whole way", () =>
    expect(solve(0.1, 0.2)).toMatchObject({ firstStepMm: expect.closeTo(6.5, 9) }));
  it("leaves the aim of each, where that is not nothing", () =>
    expect(
      solve(0.18, 0.27, {
        opener: { fittedMm: 2.85, gapMm: 0.18, aimMm: 0.12 },
        closer: { fittedMm: 6.4, loadedGapMm: 0.27, aimMm: 0.03 },
      }),
    ).toEqual({
      closerGapMm: expect.closeTo(0.09, 9),
      openerNewMm: expect.closeTo(2.91, 9),
      closerNewMm: expect.closeTo(6.46, 9),
      firstStepMm: expect.closeTo(6.46, 9),
    }));
  it("goes 80 percent of the way to an aim, what the hand overstates taken off first", () =>
    expect(
      solve(0.1, 0.35, { closer: { fittedMm: 6.4, loadedGapMm: 0.35, aimMm: 0.05 }, biasMm: 0.02 }),
    ).toMatchObject({
      closerNewMm: expect.closeTo(6.4 + 0.25 - 0.02 - 0.05, 9),
      firstStepMm: expect.closeTo(6.4 + 0.8 * (0.25 - 0.02 - 0.05), 9),
    }));
  it("takes off what the loaded gap overstates", () =>
    expect(solve(0.18, 0.27, { biasMm: 0.02 }).closerNewMm).toBeCloseTo(6.47, 9));
  it.each([
    [0, 0.1, "opener.gap", /thinner opener/],
    [0.2, 0.19, "closer.loadedGap", /read both again/],
  ] as const)("refuses %f and %f with the way out", (gap, loaded, field, why) => {
    expect(
      positiveClosing({
        opener: { fittedMm: 2.85, gapMm: gap, aimMm: 0.1 },
        closer: { fittedMm: 6.4, loadedGapMm: loaded, aimMm: 0 },
      }),
    ).toMatchObject({ field, why: expect.stringMatching(why) });
  });
  it("reads a hair below the opener gap as no closer gap at all", () => {
    expect(solve(0.2, 0.2 - 5e-10)).toMatchObject({ closerGapMm: 0, closerNewMm: 6.4, firstStepMm: 6.4 });
    expect(solve(0.2, 0.2).closerGapMm).toBe(0);
  });
  it("is written line by line, with what the hand overstates and the first step only where they are", () => {
    const input = {
      opener: { fittedMm: 2.85, gapMm: 0.18, aimMm: 0.1 },
      closer: { fittedMm: 6.4, loadedGapMm: 0.27, aimMm: 0.02 },
    };
    const lines = (biasMm?: number, loadedGapMm = 0.27): [string, string][] => {
      const given = {
        ...input,
        closer: { ...input.closer, loadedGapMm },
        ...(biasMm === undefined ? {} : { biasMm }),
      };
      const solved = positiveClosing(given);
      if (!isSolved(solved)) throw new Error(solved.why);
      return openerCloserLines(given, solved).map((l) => [l.what, l.figure]);
    };
    const usual: [string, string][] = [
      ["loaded gap less opener gap: the closer gap", "0.27 − 0.18 = 0.09 mm"],
      ["opener: fitted and its gap, less the gap that is wanted", "2.85 + 0.18 − 0.10 = 2.93 mm"],
      ["closer: fitted and its gap, less the gap that is wanted", "6.40 + 0.09 − 0.02 = 6.47 mm"],
    ];
    expect(lines()).toEqual(usual);
    expect(lines(0.015)).toEqual([...usual, ["less what your loaded gap overstates", "6.47 − 0.015 = 6.455 mm"]]);
    expect(lines(0, 0.28)).toHaveLength(3);
    expect(lines(0, 0.281)[3]).toEqual(["a first step of 80 percent of the way", "6.465 mm"]);
  });
});

describe("what is felt when a closer is tried", () => {
  it.each([
    ["drag", false, 0.03, "Drag all round", "Too thick."],
    ["hint", true, 0.01, "A hint of drag", "At its thickest; it settles free."],
    ["free", true, 0, "Free, nothing moves", "As it should be."],
    ["movement", false, null, "Movement heard or felt", "Too thin."],
  ] as const)("%s", (felt, right, mm, name, note) => {
    expect([isRight(felt), tooThickMm(felt), FELT_NAMES[felt]]).toEqual([right, mm, { name, note }]);
    expect(FELTS).toContain(felt);
  });
});

describe("grinding a stem", () => {
  it.each([
    ["all that is left, when it is little", 0.22, 0.25, { offMm: 0.03, wantedMm: 0.03, last: true }],
    ["four fifths of more", 0.2, 0.25, { offMm: 0.04, wantedMm: 0.05, last: false }],
    ["never more than a tenth at once", 0.05, 0.25, { offMm: MOST_AT_ONCE_MM, wantedMm: 0.2, last: false }],
    ["a tenth exactly, where four fifths are as much", 0.125, 0.25, { offMm: 0.1, wantedMm: 0.125, last: false }],
  ])("takes %s", (_what, lash, aim, step) =>
    expect(grindStep(lash, aim)).toEqual({
      kind: "grind",
      offMm: expect.closeTo(step.offMm, 9),
      wantedMm: expect.closeTo(step.wantedMm, 9),
      last: step.last,
    }),
  );
  it("can't bring back what is too wide", () => {
    expect(grindStep(0.3, 0.25)).toEqual({ kind: "too-wide", byMm: expect.closeTo(0.05, 9) });
    expect(grindStep(0.25, 0.25)).toMatchObject({ kind: "too-wide" });
  });
  it.each([
    [NaN, 0.2],
    [0.2, Infinity],
  ])("refuses %f and %f", (lash, aim) =>
    expect(() => grindStep(lash, aim)).toThrow(`grindStep: not finite: ${lash}, ${aim}`),
  );
});
