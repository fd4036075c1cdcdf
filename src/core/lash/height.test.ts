/** Heights over a datum: what is read is the gap under the block, and the screw works the other way. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { engineFileSchema } from "../engine/engineFileSchema";
import { engineFile } from "../engine/testEngines";
import { heightProblem } from "../engine/height";
import { crossedFigures, lashSpec } from "./spec";

const close = ({ nominalMm, lowMm, highMm }: ReturnType<typeof lashSpec>) =>
  [nominalMm, lowMm, highMm].map((mm) => Number(mm.toFixed(6)));

describe("a height", () => {
  it.each([
    [{ nominal: "61.70 mm", low: "61.65 mm", high: "61.75 mm", block: "62.00 mm" }, [0.3, 0.25, 0.35]],
    [{ nominal: "61.70 mm", block: "62.00 mm" }, [0.3, 0.275, 0.325]],
    [{ nominal: "2.460 in", low: "2.458 in", high: "2.462 in", block: "2.472 in" }, [0.3048, 0.254, 0.3556]],
  ])("of %o is read as a gap of %o", (figures, gap) => {
    expect(close(lashSpec(figures))).toEqual(gap);
  });

  it("and its gap make up the block, and its limits change places", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 120, noNaN: true }),
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 0.09, noNaN: true }),
        (heightMm, gapMm, roomMm) => {
          const spec = lashSpec({
            nominal: heightMm,
            low: heightMm - roomMm,
            high: heightMm + roomMm,
            block: heightMm + gapMm,
          });
          expect(spec.nominalMm).toBeCloseTo(gapMm, 9);
          expect(spec.lowMm).toBeCloseTo(gapMm - roomMm, 9);
          expect(spec.highMm).toBeCloseTo(gapMm + roomMm, 9);
        },
      ),
    );
  });

  it("is told by its own limits where they are crossed", () => {
    const crossed = crossedFigures({ nominal: 61.7, low: 61.8, block: 62 });
    expect(crossed).toEqual({ field: "low", why: expect.stringContaining("above the nominal height") as string });
    expect(crossedFigures({ nominal: 0.2, low: 0.3 })?.why).toContain("above the nominal lash");
  });

  it.each([
    [61.7, 62, null],
    [61.96, 62, /no leaf would go in/],
    [62.5, 62, /no leaf would go in/],
    [56, 62, /gap under this block would be 6\.00 mm/],
  ])("of %s under a block of %s: %s", (height, block, why) => {
    const said = heightProblem(height, block);
    if (why === null) expect(said).toBeNull();
    else expect(said).toMatch(why);
  });
});

describe("an engine file", () => {
  const valves = [
    { id: "1I", cylinder: "1", role: "intake" as const },
    { id: "1J", cylinder: "1", role: "injector" as const },
  ];
  const withLash = (lash: object) => engineFileSchema.safeParse(engineFile(["1"], { valves, lash: lash as never }));
  const intake = { nominal: "0.2 mm" };
  const said = (lash: object) =>
    withLash({ state: "cold", intake, ...lash }).error?.issues.map((i) => `${i.path.join(".")}: ${i.message}`) ?? [];

  it("takes heights of injectors under a block, and no height without one", () => {
    expect(said({ injector: { nominal: "61.7 mm", block: "62 mm" } })).toEqual([]);
    expect(said({ injector: { nominal: "0.4 mm" } })).toEqual([]);
    expect(said({ injector: { nominal: "61.7 mm" } })).toEqual([
      expect.stringMatching(/^lash\.injector\.nominal: .*the most that makes sense is 10 mm/),
    ]);
    expect(said({ injector: { nominal: "61.99 mm", block: "62 mm" } })[0]).toMatch(/no leaf would go in/);
  });
  it("has a screw of the injectors' own, by one thread, at their end or at the pushrod", () => {
    const ofScrew = (injector: object) =>
      engineFileSchema
        .safeParse({ ...engineFile(["1"], { valves }), adjuster: { kind: "bucket-shim", injector } })
        .error?.issues.map((i) => `${i.path.join(".")}: ${i.message}`) ?? [];
    expect(ofScrew({ at: "pushrod-end", ratio: 1.3, tpi: 20 })).toEqual([]);
    expect(ofScrew({ at: "stud-nut" })[0]).toMatch(/^adjuster\.injector\.at: .*injector's end/);
    expect(ofScrew({ pitch: "1 mm", tpi: 20 })[0]).toMatch(/^adjuster\.injector\.tpi: .*not both/);
    expect(ofScrew({ pitch: "9 mm" })[0]).toMatch(/^adjuster\.injector\.pitch: /);
  });
  it("has no block at a valve", () => {
    expect(said({ valves: { "1I": { nominal: "61.7 mm", block: "62 mm" } } })).toEqual([
      expect.stringMatching(/^lash\.valves\.1I\.block: 1I is a valve/),
    ]);
    expect(said({ valves: { "1J": { nominal: "61.7 mm", block: "62 mm" } } })).toEqual([]);
  });
});
