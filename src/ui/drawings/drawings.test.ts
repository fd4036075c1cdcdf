/** The geometry of the drawings: what stands where, without a browser. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "@/core/engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "@/core/engine/testEngines";
import { PATTERN_NAMES, patternFile } from "@/core/engine/patterns";
import { HEAD_VIEWS, type HeadView, layHead } from "./HeadMap/geometry";
import { marginDeg } from "@/core/stops/margin";
import { liftCurve } from "@/core/engine/liftCurve";
import { layStrip } from "./CycleStrip/geometry";
import { curvePath, xOf, yOf } from "./LiftCurves/geometry";
import { CENTER, DISC_RADIUS, marginGap, numerals, possibleBands, ringArcs } from "./PhaseWheel/geometry";
import { markBearing, possibleBands as dialBands, ticks } from "./PulleyDial/geometry";
import { lookOf, settableAt } from "../crank/marginMarks";
import { dialMarks } from "../engine/dialMarks";
import { dialWords, liftWords, stripWords, wheelWords } from "./inWords";
import { arcPath, bearing, polar, swing } from "./polar";

describe("polar", () => {
  it("bearing undoes polar", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (deg) => {
        expect(Math.abs(swing(bearing(CENTER, polar(CENTER, 100, deg)), deg))).toBeLessThan(0.05);
      }),
    );
  });
  it.each([
    [10, 350, -20],
    [350, 10, 20],
    [0, 180, -180],
    [0, 179, 179],
  ])("swings from %d to %d by %d", (from, to, by) => expect(swing(from, to)).toBe(by));
  it("draws the large arc for more than half", () => {
    expect(arcPath(CENTER, 10, 0, 200)).toContain(" 1 1 ");
    expect(arcPath(CENTER, 10, 0, 100)).toContain(" 0 1 ");
  });
});

describe("phase wheel", () => {
  const four = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
  it("puts the firing cylinder on top, its companion at the bottom, and turns with the crank", () => {
    const at = (deg: number): Record<string, number> =>
      Object.fromEntries(numerals(four, deg).map((n) => [n.id, Math.round(bearing(CENTER, n.at))]));
    expect(at(0)).toEqual({ 1: 0, 4: 180, 2: 270, 3: 90 });
    expect(at(180)).toEqual({ 1: 90, 4: 270, 2: 0, 3: 180 });
  });
  it("shows a cylinder clear of an arc exactly when its margin says so", () => {
    const arcs = ringArcs(four);
    expect(
      arcs
        .filter((a) => a.part === "lobe")
        .map((a) => a.role)
        .sort(),
    ).toEqual(["exhaust", "intake"]);
    expect(arcs.filter((a) => a.part === "ramp")).toHaveLength(4);
  });
  it("keeps every number on the disc", () => {
    fc.assert(
      fc.property(anyFourStroke, fc.integer({ min: 0, max: 719 }), (file, deg) => {
        const all = numerals(resolveEngine(file), deg);
        for (const n of all)
          expect(Math.hypot(n.at.x - CENTER.x, n.at.y - CENTER.y) + n.radius).toBeLessThan(DISC_RADIUS);
      }),
    );
  });
});

describe("the drawings in words", () => {
  const file = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
  const four = resolveEngine(file);
  const marks = [
    { markDeg: 0, letters: ["A", "C"] },
    { markDeg: 180, letters: ["B"] },
  ];
  it.each([
    [0, "0 crank degrees of 720: cylinder 1 firing TDC, 2 compression, 3 exhaust, 4 rocking"],
    [100, "100 crank degrees of 720: cylinder 1 power, 2 compression, 3 exhaust, 4 intake"],
  ])("say every cylinder's phase at %d", (deg, words) => expect(wheelWords(four, deg)).toBe(words));
  it.each([
    [0, "mark A, C at the pointer, first time round: 1 fires · 4 rocks"],
    [540, "mark B at the pointer, second time round: 3 fires · 2 rocks"],
    [100, "100° past the TDC mark, first time round: none at its top"],
  ])("say the mark and the sign at %d", (deg, words) => expect(dialWords(four, marks, deg)).toBe(words));
  it("say what is clear, and how far, as the margins have it", () => {
    const words = stripWords(four, 10, 0);
    for (const v of four.valves) {
      const margin = marginDeg(v, 0, 720) ?? 0;
      expect(words.includes(`${v.id} ${Math.floor(margin)}°`), v.id).toBe(margin >= 10);
    }
    expect(stripWords(four, 500, 0)).toMatch(/: no valve is clear of its lobe$/);
  });
  it("say when a valve is open and where it is highest", () => {
    const curve = liftCurve(file, four, "intake");
    const words = liftWords("1", curve === null ? [] : [curve], 720);
    const [, from = 0, to = 0, top = 0] = (/from (\d+)° to (\d+)°, highest at (\d+)°/.exec(words) ?? []).map(Number);
    expect([curve?.at(from - 1), curve?.at(to + 1)]).toEqual([0, 0]);
    expect(curve?.at(top)).toBeGreaterThan(0.99);
    expect(liftWords("1", [], 720)).toBe("Lift curves of cylinder 1: its cam is not known");
  });
});

describe("the margin on the wheel", () => {
  it("is drawn as the gap to the nearer end, on the ring of its role, as long as it is", () => {
    fc.assert(
      fc.property(anyFourStroke, fc.integer({ min: 0, max: 719 }), fc.nat(), (file, deg, pick) => {
        const engine = resolveEngine(file);
        const valve = engine.valves[pick % engine.valves.length];
        if (valve === undefined) return;
        const margin = marginDeg(valve, deg, 720) ?? NaN;
        const gap = marginGap(engine, valve.id, deg);
        expect(gap?.text).toBe(`${Math.floor(margin)}°`.replace("-", "−"));
        const ends = [...(gap?.path ?? "").matchAll(/([\d.-]+) ([\d.-]+)(?=A|$)/g)].map((m) =>
          bearing(CENTER, { x: Number(m[1]), y: Number(m[2]) }),
        );
        const own = ((((deg - valve.firingDeg) % 720) + 720) % 720) / 2;
        if (Math.abs(margin) > 2) expect(Math.min(...ends.map((e) => Math.abs(swing(e, own))))).toBeLessThan(0.5);
      }),
      { numRuns: 100 },
    );
  });
  it("bands are never too thin to be seen", () => {
    expect(possibleBands([{ startDeg: 0 as never, spanDeg: 1 }], 720)).toHaveLength(1);
  });
});

describe("cycle strip", () => {
  it("has a row per cylinder and role, whose base circles cover the strip exactly where the margin says so", () => {
    fc.assert(
      fc.property(anyFourStroke, (file) => {
        const engine = resolveEngine(file);
        const strip = layStrip(engine, 900);
        expect(strip.rows.flatMap((r) => r.valves).sort()).toEqual(file.valves.map((v) => v.id).sort());
        for (const row of strip.rows) {
          const valve = engine.valves.find((v) => v.id === row.valves[0]);
          for (let deg = 3.3; deg < 720; deg += 41) {
            const margin = valve === undefined ? 0 : (marginDeg(valve, deg, 720) ?? 0);
            const x = strip.xOf(deg);
            if (Math.abs(margin) > 0.5)
              expect(row.baseCircle.some((p) => x >= p.x && x <= p.x + p.width)).toBe(margin > 0);
          }
        }
      }),
      { numRuns: 40 },
    );
  });
  it("reads an angle back from where it is drawn, and stays on the cycle", () => {
    const strip = layStrip(resolveEngine(engineFile(["1"])), 1100);
    expect([0, 90, 355, 719].map((deg) => strip.degOf(strip.xOf(deg)))).toEqual([0, 90, 355, 719]);
    expect([strip.degOf(-50), strip.degOf(5000)]).toEqual([0, 719]);
  });
});

describe("lift curves", () => {
  it("fill the drawing between floor and top", () => {
    const file = engineFile(["1"], { cam: MILD_CAM });
    const curve = liftCurve(file, resolveEngine(file), "intake");
    if (curve === null) throw new Error("no curve");
    const scale = { cycleDeg: 720 as const, width: 500, highest: 1 };
    expect(curvePath(scale, curve).split("L")).toHaveLength(361);
    expect(yOf(scale, curve.at(468))).toBeLessThan(yOf(scale, 0));
    expect(xOf(scale, 720) - xOf(scale, 0)).toBe(460);
  });
});

describe("what may be set, as it looks", () => {
  const four = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
  const look = (id: string, turnOut: boolean, chosen: string | null = null): string => {
    const valve = four.valves.find((v) => v.id === id);
    return valve === undefined ? "" : lookOf(four, valve, 0, { requiredDeg: 10, chosen, turnOut });
  };
  it("tells free from on its lobe, the touched one, and what only seems free", () => {
    expect([look("1I", false), look("4I", false), look("4I", false, "4I"), look("1I", true)]).toEqual([
      "here",
      "elsewhere",
      "hand",
      "open",
    ]);
    expect(settableAt(four, 0, 10).map((s) => [s.valve, s.oneTurnOutDeg !== null && s.oneTurnOutDeg < 0])).toEqual([
      ["1I", true],
      ["1E", true],
      ["2E", true],
      ["3I", true],
    ]);
  });
  it("marks carry the letters of their stops, and what is stamped where no stop is", () => {
    expect(dialMarks([{ markDeg: 0 }, { markDeg: 0 }, { markDeg: 90 }], [0, 350], ["T", "F"])).toEqual([
      { markDeg: 0, letters: ["A", "B"] },
      { markDeg: 350, letters: ["F"] },
      { markDeg: 90, letters: ["C"] },
    ]);
  });
});

describe("pulley dial", () => {
  it("shows where the TDC mark can be, each turn on its own band", () => {
    expect(dialBands([{ startDeg: 715 as never, spanDeg: 10 }], "clockwise").map((b) => b.second)).toEqual([
      true,
      false,
    ]);
    expect(dialBands([{ startDeg: 10 as never, spanDeg: 700 }], "counterclockwise").map((b) => b.second)).toEqual([
      false,
      true,
    ]);
  });
  it("brings a mark to the pointer when the crank reaches it, from the side it comes from", () => {
    expect(markBearing(120, 120, "clockwise")).toBe(0);
    expect(markBearing(120, 100, "clockwise")).toBe(-20);
    expect(markBearing(120, 100, "counterclockwise")).toBe(20);
    expect(ticks(0, "clockwise").filter((t) => t.major)).toHaveLength(12);
  });
});

describe("head map", () => {
  const files = [
    ...PATTERN_NAMES.flatMap((p) => patternFile(p.id) ?? []),
    engineFile(Array.from({ length: 24 }, (_, i) => String(i + 1))),
  ];
  it.each(files.map((f) => [f.name, f] as const))(
    "%s: every valve once, none on another, all inside, from every side",
    (_name, file) => {
      for (const width of [366, 580]) {
        for (const view of HEAD_VIEWS) {
          const { spots, width: w, height: h } = layHead(file, width, view);
          expect(spots.map((s) => s.valve.id).sort()).toEqual(file.valves.map((v) => v.id).sort());
          for (const s of spots) {
            expect(s.at.x - s.radius).toBeGreaterThanOrEqual(0);
            expect(s.at.x + s.radius).toBeLessThanOrEqual(w);
            expect(s.at.y - s.radius).toBeGreaterThanOrEqual(0);
            expect(s.at.y + s.radius).toBeLessThanOrEqual(h);
            const nearest = Math.min(
              ...spots.filter((o) => o !== s).map((o) => Math.hypot(o.at.x - s.at.x, o.at.y - s.at.y)),
            );
            expect(nearest).toBeGreaterThan(s.radius * 1.6);
          }
        }
      }
    },
  );
  it.each<[HeadView, (a: { x: number; y: number }, b: { x: number; y: number }) => boolean, string]>([
    ["front-left", (front, rear) => front.x < rear.x, "intake above"],
    ["front-right", (front, rear) => front.x > rear.x, "intake below"],
    ["mirrored", (front, rear) => front.x > rear.x, "intake above"],
    ["front-near", (front, rear) => front.y > rear.y, "intake left"],
    ["front-far", (front, rear) => front.y < rear.y, "intake right"],
  ])("seen %s, the front and the intakes lie where they would", (view, frontLies, side) => {
    const { spots } = layHead(engineFile(["1", "2"]), 580, view);
    const at = (id: string) => spots.find((s) => s.valve.id === id)?.at ?? { x: 0, y: 0 };
    expect(frontLies(at("1I"), at("2I"))).toBe(true);
    const [dx, dy] = [at("1E").x - at("1I").x, at("1E").y - at("1I").y];
    const lies =
      Math.abs(dy) > Math.abs(dx)
        ? dy > 0
          ? "intake above"
          : "intake below"
        : dx > 0
          ? "intake left"
          : "intake right";
    expect(lies).toBe(side);
  });
});
