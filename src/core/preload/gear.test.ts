import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  coldWindow,
  hotTravelMm,
  isGear,
  meaningOf,
  nutTravelMm,
  plungerTravelMm,
  preloadGear,
  turnsForMm,
  type PreloadGear,
} from "./gear";
import { judgePlunger, noWindow, plungerOf } from "./plunger";
import { between } from "../units/between.testing";

const gear = (entry: Parameters<typeof preloadGear>[0]): PreloadGear => {
  const read = preloadGear(entry);
  if (!isGear(read)) throw new Error(read.why);
  return read;
};
const STUD = gear({ at: "stud-nut", ratio: 1.5, tpi: 24 });

describe("turns to travel", () => {
  // The trade's table of nut travel: thread, then a quarter, half, three quarters and one turn.
  it.each([
    ["3/8-24", { tpi: 24 }, [0.265, 0.529, 0.794, 1.058]],
    ["7/16-20", { tpi: 20 }, [0.318, 0.635, 0.953, 1.27]],
    ["M8x1.25", { pitch: "1.25 mm" }, [0.313, 0.625, 0.938, 1.25]],
    ["M10x1.5", { pitch: 1.5 }, [0.375, 0.75, 1.125, 1.5]],
  ])("%s", (_name, thread, expected) => {
    const g = gear({ at: "pushrod-end", ...thread });
    [0.25, 0.5, 0.75, 1].forEach((turns, i) => expect(nutTravelMm(turns, g)).toBeCloseTo(expected[i] ?? 0, 2.9));
  });
  // Right column of the trade's table of adjusters, for R 1.6.
  it.each([
    ["valve-end", 1 / 1.6],
    ["pushrod-end", 1],
    ["stud-nut", 1 + 1 / 1.6],
  ] as const)("%s moves the plunger by its lever", (at, m) => {
    expect(gear({ at, ratio: 1.6, pitch: 1 }).m).toBeCloseTo(m, 12);
  });
  it("half a turn of a 3/8-24 stud nut is 0.53 mm of nut and 0.88 of plunger", () => {
    expect(nutTravelMm(0.5, STUD)).toBeCloseTo(0.529, 3);
    expect(plungerTravelMm(0.5, STUD)).toBeCloseTo(0.882, 3);
    expect(hotTravelMm(plungerTravelMm(0.5, STUD), 0.25, 1.5)).toBeCloseTo(0.715, 3);
  });
  it("turns and travel undo each other", () => {
    fc.assert(
      fc.property(between(0.01, 5), between(0.4, 3), between(1, 2.2), (turns, pitch, ratio) => {
        const g = gear({ at: "stud-nut", ratio, pitch });
        expect(turnsForMm(plungerTravelMm(turns, g), g)).toBeCloseTo(turns, 9);
      }),
    );
  });
  it.each([
    ["at", {}],
    ["at", { at: "tappet" as const, pitch: 1 }],
    ["at", { at: "cam" as const, pitch: 1 }],
    ["pitch", { at: "stud-nut" as const, ratio: 1.5 }],
    ["ratio", { at: "stud-nut" as const, pitch: 1 }],
    ["ratio", { at: "valve-end" as const, pitch: 1 }],
    ["tpi", { at: "pushrod-end" as const, pitch: 1, tpi: 24 }],
    [
      "plunger.travel",
      { at: "pushrod-end" as const, pitch: 1, plunger: { travel: 1, fromTop: 0.8, fromBottom: 0.5 } },
    ],
  ])("names what is missing or wrong: %s", (field, entry) => {
    expect(preloadGear(entry)).toMatchObject({ field });
  });
  it.each([
    [{}, "Say where the preload is set: stud-nut, pushrod-end or valve-end."],
    [{ at: "valve-end" as const, pitch: 1 }, "Give the rocker ratio: at the valve end it counts."],
    [{ at: "stud-nut" as const, pitch: 1 }, "Give the rocker ratio: on a stud nut it counts."],
    [{ at: "tappet" as const, pitch: 1 }, "A tappet screw sets lash, not preload: there is no plunger under it."],
    [
      { at: "cam" as const, pitch: 1 },
      "Lash read at the cam is set with a screw, not as preload: there is no plunger here.",
    ],
  ])("and says why: %j", (entry, why) => expect(preloadGear(entry)).toMatchObject({ why }));
  it("keeps the ratio where it is said, and none where it is not", () => {
    expect(gear({ at: "pushrod-end", pitch: 1, ratio: 1.4 }).ratio).toBe(1.4);
    expect(gear({ at: "pushrod-end", pitch: 1 }).ratio).toBeNull();
  });
  it("heat takes nothing where nothing grows, and can't be told without a ratio", () => {
    expect(hotTravelMm(0.9, 0, null)).toBe(0.9);
    expect(() => hotTravelMm(0.9, 0.1, null)).toThrow("hotTravelMm: a growth needs the rocker ratio");
  });
});

