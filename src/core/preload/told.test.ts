/** What is told about turns, zero lash, waiting and parts. */
import type { PreloadGear } from "./gear";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bleedRemainingMs, bleedMinutesFor, timerWords } from "./bleedDown";
import { adviseLength, fixedGear, isFixed, lengthWords, type FixedGear } from "./lengths";
import { clockWords, pullsWords, spreadOf, turnsWords } from "./turning";
import { apartWords, firstSchool } from "./zeroLash";
import { between } from "../units/between.testing";

describe("a turn, told", () => {
  it.each([
    [0.5, "half a turn", "from 12 to 6"],
    [0.25, "a quarter turn", "from 12 to 3"],
    [0.75, "three quarters of a turn", "from 12 to 9"],
    [1, "one full turn", "one full turn, back to 12"],
  ])("%f", (turns, words, clock) => {
    expect(turnsWords(turns)).toBe(words);
    expect(clockWords(turns)).toBe(clock);
  });
  it.each<[number, number | undefined, string | null]>([
    [0.5, undefined, null],
    [0.25, 90, null],
    [0.5, 110, "In quarters: 12 to 3, 3 to 6."],
    [0.75, 90, "In quarters: 12 to 3, 3 to 6, 6 to 9."],
    [0.375, 100, "In quarters: 12 to 3, 3 to 4 and a half."],
    [0.25, 50, "In eighths: 12 to 1 and a half, 1 and a half to 3."],
    [0.125, 25, "In sixteenths: 12 to 1, 1 to 1 and a half."],
    [1, 180, "In half turns: 12 to 6, 6 to 12."],
    [1.5, 100, "In quarters: 12 to 3, 3 to 6, 6 to 9, 9 to 12, 12 to 3, 3 to 6."],
    [1.75, 100, "In quarters: 12 to 3, 3 to 6, 6 to 9, 9 to 12, 12 to 3, 3 to 6 and on."],
    [-0.5, 100, "In quarters: 12 to 9, 9 to 6."],
    [-0.375, 100, "In quarters: 12 to 9, 9 to 7 and a half."],
  ])("%f turn with %s degrees of room", (turns, swing, words) => expect(pullsWords(turns, swing)).toBe(words));
  it.each([
    [0.125, "an eighth of a turn"],
    [-0.375, "three eighths of a turn"],
    [0.625, "five eighths of a turn"],
    [1.25, "one turn and a quarter"],
    [-1.5, "one turn and a half"],
    [0.4375, "7/16 turn"],
    [0.5 + 2e-6, "1/2 turn"],
  ])("%f in words: %s", (turns, words) => expect(turnsWords(turns)).toBe(words));
  it("tells how even the valves are", () => {
    expect(spreadOf([0.8, 1], 1.6)).toEqual({ lowMm: 0.8, highMm: 1, turns: expect.closeTo(0.125, 9) });
    expect(spreadOf([0.8], 1.7)).toBeNull();
    expect(spreadOf([0.8, 1, 0.9], 1.6)).toEqual({ lowMm: 0.8, highMm: 1, turns: expect.closeTo(0.125, 9) });
  });
});

describe("zero lash", () => {
  it("is felt up and down where lifters have run, and either way where they are dry, with the reason", () => {
    expect(firstSchool("run")).toMatchObject({ school: "up-down", why: expect.stringMatching(/pumped up/) });
    expect(firstSchool("dry")).toEqual({
      school: "spin",
      why: "New, dry lifters: their springs alone hold them, all alike, so either way finds the same place.",
    });
  });
  const GEAR: PreloadGear = {
    at: "stud-nut",
    pitchMm: 1,
    ratio: 1.5,
    m: 1.72,
    plunger: { travelMm: 4, fromTopMm: 0.5, fromBottomMm: 0.5 },
  };
  it("names the difference of the schools as plunger travel, in the lifter's own system", () => {
    expect(apartWords("spin", -0.25, { ...GEAR, plunger: { ...GEAR.plunger, unit: "in" } })).toMatch(
      /are \.017 in of plunger apart/,
    );
    expect(apartWords("up-down", 0.125, GEAR)).toBe(
      "Lift and drop and spin are 0.21 mm of plunger apart: spin comes later, so it would set deeper.",
    );
    expect(apartWords("spin", -0.25, GEAR)).toBe(
      "Spin and lift and drop are 0.43 mm of plunger apart: lift and drop comes earlier, so it would set shallower.",
    );
    expect(apartWords("spin", 1 / 32, GEAR)).toMatch(/apart/);
    expect(apartWords("spin", 0.01, GEAR)).toMatch(/agree/);
  });
});

