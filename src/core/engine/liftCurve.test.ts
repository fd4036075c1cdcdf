import { describe, expect, it } from "vitest";
import { liftCurve } from "./liftCurve";
import { resolveEngine } from "./resolve";
import { MILD_CAM, engineFile } from "./testEngines";

describe("liftCurve", () => {
  it("rests on the base circle, is full in the middle of the lobe, and shows a release", () => {
    const file = engineFile(["1"], {
      cam: {
        ...MILD_CAM,
        exhaust: { opensDegBbdc: 50, closesDegAtdc: 10, lift: "9 mm" },
        releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }],
      },
    });
    const curve = liftCurve(file, resolveEngine(file), "exhaust");
    expect(curve).toMatchObject({ peakMm: 9, measured: false });
    expect(curve?.at(250)).toBeCloseTo(9, 6);
    for (const baseCircle of [0, 50, 105, 395, 500]) expect(curve?.at(baseCircle)).toBe(0);
    expect(curve?.at(630)).toBeGreaterThan(0.3);
  });
  it("follows a profile, also one that begins before firing TDC", () => {
    const profile = Array.from(
      { length: 73 },
      (_, i) => [i * 10 - 180, i === 30 ? 8 : i === 29 || i === 31 ? 4 : 0] as const,
    );
    const file = engineFile(["1"], { cam: { exhaust: { profile } } });
    const curve = liftCurve(file, resolveEngine(file), "exhaust");
    expect(curve).toMatchObject({ peakMm: 8, measured: true });
    expect(curve?.at(120)).toBeCloseTo(7.99, 2);
    expect(curve?.at(700)).toBe(0);
  });
  it("is none where no lobe is known", () => {
    const file = engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }] });
    expect(liftCurve(file, resolveEngine(file), "injector")).toBeNull();
  });
});
