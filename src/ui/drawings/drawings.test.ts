/** The geometry of the drawings: what stands where, without a browser. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "@/core/engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "@/core/engine/testEngines";
import { PATTERN_NAMES, patternFile } from "@/core/engine/patterns";
import { layHead } from "./HeadMap/geometry";
import { CENTER, DISC_RADIUS, numerals, ringArcs } from "./PhaseWheel/geometry";
import { markBearing, ticks } from "./PulleyDial/geometry";
import { arcPath, bearing, polar, swing } from "./polar";

describe("polar", () => {
  it("bearing undoes polar", () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 359 }), (deg) => {
      expect(Math.abs(swing(bearing(CENTER, polar(CENTER, 100, deg)), deg))).toBeLessThan(0.05);
    }));
  });
  it.each([[10, 350, -20], [350, 10, 20], [0, 180, -180], [0, 179, 179]])("swings from %d to %d by %d", (from, to, by) => expect(swing(from, to)).toBe(by));
  it("draws the large arc for more than half", () => {
    expect(arcPath(CENTER, 10, 0, 200)).toContain(" 1 1 ");
    expect(arcPath(CENTER, 10, 0, 100)).toContain(" 0 1 ");
  });
});

describe("phase wheel", () => {
  const four = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
  it("puts the firing cylinder on top, its companion at the bottom, and turns with the crank", () => {
    const at = (deg: number): Record<string, number> => Object.fromEntries(numerals(four, deg).map((n) => [n.id, Math.round(bearing(CENTER, n.at))]));
    expect(at(0)).toEqual({ 1: 0, 4: 180, 2: 270, 3: 90 });
    expect(at(180)).toEqual({ 1: 90, 4: 270, 2: 0, 3: 180 });
  });
  it("shows a cylinder clear of an arc exactly when its margin says so", () => {
    const arcs = ringArcs(four);
    expect(arcs.filter((a) => a.part === "lobe").map((a) => a.role).sort()).toEqual(["exhaust", "intake"]);
    expect(arcs.filter((a) => a.part === "ramp")).toHaveLength(4);
  });
  it("keeps every number on the disc", () => {
    fc.assert(fc.property(anyFourStroke, fc.integer({ min: 0, max: 719 }), (file, deg) => {
      const all = numerals(resolveEngine(file), deg);
      for (const n of all) expect(Math.hypot(n.at.x - CENTER.x, n.at.y - CENTER.y) + n.radius).toBeLessThan(DISC_RADIUS);
    }));
  });
});

describe("pulley dial", () => {
  it("brings a mark to the pointer when the crank reaches it, from the side it comes from", () => {
    expect(markBearing(120, 120, "clockwise")).toBe(0);
    expect(markBearing(120, 100, "clockwise")).toBe(-20);
    expect(markBearing(120, 100, "counterclockwise")).toBe(20);
    expect(ticks(0, "clockwise").filter((t) => t.major)).toHaveLength(12);
  });
});

describe("head map", () => {
  const files = [...PATTERN_NAMES.flatMap((p) => patternFile(p.id) ?? []), engineFile(Array.from({ length: 24 }, (_, i) => String(i + 1)))];
  it.each(files.map((f) => [f.name, f] as const))("%s: every valve once, none on another, all inside, also from behind", (_name, file) => {
    for (const width of [366, 580]) {
      for (const behind of [false, true]) {
        const { spots, width: w, height: h } = layHead(file, width, behind);
        expect(spots.map((s) => s.valve.id).sort()).toEqual(file.valves.map((v) => v.id).sort());
        for (const s of spots) {
          expect(s.at.x - s.radius).toBeGreaterThanOrEqual(0);
          expect(s.at.x + s.radius).toBeLessThanOrEqual(w);
          expect(s.at.y - s.radius).toBeGreaterThanOrEqual(0);
          expect(s.at.y + s.radius).toBeLessThanOrEqual(h);
          const nearest = Math.min(...spots.filter((o) => o !== s).map((o) => Math.hypot(o.at.x - s.at.x, o.at.y - s.at.y)));
          expect(nearest).toBeGreaterThan(s.radius * 1.6);
        }
      }
    }
  });
  it("from behind, front and sides change places", () => {
    const file = engineFile(["1", "2"]);
    const [ahead, behind] = [layHead(file, 580), layHead(file, 580, true)];
    const at = (laid: typeof ahead, id: string) => laid.spots.find((s) => s.valve.id === id)?.at ?? { x: 0, y: 0 };
    expect(at(ahead, "1I").x).toBeLessThan(at(ahead, "2I").x);
    expect(at(behind, "1I").x).toBeGreaterThan(at(behind, "2I").x);
    expect(at(ahead, "1I").y).toBeLessThan(at(ahead, "1E").y);
    expect(at(behind, "1I").y).toBeGreaterThan(at(behind, "1E").y);
  });
});