describe("the plunger's window", () => {
  const PLUNGER = plungerOf({ travel: "4 mm", fromTop: "0.5 mm", fromBottom: "0.5 mm" });
  it.each([
    [0.49, "shallow"],
    [0.5, "in"],
    [3.5, "in"],
    [3.51, "deep"],
  ] as const)("%f mm is %s", (mm, verdict) => expect(judgePlunger([mm], PLUNGER)).toBe(verdict));
  it("deep wins over shallow, and cold and hot both count", () => {
    expect(judgePlunger([3.6, 0.2], PLUNGER)).toBe("deep");
    expect(judgePlunger([0.6, 0.4], PLUNGER)).toBe("shallow");
  });
  it("takes half a millimeter at either end and four of travel where nothing is said", () => {
    expect(plungerOf(undefined)).toEqual({ travelMm: 4, fromTopMm: 0.5, fromBottomMm: 0.5 });
    expect(noWindow({ travelMm: 1, fromTopMm: 0.5, fromBottomMm: 0.5 })).toBeNull();
    expect(noWindow({ travelMm: 1, fromTopMm: 0.6, fromBottomMm: 0.5 })).toMatch(/no room/);
  });
  it("cold window and verdict agree everywhere", () => {
    fc.assert(
      fc.property(between(0, 2.5), between(-0.3, 0.6), (turns, growth) => {
        const { coldMm, verdict } = meaningOf(turns, STUD, growth);
        const { lowMm, highMm } = coldWindow(STUD, growth);
        fc.pre(Math.min(Math.abs(coldMm - lowMm), Math.abs(coldMm - highMm)) > 1e-6);
        expect(verdict === "in").toBe(coldMm > lowMm && coldMm < highMm);
      }),
    );
  });
  it("a quarter turn that is right on iron is nearly nothing on all alloy", () => {
    expect(meaningOf(0.25, { ...STUD, plunger: plungerOf({ travel: 4, fromTop: 0.4 }) }, 0.025).verdict).toBe("in");
    const alloy = meaningOf(0.25, STUD, 0.5);
    expect(alloy.hotMm).toBeLessThan(0.11);
    expect(alloy.verdict).toBe("shallow");
  });
  it("is narrowed from above where heat opens the gap, from below where it closes it", () => {
    const window = (growth: number, ratio: number | null = 1.5) => coldWindow({ ...STUD, ratio }, growth);
    expect(window(0)).toEqual({ lowMm: 0.5, highMm: 3.5 });
    expect(window(0.3)).toEqual({ lowMm: expect.closeTo(0.7, 9), highMm: 3.5 });
    expect(window(-0.3)).toEqual({ lowMm: 0.5, highMm: expect.closeTo(3.3, 9) });
    expect(window(0.3, null)).toEqual({ lowMm: expect.closeTo(0.8, 9), highMm: 3.5 });
  });
  it.each([
    [0.5 - 5e-10, "in"],
    [0.5 - 2e-9, "shallow"],
    [3.5 + 5e-10, "in"],
    [3.5 + 2e-9, "deep"],
  ] as const)("a hair beyond its limit is on it: %d is %s", (mm, verdict) =>
    expect(judgePlunger([mm], PLUNGER)).toBe(verdict),
  );
});
