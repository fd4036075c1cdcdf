import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { markAngles } from "./fewest";
import { marginDeg } from "./margin";
import { METHODS } from "./methods";
import { planMethod } from "./planMethod";
import { planStops } from "./recommend";
import { DEFAULT_STOP_SETTINGS } from "./settings";
import { METHOD_IDS, type MethodId } from "./methods";
import { wrongOneTurnOut } from "./plan";
import { stopLetter } from "./sign";
import { fold } from "../units/angle/arc";

const plan = (id: MethodId, file: ReturnType<typeof engineFile>, requiredDeg = 10) =>
  planMethod(id, resolveEngine(file), { ...DEFAULT_STOP_SETTINGS, requiredDeg });
const served = (p: ReturnType<typeof plan>): Record<string, string[]> =>
  Object.fromEntries(p.stops.map((s) => [s.crankDeg, s.set.map((v) => v.valve)]));

const FOUR = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
const FIVE = engineFile(["1", "2", "4", "5", "3"], { cam: MILD_CAM });

describe("two-stop", () => {
  it("does all eight of the worked check in one turn", () => {
    const two = plan("two-stop", FOUR);
    expect(served(two)).toEqual({ 0: ["1I", "1E", "2E", "3I"], 360: ["2I", "3E", "4I", "4E"] });
    expect(two).toMatchObject({ usable: true, turnTotalDeg: 360, worst: { marginDeg: 110 } });
  });
  it("names the valves that an odd count and a hot cam leave on their lobes", () => {
    const hot = {
      ...FIVE,
      cam: {
        rampDeg: 45,
        intake: { durationDeg: 300, centerlineDeg: 106 },
        exhaust: { durationDeg: 306, centerlineDeg: 112 },
      },
    };
    const two = plan("two-stop", hot);
    expect(two.usable).toBe(false);
    expect(two.unserved.map((u) => u.valve)).toEqual(
      ["2I", "2E", "3I", "3E", "4I", "4E", "5I", "5E"].filter((v) => two.unserved.some((u) => u.valve === v)),
    );
    expect(two.unserved.length).toBeGreaterThan(0);
    expect(two.why).toContain(two.unserved[0]?.valve);
  });
  it("turns half a turn on a two-stroke", () => {
    const two = plan("two-stop", engineFile(["1", "2"], { strokes: 2 }));
    expect(served(two)).toEqual({ 0: ["1E"], 180: ["2E"] });
    expect(two.turnTotalDeg).toBe(180);
  });
});

describe("firing-order", () => {
  it("stops once per distinct firing angle, in crank order", () => {
    const twin = engineFile(["1", "2", "3"], { firingAnglesDeg: [0, 300, 300], cam: MILD_CAM });
    expect(served(plan("firing-order", twin))).toEqual({ 0: ["1I", "1E"], 300: ["2I", "2E", "3I", "3E"] });
  });
  it("counts turns from stop to stop", () => {
    const five = plan("firing-order", FIVE);
    expect(five.stops.map((s) => s.turnDeg)).toEqual([0, 144, 144, 144, 144]);
    expect(five.stops.map((s) => s.markDeg)).toEqual([0, 144, 288, 72, 216]);
    expect(five.turnTotalDeg).toBe(576);
  });
});

