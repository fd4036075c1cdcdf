import { describe, expect, it } from "vitest";
import { type GeometryRole, type KeptGeometry, geometryWords, standingGeometry, typedOf } from "./keptRocker";

const STUD = typedOf({ lift: "14 mm", radius: "8 mm", arm: "42 mm", ratio: "1.5", fitted: "200 mm", pivot: "-5 mm" });
const SHAFT = typedOf({ mount: "shaft", lift: "14 mm", radius: "8 mm", arm: "42 mm", pivot: "-5 mm" });
const kept = (id: string, role: GeometryRole): KeptGeometry => ({ id, role, typed: STUD, by: "Ada", at: "" });

describe("a geometry that is kept", () => {
  it("is told in a line, in the unit in which it was typed", () => {
    expect(geometryWords({ role: "intake", typed: STUD })).toBe(
      "Intake: pushrod 210 mm: sweep 0.59 mm; with 200 mm it was 2.06 mm",
    );
    expect(geometryWords({ role: "both", typed: SHAFT })).toBe(
      "Intake and exhaust alike: stands raised by 6.00 mm: sweep 0.59 mm; before, 2.06 mm",
    );
    expect(geometryWords({ role: "exhaust", typed: { ...STUD, pivot: "1 mm", fitted: "210 mm" } })).toBe(
      "Exhaust: pushrod 210 mm, as it is: sweep 0.59 mm",
    );
    expect(geometryWords({ role: "exhaust", typed: { ...SHAFT, pivot: "1 mm" } })).toBe(
      "Exhaust: stands as they are: sweep 0.59 mm",
    );
    const inches = { ...STUD, fitted: "7 13/16 in", step: "0.050 in" };
    expect(geometryWords({ role: "intake", typed: inches })).toMatch(
      /^Intake: pushrod 8\.\d{3} in: sweep \.\d{3} in; with 7\.8125 in it was \.081 in$/,
    );
    expect(geometryWords({ role: "exhaust", typed: typedOf({}) })).toBe("Exhaust: not complete");
  });
  it("holds until a later one for the same rockers", () => {
    const ids = (...all: KeptGeometry[]) => standingGeometry(all).map((k) => k.id);
    expect(ids(kept("c", "intake"), kept("b", "intake"), kept("a", "exhaust"))).toEqual(["c", "a"]);
    expect(ids(kept("c", "both"), kept("b", "intake"), kept("a", "exhaust"))).toEqual(["c"]);
    // One of both that only the exhaust still goes by.
    expect(ids(kept("c", "intake"), kept("b", "both"), kept("a", "both"))).toEqual(["c", "b"]);
    expect(ids(kept("c", "intake"), kept("b", "exhaust"), kept("a", "both"))).toEqual(["c", "b"]);
    expect(ids()).toEqual([]);
  });
});
