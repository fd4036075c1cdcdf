import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { UNKNOWN_CAM } from "../engine/lobes";
import { resolveEngine, type Engine, type Valve } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { marginDeg, worstMarginOver } from "./margin";

const margins = (engine: Engine, deg: number): Record<string, number | null> =>
  Object.fromEntries(engine.valves.map((v) => [v.id, marginDeg(v, deg, engine.cycleDeg)]));

describe("marginDeg", () => {
  // The trade's worked check: 1-2-4-3 even, cam 12/48/50/10 at 0.15 mm.
  const four = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
  it("matches the worked check at 0", () => {
    expect(margins(four, 0)).toMatchObject({ "1I": 112, "1E": 110, "2I": -68, "2E": 150, "3I": 148, "3E": -70 });
    expect(margins(four, 0)["4I"]).toBeLessThan(0);
    expect(margins(four, 0)["4E"]).toBeLessThan(0);
  });
  it("exchanges companions one turn on", () => {
    const [at0, at360] = [margins(four, 0), margins(four, 360)];
    for (const [a, b] of [
      ["1", "4"],
      ["2", "3"],
    ] as const) {
      for (const role of ["I", "E"]) expect(at360[b + role]).toBe(at0[a + role]);
    }
  });
  it("a release in the compression stroke cuts the base circle of its role only", () => {
    const one = resolveEngine(
      engineFile(["1"], { cam: { ...MILD_CAM, releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }] } }),
    );
    expect(margins(one, 0)).toEqual({ "1I": 112, "1E": 60 });
    expect(margins(one, 630)["1E"]).toBe(-30);
  });
  it("an injector without arcs has no margin, and the engine says so", () => {
    const file = engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }], cam: MILD_CAM });
    const engine = resolveEngine(file);
    expect(margins(engine, 0)).toEqual({ "1J": null });
    expect(engine.assumptions.join(" ")).toContain("No arc is known");
  });
  it("uses and names the wide cam when nothing is known", () => {
    const engine = resolveEngine(engineFile(["1"]));
    expect(engine.rampDeg).toBe(UNKNOWN_CAM[4].rampDeg);
    expect(margins(engine, 0)).toEqual({ "1I": 720 - (540 + 85 + 30), "1E": 180 - 85 - 30 });
    expect(engine.assumptions).toHaveLength(1);
  });

  it("is the distance found by walking to the nearest change, half a degree at a time", () => {
    const probe = fc.record({ file: anyFourStroke, deg: fc.integer({ min: 0, max: 719 }), pick: fc.nat() });
    fc.assert(
      fc.property(probe, ({ file, deg, pick }) => {
        const engine = resolveEngine(file);
        const valve = engine.valves[pick % engine.valves.length] as Valve;
        const at = deg + 0.25;
        const margin = marginDeg(valve, at, engine.cycleDeg) as number;
        expect(Math.abs(Math.abs(margin) - walk(file, valve, at))).toBeLessThan(0.5);
        expect(margin > 0).toBe(!working(file, valve, at));
      }),
      { numRuns: 200 },
    );
  });
});

describe("worstMarginOver", () => {
  it("is the least margin met when the stretch is walked", () => {
    const probe = fc.record({
      file: anyFourStroke,
      from: fc.integer({ min: 0, max: 719 }),
      span: fc.integer({ min: 0, max: 300 }),
      pick: fc.nat(),
    });
    fc.assert(
      fc.property(probe, ({ file, from, span, pick }) => {
        const engine = resolveEngine(file);
        const valve = engine.valves[pick % engine.valves.length] as Valve;
        const walked = Math.min(
          ...Array.from({ length: 2 * span + 1 }, (_, i) => marginDeg(valve, from + i / 2, 720) as number),
        );
        const worst = worstMarginOver(valve, from, from + span, 720) as number;
        // The middle of a lobe may fall between two steps of the walk.
        expect(worst).toBeLessThanOrEqual(walked + 1e-9);
        expect(walked - worst).toBeLessThan(0.5);
      }),
      { numRuns: 200 },
    );
  });
});

/** Independent of the arcs: is the valve on a lobe or release at this angle, straight from the events? */
function working(file: ReturnType<typeof engineFile>, valve: Valve, deg: number): boolean {
  const cam = file.cam as unknown as {
    rampDeg: number;
    intake: Record<string, number>;
    exhaust: Record<string, number>;
    releases?: { fromDeg: number; toDeg: number }[];
  };
  const rel = (((deg - valve.firingDeg) % 720) + 720) % 720;
  const hit = (from: number, to: number): boolean => [rel, rel - 720, rel + 720].some((r) => r > from && r < to);
  if (valve.role === "intake") {
    return hit(
      360 - (cam.intake["opensDegBtdc"] ?? 0) - cam.rampDeg,
      540 + (cam.intake["closesDegAbdc"] ?? 0) + cam.rampDeg,
    );
  }
  const lobe = hit(
    180 - (cam.exhaust["opensDegBbdc"] ?? 0) - cam.rampDeg,
    360 + (cam.exhaust["closesDegAtdc"] ?? 0) + cam.rampDeg,
  );
  return lobe || (cam.releases ?? []).some((r) => hit(r.fromDeg, r.toDeg));
}

function walk(file: ReturnType<typeof engineFile>, valve: Valve, deg: number): number {
  const here = working(file, valve, deg);
  for (let d = 0; d <= 360; d += 0.5) {
    if (working(file, valve, deg + d) !== here || working(file, valve, deg - d) !== here) return d;
  }
  return 360;
}
