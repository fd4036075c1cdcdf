import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asClock, asFraction, fractionFigure, turnOf } from "./turns";
import { between } from "./between.testing";

describe("turnOf", () => {
  it.each<[number, string]>([
    [0.1, "in"],
    [-0.1, "out"],
    [0, "none"],
  ])("%d is %s", (signed, direction) => {
    expect(turnOf(signed).direction).toBe(direction);
  });
  it("is never negative", () => {
    fc.assert(
      fc.property(between(-5, 5), (t) => {
        const turn = turnOf(t);
        expect(turn.turns).toBeGreaterThanOrEqual(0);
        expect(turn.screwDeg).toBeCloseTo(turn.turns * 360, 9);
      }),
    );
  });
  it("refuses what is no number", () => expect(() => turnOf(NaN)).toThrow(RangeError));
});

describe("asFraction", () => {
  it.each<[number, string]>([
    [0.5, "1/2 turn"],
    [0.25, "1/4 turn"],
    [0.057, "about 1/16 turn"],
    [0.01, "under 1/16 turn"],
    [1, "1 turn"],
    [1.25, "1 1/4 turns"],
    [0.99, "about 1 turn"],
    [2.0625, "2 1/16 turns"],
  ])("%d turns reads %s", (turns, text) => expect(asFraction(turns)).toBe(text));
});

describe("the figure for a button", () => {
  it.each<[number, string]>([
    [0.375, "3/8"],
    [1, "1"],
    [1.25, "1 1/4"],
    [2, "2"],
  ])("%d turns: %s", (turns, figure) => expect(fractionFigure(turns)).toBe(figure));
});

describe("asClock", () => {
  it.each<[number, string]>([
    [0.057, "two thirds of the way from 12 to 1"], // 20 degrees on a stud nut, the trade's own example
    [25 / 360, "from 12 to almost 1"],
    [0.75, "from 12 to 9"],
    [0.5, "from 12 to 6"],
    [-0.25, "from 12 to 9"],
    [-1 / 12, "from 12 to 11"],
    [1, "one full turn, back to 12"],
    [1.5, "one full turn, then from 12 to 6"],
    [1 / 24, "half way from 12 to 1"],
    [1.5 / 12, "from 12 to 1 and half way to 2"],
    [0, "leave it at 12"],
    // The hand reads hours: just past, a share of the way, almost; an hour within a tenth of one is that hour.
    [1.09 / 12, "from 12 to 1"],
    [1.11 / 12, "from 12 to just past 1"],
    [1.24 / 12, "from 12 to just past 1"],
    [1.26 / 12, "from 12 to 1 and a quarter of the way to 2"],
    [1.3 / 12, "from 12 to 1 and a third of the way to 2"],
    [1.43 / 12, "from 12 to 1 and half way to 2"],
    [1.6 / 12, "from 12 to 1 and two thirds of the way to 2"],
    [1.72 / 12, "from 12 to 1 and three quarters of the way to 2"],
    [1.76 / 12, "from 12 to almost 2"],
    [0.12 / 12, "a touch from 12 to 1"],
    [0.05 / 12, "a touch from 12 to 1"],
    [0.2 / 12, "a quarter of the way from 12 to 1"],
    [0.35 / 12, "a third of the way from 12 to 1"],
    [11.95 / 12, "from 12 to 12"],
    [-1.3 / 12, "from 12 to 11 and a third of the way to 10"],
    [1 + 0.05 / 12, "one full turn, back to 12"],
    [1 + 0.2 / 12, "one full turn, then a quarter of the way from 12 to 1"],
    [2, "2 full turns, back to 12"],
    [2.25, "2 full turns, then from 12 to 3"],
  ])("%d turns reads %s", (turns, text) => expect(asClock(turnOf(turns))).toBe(text));
});
