import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { fold } from "../units/angle/arc";
import { locate } from "./locate";
import type { Observation } from "./observation";
import { askWords, foundWords, seenWords } from "./words";

const FOUR = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));

describe("the locator's words", () => {
  it("say that two places are left one turn apart, and where the one is", () => {
    expect(foundWords(FOUR, locate(FOUR, []).arcs)).toBe("Nothing is known yet: touch what you see.");
    expect(foundWords(FOUR, locate(FOUR, [{ kind: "mark", markDeg: 0 }]).arcs)).toBe(
      "Two places are possible, one turn apart: between 355° and 5°, second time round; or between 715° and 5°, first time round.".replace(
        "between 355° and 5°, second",
        "between 355° and 365°, second",
      ),
    );
    expect(
      foundWords(
        FOUR,
        locate(FOUR, [
          { kind: "mark", markDeg: 0 },
          { kind: "loose", valve: "1I" },
        ]).arcs,
      ),
    ).toBe("The crank is between 715° and 5°, first time round: 1 near firing TDC, 4 near rocking.");
  });
  it.each<[Observation, string, string, string]>([
    [{ kind: "mark", markDeg: 0 }, "the TDC mark is up", "the TDC mark is not up", "Is the TDC mark at the pointer?"],
    [
      { kind: "mark", markDeg: 90 },
      "the mark at 90° is up",
      "the mark at 90° is not up",
      "Is the mark at 90° at the pointer?",
    ],
    [
      { kind: "rotor", cylinder: "2" },
      "the rotor points at tower 2",
      "the rotor does not point at tower 2",
      "Does the rotor point at tower 2?",
    ],
    [
      { kind: "pressure", cylinder: "3" },
      "cylinder 3 is pushing air",
      "cylinder 3 is not pushing air",
      "Hold a thumb over the plug hole of cylinder 3 and turn on a little: does it push air?",
    ],
    [
      { kind: "rocking", cylinder: "3" },
      "cylinder 3 is rocking",
      "cylinder 3 is not rocking",
      "Turn a little to and fro: is cylinder 3 rocking, exhaust closing as intake opens?",
    ],
    [
      { kind: "pressed", valve: "3I" },
      "3 intake is pressed",
      "3 intake is not pressed",
      "Look at the 3 intake rocker: is its valve pressed open?",
    ],
    [
      { kind: "loose", valve: "3E" },
      "3 exhaust is loose",
      "3 exhaust is not loose",
      "Wiggle the 3 exhaust rocker: is it loose?",
    ],
    [
      { kind: "opening", valve: "3I" },
      "3 intake is just starting to open",
      "3 intake is not just starting to open",
      "Turn on a little: does the 3 intake rocker just start to open?",
    ],
    [
      { kind: "closing", valve: "9X" },
      "9X is just starting to close",
      "9X is not just starting to close",
      "Turn on a little: does the 9X rocker just start to come back?",
    ],
  ])("%o: seen, not seen, and asked", (seen, yes, no, asked) => {
    expect([seenWords(FOUR, seen), seenWords(FOUR, { ...seen, no: true }), askWords(FOUR, seen)]).toEqual([
      yes,
      no,
      asked,
    ]);
  });

  const arc = (startDeg: number, spanDeg: number) => ({ startDeg: fold(startDeg, 720), spanDeg });
  it.each<[string, ReturnType<typeof arc>[], string]>([
    ["nowhere", [], ""],
    ["half a cycle", [arc(10, 180)], "The crank is between 10° and 190°, first time round."],
    ["more: which time round is not said", [arc(10, 181)], "The crank is between 10° and 191°."],
    ["second time round", [arc(400, 50)], "The crank is between 400° and 450°, second time round."],
    ["from 360 on it is the second", [arc(340, 40)], "The crank is between 340° and 20°".replace("20°", "380°")],
    ["a narrow place names what stands there", [arc(0, 40)], "The crank is between 0° and 40°, first time round"],
    [
      "two that are not a turn apart",
      [arc(0, 10), arc(359, 10)],
      "Two places are possible: between 0° and 10°, first time round; or between 359° and 369°, second time round.",
    ],
    [
      "two that are",
      [arc(0, 10), arc(360.9, 10)],
      "Two places are possible, one turn apart: between 0° and 10°, first time round; or between 361° and 371°, second time round.",
    ],
    [
      "three",
      [arc(0, 10), arc(360, 10), arc(500, 10)],
      "3 places are possible: between 0° and 10°, first time round; or between 360° and 370°, second time round; or between 500° and 510°, second time round.",
    ],
  ])("%s", (_what, arcs, words) => expect(foundWords(FOUR, arcs).startsWith(words)).toBe(true));
  it("name four places, and say when there are more", () => {
    const places = [0, 100, 200, 300, 400].map((deg) => arc(deg, 10));
    const four = foundWords(FOUR, places.slice(0, 4));
    expect(four).toMatch(/^4 places are possible: .* between 300° and 310°, first time round\.$/);
    expect(foundWords(FOUR, places)).toBe(`${four.replace("4 places", "5 places").slice(0, -1)}; and more.`);
  });
  it("name the cylinders that fire or rock there, only where the place is narrow", () => {
    expect(foundWords(FOUR, [arc(0, 40)])).toBe("The crank is between 0° and 40°, first time round.");
    expect(foundWords(FOUR, [arc(340, 40)])).toBe(
      "The crank is between 340° and 380°, second time round: 4 near firing TDC, 1 near rocking.",
    );
    expect(foundWords(FOUR, [arc(340, 41)])).toBe("The crank is between 340° and 381°, second time round.");
    expect(foundWords(FOUR, [arc(80, 20)])).toBe("The crank is between 80° and 100°, first time round.");
  });
  it("know one time round only on a two-stroke, and nothing that rocks", () => {
    const two = resolveEngine(
      engineFile(["1", "2"], { strokes: 2, cam: { rampDeg: 20, exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } } }),
    );
    const place = { startDeg: fold(350, 360), spanDeg: 20 };
    expect(foundWords(two, [place])).toBe("The crank is between 350° and 10°: 1 near firing TDC.");
    expect(foundWords(two, [{ startDeg: fold(0, 360), spanDeg: 360 }])).toBe(
      "Nothing is known yet: touch what you see.",
    );
    expect(foundWords(FOUR, [arc(0, 720), arc(0, 10)])).toMatch(/^Two places are possible: anywhere; or/);
  });
});
