import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { locate } from "./locate";
import type { Observation } from "./observation";
import { foundWords, questionWords, seenWords } from "./words";

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
          { kind: "pressed", valve: "2I" },
        ]).arcs,
      ),
    ).toBe("The crank is between 715° and 5°, first time round: 1 near firing TDC, 4 near rocking.");
  });
  it.each<[Observation, string]>([
    [{ kind: "mark", markDeg: 0 }, "the TDC mark is up"],
    [{ kind: "mark", markDeg: 90 }, "the mark at 90° is up"],
    [{ kind: "rotor", cylinder: "2" }, "the rotor points at tower 2"],
    [{ kind: "rotor", cylinder: "2", no: true }, "the rotor does not point at tower 2"],
    [{ kind: "pressure", cylinder: "3" }, "cylinder 3 is pushing air"],
    [{ kind: "rocking", cylinder: "3", no: true }, "cylinder 3 is not rocking"],
    [{ kind: "away", cylinder: "3" }, "the lobes of cylinder 3 point away"],
    [{ kind: "moves", valve: "3I", swingDeg: 60 }, "3 intake moved over 60°"],
    [{ kind: "still", valve: "3I" }, "3 intake stood still over 60°"],
    [{ kind: "pressed", valve: "3I", turnedOnDeg: 60 }, "3 intake is pressed, 60° ago"],
    [{ kind: "opening", valve: "3I" }, "3 intake is just starting to open"],
    [{ kind: "closing", valve: "3E" }, "3 exhaust is just starting to close"],
  ])("%o: %s", (seen, words) => expect(seenWords(FOUR, seen)).toBe(words));
  const asks = (observation: Observation, no: Observation | null, engine = FOUR) =>
    questionWords(engine, { observation, no, turnsDeg: 0 });
  it("ask in the words of the gear, and say what an answer is worth", () => {
    expect(asks({ kind: "loose", valve: "3I" }, { kind: "pressed", valve: "3I" })).toEqual({
      ask: "Wiggle the 3 intake rocker: is it loose?",
      yes: "It is loose",
      no: "It is tight",
    });
    const swing = { valve: "3I", swingDeg: 60 } as const;
    expect(asks({ kind: "moves", ...swing }, { kind: "still", ...swing })).toEqual({
      ask: "Turn the crank on a sixth of a turn (60°), watching the 3 intake rocker all the way: does it move?",
      yes: "It moves",
      no: "It stands still",
    });
    const studs = resolveEngine(engineFile(["1"], { adjuster: { kind: "screw", at: "stud-nut" } }));
    expect(asks({ kind: "moves", valve: "1I", at: "lifter" }, null, studs).ask).toBe(
      "Turn the crank on a sixth of a turn (60°), a finger on the 1 intake pushrod all the way: does it move?",
    );
    expect(asks({ kind: "pressure", cylinder: "1", exhaustSeen: true }, null)).toMatchObject({
      ask: expect.stringContaining("until the exhaust of cylinder 1 has opened and shut"),
      no: "No air: that tells nothing",
    });
    expect(asks({ kind: "rotor", cylinder: "2" }, { kind: "rotor", cylinder: "2", no: true })).toEqual({
      ask: "Does the rotor point at tower 2?",
      yes: "Yes",
      no: "No",
    });
  });
  it("call a mark by what is stamped on it", () => {
    const stamped = resolveEngine(engineFile(["1"], { marksDeg: [0, 10], markLabels: ["T", ""] }));
    expect(seenWords(stamped, { kind: "mark", markDeg: 0 })).toBe("the mark “T” is up");
    expect(seenWords(stamped, { kind: "mark", markDeg: 10 })).toBe("the mark at 10° is up");
  });
});