describe("the watching methods", () => {
  // Full lift of the worked cam: intake 348 to 588, so 468; exhaust 130 to 370, so 250.
  const at = { opening: 130 + 0.1 * 120, closing: 468 + 0.25 * 120, intakeFull: 468, exhaustFull: 250 };
  it.each<[MethodId, Record<number, string[]>]>([
    ["opening-closing", { [at.opening]: ["1I"], [at.closing]: ["1E"] }],
    ["full-lift", { [at.exhaustFull]: ["1I"], [at.intakeFull]: ["1E"] }],
    ["own-lobe", { [at.intakeFull - 360]: ["1I"], [at.exhaustFull + 360]: ["1E"] }],
  ])("%s finds the stops of one cylinder at its own rockers", (id, stops) => {
    expect(served(plan(id, engineFile(["1"], { cam: MILD_CAM })))).toEqual(stops);
  });
  it("companion-lift and rocking watch the companion", () => {
    expect(served(plan("companion-lift", FOUR))[String((at.intakeFull + 540) % 720)]).toEqual(["2I"]);
    expect(plan("rocking", FOUR)).toMatchObject({ usable: true, worst: { marginDeg: 110 } });
    expect(served(plan("rocking", FOUR))[0]).toEqual(["1I", "1E"]);
    expect(plan("rocking", FOUR).stops[0]?.sights).toEqual([{ cylinder: "4", moment: "rocking", role: null }]);
  });
  it("without companions say so, with nobody served", () => {
    for (const id of ["rocking", "companion-lift"] as const) {
      const five = plan(id, FIVE);
      expect(five).toMatchObject({
        usable: false,
        stops: [],
        why: "No cylinder of this engine has a companion half a cycle away.",
      });
      expect(five.unserved.every((u) => u.bestMarginDeg === null)).toBe(true);
    }
  });
  it("a two-stroke never rocks, and has no other valve to watch", () => {
    const two = engineFile(["1", "2"], { strokes: 2 });
    expect(plan("rocking", two).why).toBe("A two-stroke has no overlap: nothing rocks.");
    for (const id of ["opening-closing", "full-lift"] as const)
      expect(plan(id, two).unserved.map((u) => u.valve)).toEqual(["1E", "2E"]);
    expect(plan("companion-lift", two).usable).toBe(true);
  });
  it("an injector goes to that stop of its cylinder where it is further clear", () => {
    const file = engineFile(["1"], { cam: { ...MILD_CAM, injector: { opensDeg: 640, closesDeg: 30 } } });
    const one = plan("opening-closing", {
      ...file,
      valves: [...file.valves, { id: "1J", cylinder: "1", role: "injector" }],
    });
    // Its base circle runs from 50 to 620: 92 clear at the opening, 122 at the closing.
    expect(served(one)).toEqual({ [at.opening]: ["1I"], [at.closing]: ["1E", "1J"] });
    expect(one.stops[1]?.set[1]?.marginDeg).toBe(122);
  });
  it("tell the worst over where people really stop", () => {
    const stop = plan("opening-closing", engineFile(["1"], { cam: MILD_CAM })).stops[0]?.set[0];
    // The intake's base circle runs from 608 on to 328: 328 - 142 at the moment, 328 - 160 at a quarter open.
    expect(stop).toMatchObject({ marginDeg: 186, rangeWorstDeg: 168 });
  });
  it("go by other shares when a job asks for them", () => {
    const early = planMethod("opening-closing", resolveEngine(engineFile(["1"], { cam: MILD_CAM })), {
      ...DEFAULT_STOP_SETTINGS,
      openingShare: 0,
      closingShare: 1,
    });
    expect(served(early)).toEqual({ 130: ["1I"], 588: ["1E"] });
  });
});

describe("every method", () => {
  it("places each valve exactly once, with the margin it really has there", () => {
    const probe = fc.record({
      file: anyFourStroke,
      requiredDeg: fc.integer({ min: 0, max: 60 }),
      id: fc.constantFrom<MethodId>(...METHOD_IDS),
    });
    fc.assert(
      fc.property(probe, ({ file, requiredDeg, id }) => {
        const engine = resolveEngine(file);
        const answer = planMethod(id, engine, { ...DEFAULT_STOP_SETTINGS, requiredDeg });
        const placed = [
          ...answer.stops.flatMap((s) => s.set.map((v) => v.valve)),
          ...answer.unserved.map((u) => u.valve),
        ];
        expect(placed.sort()).toEqual(file.valves.map((v) => v.id).sort());
        const degs = answer.stops.map((s) => s.crankDeg);
        expect(degs).toEqual([...degs].sort((a, b) => a - b));
        for (const stop of answer.stops) {
          expect(stop.set.length).toBeGreaterThan(0);
          for (const s of stop.set) {
            const valve = engine.valves.find((v) => v.id === s.valve);
            expect(s.marginDeg).toBeCloseTo(
              valve === undefined ? NaN : (marginDeg(valve, stop.crankDeg, 720) ?? NaN),
              5,
            );
            expect(s.marginDeg).toBeGreaterThanOrEqual(requiredDeg - 1.5e-6);
            if (s.rangeWorstDeg !== undefined) expect(s.rangeWorstDeg).toBeLessThanOrEqual(s.marginDeg + 1e-6);
          }
        }
        const least = id === "lobe-in-sight" ? Math.max(requiredDeg, 15) : requiredDeg;
        for (const u of answer.unserved) expect(u.bestMarginDeg ?? -Infinity).toBeLessThan(least);
        expect(answer.usable).toBe(answer.stops.length > 0 && answer.unserved.length === 0);
      }),
      { numRuns: 300 },
    );
  });
  it("stands in the answer, also when it can't be used", () => {
    const answer = planStops(resolveEngine(FIVE));
    expect(answer.methods.map((m) => m.id)).toEqual([...METHOD_IDS]);
    for (const m of answer.methods.filter((x) => x.stops.length === 0))
      expect(m).toMatchObject({ usable: false, why: expect.stringMatching(/\w/) });
  });
});

