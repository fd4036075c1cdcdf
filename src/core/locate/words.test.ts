import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { locate } from "./locate";
import { type Observation, CYLINDER_SIGHTS, VALVE_SIGHTS } from "./observation";
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
  it("ask and tell every kind, with a yes and a no", () => {
    const all: Observation[] = [
      { kind: "mark", markDeg: 0 },
      { kind: "mark", markDeg: 90 },
      { kind: "rotor", cylinder: "2" },
      ...CYLINDER_SIGHTS.map((kind) => ({ kind, cylinder: "3" })),
      ...VALVE_SIGHTS.map((kind) => ({ kind, valve: "3I" })),
    ];
    for (const seen of all) {
      expect(askWords(FOUR, seen)).toMatch(/\?$/);
      expect(seenWords(FOUR, { ...seen, no: true })).toContain("not");
      expect(seenWords(FOUR, seen)).not.toContain("not");
    }
    expect(seenWords(FOUR, { kind: "rotor", cylinder: "2" })).toBe("the rotor points at tower 2");
    expect(seenWords(FOUR, { kind: "loose", valve: "3I" })).toBe("3 intake is loose");
  });
});