describe("the wait", () => {
  it.each([
    [0, 900_000],
    [60_000, 840_000],
    [900_000, 0],
    [10_000_000, 0],
  ])("%i ms after the squeeze", (after, left) => expect(bleedRemainingMs(5000, 15, 5000 + after)).toBe(left));
  it("is never longer than it is, whatever a clock says", () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), fc.integer({ min: 1, max: 240 }), (since, now, minutes) => {
        const left = bleedRemainingMs(since, minutes, now);
        expect(left).toBeGreaterThanOrEqual(0);
        expect(left).toBeLessThanOrEqual(minutes * 60_000);
      }),
    );
  });
  it("is longer in the cold", () => {
    const minutes = { usual: 15, cold: 30 };
    expect([
      bleedMinutesFor(minutes, "cold", 4),
      bleedMinutesFor(minutes, "cold", 18),
      bleedMinutesFor(minutes, "cold", null),
      bleedMinutesFor(minutes, "hot", 4),
      bleedMinutesFor(minutes, "cold", 10),
    ]).toEqual([30, 15, 15, 15, 15]);
  });
  it.each([
    [899_500, "15:00"],
    [61_000, "1:01"],
    [400, "0:01"],
    [0, "0:00"],
  ])("%i ms read %s", (ms, words) => expect(timerWords(ms)).toBe(words));
});

const fixed = (entry: object): FixedGear => {
  const gear = fixedGear({ kind: "fixed", ...entry });
  if (!isFixed(gear)) throw new Error(gear.why);
  return gear;
};
const RODS = fixed({ ratio: 1.3, lengths: ["228.6 mm", "229.4 mm", "230.2 mm"], fitted: 229.4 });
const GAP = { nominalMm: 1.4, lowMm: 0.7, highMm: 2.05 };

describe("parts of another length", () => {
  it("a pushrod counts by the rocker ratio when the gap is read at the valve, by one at the pushrod, and a cap always by one", () => {
    expect(RODS.g).toBe(1.3);
    expect(fixed({ ratio: 1.3, lengths: [1], gapAt: "pushrod" }).g).toBe(1);
    expect(fixed({ part: "lash-cap", lengths: [1] }).g).toBe(1);
    expect(fixedGear({ kind: "fixed", lengths: [1] })).toMatchObject({ field: "ratio" });
    expect(fixedGear({ kind: "fixed", ratio: 1 })).toEqual({
      field: "lengths",
      why: "List the lengths that can be had: without them no part can be proposed.",
    });
    expect(fixedGear({ kind: "fixed", lengths: [1] })).toMatchObject({
      why: "Give the rocker ratio: it tells how much the gap changes with the pushrod's length.",
    });
    expect(fixed({ ratio: 1.3, lengths: [1] })).toMatchObject({ fittedMm: null, unit: "mm" });
  });
  it("takes the length that leaves the gap nearest its aim", () => {
    expect(adviseLength(0.55, 229.4, GAP, RODS)).toMatchObject({
      kind: "fit",
      lengthMm: 228.6,
      gapMm: expect.closeTo(1.59, 9),
      idealMm: expect.closeTo(229.4 - 0.85 / 1.3, 9),
    });
    expect(adviseLength(2.25, 229.4, GAP, RODS)).toMatchObject({ kind: "fit", lengthMm: 230.2 });
  });
  it("of two that are as near, the one that leaves more gap; never one outside the band, both its ends being in it", () => {
    const even = fixed({ part: "lash-cap", lengths: [1.4, 1, 1.2, 1.2], fitted: 1.2 });
    expect(even.lengthsMm).toEqual([1, 1.2, 1.4]);
    const spec = { nominalMm: 0.5, lowMm: 0.3, highMm: 0.7 };
    expect(adviseLength(0.4, 1.2, spec, even)).toMatchObject({ lengthMm: 1, gapMm: expect.closeTo(0.6, 9) });
    expect(adviseLength(0.6, 1.2, spec, even)).toMatchObject({ lengthMm: 1.2, gapMm: expect.closeTo(0.6, 9) });
    expect(adviseLength(0.9, 1.2, spec, even)).toMatchObject({ lengthMm: 1.4, gapMm: expect.closeTo(0.7, 9) });
    expect(adviseLength(0.1, 1.2, spec, even)).toMatchObject({ lengthMm: 1, gapMm: expect.closeTo(0.3, 9) });
    expect(adviseLength(0.05, 1.2, spec, even)).toMatchObject({
      kind: "none",
      why: "No lash cap on the list brings it into its band: it needs one of 0.55 mm to 0.95 mm.",
      needsMm: [expect.closeTo(0.55, 9), expect.closeTo(0.95, 9)],
    });
  });
  it("says what would do when nothing on the list does", () => {
    expect(adviseLength(5, 229.4, GAP, RODS)).toMatchObject({
      kind: "none",
      why: expect.stringMatching(/No pushrod on the list .* 231\.67 mm to 232\.71 mm/),
    });
  });
  it("agrees with a search over the list", () => {
    fc.assert(
      fc.property(between(0, 4), fc.constantFrom(...RODS.lengthsMm), (gap, from) => {
        const left = RODS.lengthsMm.map((l) => gap - (l - from) * 1.3);
        const fits = left.filter((g) => g >= 0.7 && g <= 2.05);
        const advice = adviseLength(gap, from, GAP, RODS);
        expect(advice.kind).toBe(fits.length > 0 ? "fit" : "none");
        if (advice.kind === "fit")
          expect(Math.abs(advice.gapMm - 1.4)).toBeCloseTo(Math.min(...fits.map((g) => Math.abs(g - 1.4))), 9);
      }),
    );
  });
  it("keeps the unit of the maker's list", () =>
    expect(lengthWords(25.4 * 9, fixed({ ratio: 1.3, lengths: ["9 in"] }))).toBe("9.000 in"));
});
