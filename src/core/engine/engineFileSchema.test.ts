import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { firstIssue } from "../calc/problem";
import { engineFileSchema, unknownFields } from "./engineFileSchema";
import { MILD_CAM, anyFourStroke, engineFile } from "./testEngines";

const FOUR = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });

/** The first complaint about the file with some fields changed. */
function complaint(changes: object): string {
  const input = { ...FOUR, ...changes };
  const parsed = engineFileSchema.safeParse(input);
  if (parsed.success) return "accepted";
  const { path, message } = firstIssue(parsed.error, input);
  return `${path}: ${message}`;
}

describe("engineFileSchema", () => {
  it("accepts every engine the tests can make", () => {
    fc.assert(
      fc.property(anyFourStroke, (file) => {
        expect(engineFileSchema.safeParse(file).success).toBe(true);
      }),
    );
  });
  it("changes nothing in a file that it accepts", () => {
    const file = { ...FOUR, lash: { state: "cold", intake: { nominal: ".012 in" } }, workshopNote: { a: 1 } };
    expect(engineFileSchema.parse(file)).toEqual(file);
    expect(unknownFields(file)).toEqual(["workshopNote"]);
  });
  it.each<[string, object, string]>([
    ["format", { format: "other/2" }, "format: This is not an engine file"],
    ["name", { name: undefined }, 'name: "name" is missing.'],
    ["no valves", { valves: [] }, "valves: List at least one valve."],
    ["fires twice", { firingOrder: ["1", "2", "2", "3"] }, "firingOrder[2]: Cylinder 2 fires twice."],
    [
      "unknown cylinder",
      { firingOrder: ["1", "2", "4", "9"] },
      "firingOrder[3]: Cylinder 9 is not among the cylinders.",
    ],
    ["missing cylinder", { firingOrder: ["1", "2", "4"] }, "firingOrder: Missing from the firing order: 3."],
    ["cylinder twice", { cylinders: ["1", "2", "3", "4", "4"] }, "cylinders[4]: Cylinder 4 is named twice."],
    ["falling angles", { firingAnglesDeg: [0, 200, 100, 500] }, "firingAnglesDeg[2]: Firing angles must not fall"],
    ["first angle", { firingAnglesDeg: [10, 200, 300, 500] }, "firingAnglesDeg[0]: The first firing angle is 0."],
    [
      "angle past the cycle",
      { firingAnglesDeg: [0, 200, 300, 720] },
      "firingAnglesDeg[3]: Firing angles stay below 720",
    ],
    ["angle count", { firingAnglesDeg: [0, 200] }, "firingAnglesDeg: There are 2 firing angles for 4 cylinders."],
    ["valve twice", { valves: [FOUR.valves[0], FOUR.valves[0]] }, "valves[1].id: Valve 1I is listed twice."],
    ["strokes", { strokes: 3 }, "strokes: Strokes are 2 or 4."],
    [
      "closing first",
      { cam: { intake: { opensDegBtdc: -200, closesDegAbdc: 0 } } },
      "cam.intake: This lobe closes before it opens.",
    ],
    [
      "no base circle",
      { cam: { intake: { durationDeg: 690, centerlineDeg: 100 } } },
      "cam.intake: With its ramps this lobe is",
    ],
    [
      "exhaust names on an intake",
      { cam: { intake: { opensDegBbdc: 10, closesDegAtdc: 40 } } },
      "cam.intake: Events of this lobe are opensDegBtdc and closesDegAbdc.",
    ],
    [
      "empty release",
      { cam: { releases: [{ role: "exhaust", fromDeg: 10, toDeg: 10 }] } },
      "cam.releases[0].toDeg: A release ends after it begins",
    ],
    [
      "lash of 40 mm",
      { lash: { state: "cold", intake: { nominal: "40 mm" } } },
      "lash.intake.nominal: 40 mm can't be right here",
    ],
    [
      "own lash of no valve",
      { lash: { state: "cold", valves: { "9E": { nominal: 0.3 } } } },
      "lash.valves.9E: Valve 9E is not among the valves",
    ],
    [
      "the same in another source",
      { otherLash: [{ state: "cold" }, { state: "cold", valves: { "9E": { nominal: 0.3 } } }] },
      "otherLash[1].valves.9E: Valve 9E is not among the valves",
    ],
    ["no state", { lash: { intake: { nominal: 0.3 } } }, 'lash.state: "state" is missing.'],
    [
      "pitch twice",
      { adjuster: { kind: "screw", at: "valve-end", pitch: 1, tpi: 24 } },
      "adjuster.tpi: Give the pitch or",
    ],
    [
      "banks",
      { layout: { kind: "vee", banks: [["1"], ["2"]] } },
      "layout.banks: The banks must hold every cylinder once.",
    ],
  ])("refuses: %s", (_name, changes, expected) => expect(complaint(changes)).toContain(expected));

  it("knows what a two-stroke can't have", () => {
    const two = engineFile(["1", "2"], { strokes: 2 });
    const bad = engineFileSchema.safeParse({ ...two, valves: [{ id: "a", cylinder: "1", role: "intake" }] });
    expect(bad.error?.issues[0]?.message).toContain("ported");
    const centered = engineFileSchema.safeParse({
      ...two,
      cam: { exhaust: { durationDeg: 160, centerlineDeg: 100 } },
    });
    expect(centered.error?.issues[0]?.message).toContain("no overlap");
  });
  it("never throws, whatever it is given", () => {
    fc.assert(
      fc.property(fc.anything(), (junk) => {
        const parsed = engineFileSchema.safeParse(junk);
        if (!parsed.success) expect(firstIssue(parsed.error, junk).message).not.toBe("");
      }),
    );
  });
});
