import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asClock, asFraction, turnOf } from "./turns";
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
  ])("%d turns reads %s", (turns, text) => expect(asClock(turnOf(turns))).toBe(text));
});