describe("what is recommended", () => {
  const HOT_FIVE = {
    ...FIVE,
    cam: {
      rampDeg: 45,
      intake: { durationDeg: 270, centerlineDeg: 106 },
      exhaust: { durationDeg: 276, centerlineDeg: 112 },
    },
  };
  it("two stops, where they leave plenty and there is the one mark", () =>
    expect(planStops(resolveEngine(FOUR)).recommended).toBe("two-stop"));
  it("rockers to go by, on a hot five without a mark, and says why two stops are out", () => {
    const answer = planStops(resolveEngine(HOT_FIVE), {}, []);
    expect(answer.recommended).toBe("opening-closing");
    expect(answer.why).toMatch(/no mark at all.*Two stops are out: It can't serve/);
  });
  it("the marks, where every cylinder has one", () => {
    expect(planStops(resolveEngine(HOT_FIVE), {}, [0, 72, 144, 216, 288]).recommended).toBe("firing-order");
  });
  it("not the shorter way when it is barely clear, and says so", () => {
    const engine = resolveEngine({
      ...FIVE,
      cam: {
        rampDeg: 20,
        intake: { opensDegBtdc: 10, closesDegAbdc: 40 },
        exhaust: { opensDegBbdc: 40, closesDegAtdc: 10 },
      },
    });
    const worst = planMethod("two-stop", engine, { ...DEFAULT_STOP_SETTINGS, requiredDeg: 0 }).worst?.marginDeg ?? 0;
    expect(worst).toBeGreaterThan(0);
    expect(planStops(engine, { requiredDeg: worst / 4 }).recommended).toBe("two-stop");
    const answer = planStops(engine, { requiredDeg: worst * 0.9 });
    expect(METHODS[answer.recommended ?? "two-stop"].watched).toBe(true);
    expect(answer.why).toContain("Two stops would leave");
  });
  it("a word for flat followers, where the firing order is not followed anyway", () => {
    expect(planStops(resolveEngine({ ...FOUR, follower: "flat" })).why).toContain("The followers are flat");
    expect(planStops(resolveEngine({ ...FOUR, follower: "roller" })).why).not.toContain("flat");
  });
  it("nothing, when an injector has no arcs", () => {
    const file = engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }], cam: MILD_CAM });
    const answer = planStops(resolveEngine(file));
    expect(answer.recommended).toBeNull();
    for (const m of answer.methods)
      expect(m.unserved).toEqual([
        expect.objectContaining({ valve: "1J", bestMarginDeg: null, why: "no arc known" }),
      ]);
  });
  it("refuses a margin that makes no sense", () =>
    expect(() => planStops(resolveEngine(FOUR), { requiredDeg: 181 })).toThrow(RangeError));
});

describe("wrongOneTurnOut", () => {
  it("names the valves that would stand on a lobe with the mark up the wrong time", () => {
    const engine = resolveEngine(FOUR);
    const first = plan("firing-order", FOUR).stops[0];
    expect(wrongOneTurnOut(engine, first ?? { crankDeg: fold(0, 720), set: [] }, 10).map((v) => v.valve)).toEqual([
      "1I",
      "1E",
    ]);
  });
});

describe("stopLetter", () => {
  it.each([
    [0, "A"],
    [25, "Z"],
    [26, "AA"],
    [27, "AB"],
    [51, "AZ"],
    [52, "BA"],
  ])("%d is %s", (i, letter) => expect(stopLetter(i)).toBe(letter));
  it("refuses what is no index", () => expect(() => stopLetter(-1)).toThrow(RangeError));
});

describe("unit injectors", () => {
  const withInjectors = engineFile(["1", "2", "4", "3"], {
    cam: { ...MILD_CAM, injector: { opensDeg: 640, closesDeg: 30 } },
  });
  const file = {
    ...withInjectors,
    valves: [
      ...withInjectors.valves.filter((v) => v.id !== "4E"),
      ...["1", "4"].map((cylinder) => ({ id: `${cylinder}J`, cylinder, role: "injector" as const })),
    ],
  };
  const engine = resolveEngine(file);

  it.each(["opening-closing", "full-lift"] as const)(
    "are served at the better of the cylinder's two moments: %s",
    (id) => {
      const made = planMethod(id, engine);
      const at = (valve: string) => made.stops.find((s) => s.set.some((v) => v.valve === valve));
      const injector = engine.valves.find((v) => v.id === "1J");
      if (injector === undefined) throw new Error("no injector");
      const there = at("1J")?.set.find((v) => v.valve === "1J")?.marginDeg;
      const margins = ["1I", "1E"].map((v) => marginDeg(injector, at(v)?.crankDeg ?? 0, engine.cycleDeg) ?? -1);
      expect(there).toBeCloseTo(Math.max(...margins), 6);
      // Cylinder 4 has no exhaust to find its intake's stop by: its injector has the intake's own moment only.
      expect(made.unserved.map((u) => u.valve)).toContain("4I");
      expect(at("4J")?.sights).toContainEqual({
        cylinder: "4",
        moment: id === "full-lift" ? "full" : "closing",
        role: "intake",
      });
    },
  );
});

describe("an engine's own marks", () => {
  it("come up twice on a four-stroke, once on a two-stroke, in order and each once", () => {
    expect(markAngles([30, 10], 720)).toEqual([10, 30, 370, 390]);
    expect(markAngles([10, 370], 720)).toEqual([10, 370, 730]);
    expect(markAngles([30, 10, 30], 360)).toEqual([10, 30]);
  });
});
