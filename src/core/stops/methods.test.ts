import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { marginDeg } from "./margin";
import { planMethod, planStops } from "./methods";
import { METHOD_IDS, type MethodId } from "./plan";
import { signAt, stopLetter } from "./sign";

const plan = (id: MethodId, file: ReturnType<typeof engineFile>, requiredDeg = 10) => planMethod(id, resolveEngine(file), requiredDeg);
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
    const hot = { ...FIVE, cam: { rampDeg: 45, intake: { durationDeg: 300, centerlineDeg: 106 }, exhaust: { durationDeg: 306, centerlineDeg: 112 } } };
    const two = plan("two-stop", hot);
    expect(two.usable).toBe(false);
    expect(two.unserved.map((u) => u.valve)).toEqual(["2I", "2E", "3I", "3E", "4I", "4E", "5I", "5E"].filter((v) => two.unserved.some((u) => u.valve === v)));
    expect(two.unserved.length).toBeGreaterThan(0);
    expect(two.why).toContain(two.unserved[0]?.valve);
    expect(planStops(resolveEngine(hot)).recommended).toBe("firing-order");
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

describe("every method", () => {
  it("places each valve exactly once, with the margin it really has there", () => {
    const probe = fc.record({ file: anyFourStroke, requiredDeg: fc.integer({ min: 0, max: 60 }), id: fc.constantFrom<MethodId>("two-stop", "firing-order") });
    fc.assert(
      fc.property(probe, ({ file, requiredDeg, id }) => {
        const engine = resolveEngine(file);
        const answer = planMethod(id, engine, requiredDeg);
        const placed = [...answer.stops.flatMap((s) => s.set.map((v) => v.valve)), ...answer.unserved.map((u) => u.valve)];
        expect(placed.sort()).toEqual(file.valves.map((v) => v.id).sort());
        for (const stop of answer.stops) {
          for (const s of stop.set) {
            const valve = engine.valves.find((v) => v.id === s.valve);
            expect(s.marginDeg).toBeCloseTo(valve === undefined ? NaN : (marginDeg(valve, stop.crankDeg, 720) ?? NaN), 5);
            expect(s.marginDeg).toBeGreaterThanOrEqual(requiredDeg - 1e-6);
          }
        }
        for (const u of answer.unserved) expect(u.bestMarginDeg).toBeLessThan(requiredDeg);
        expect(answer.usable).toBe(answer.stops.length > 0 && answer.unserved.length === 0);
      }),
      { numRuns: 150 },
    );
  });
  it("stands in the answer, also those that are not worked out", () => {
    const answer = planStops(resolveEngine(FOUR));
    expect(answer.methods.map((m) => m.id)).toEqual([...METHOD_IDS]);
    for (const m of answer.methods.filter((x) => x.stops.length === 0)) expect(m).toMatchObject({ usable: false, why: expect.stringMatching(/\w/) });
    expect(answer.recommended).toBe("two-stop");
  });
  it("recommends the longer way when the shorter one is barely clear, and says so", () => {
    const tight = { ...FIVE, cam: { rampDeg: 20, intake: { opensDegBtdc: 10, closesDegAbdc: 40 }, exhaust: { opensDegBbdc: 40, closesDegAtdc: 10 } } };
    const engine = resolveEngine(tight);
    const worst = planMethod("two-stop", engine, 0).worst?.marginDeg ?? 0;
    expect(worst).toBeGreaterThan(0);
    expect(planStops(engine, worst / 4).recommended).toBe("two-stop");
    const answer = planStops(engine, worst * 0.9);
    expect(answer.recommended).toBe("firing-order");
    expect(answer.why).toContain(`Two stops would leave ${planMethod("two-stop", engine, 0).worst?.valve} only`);
  });
  it("recommends nothing when an injector has no arcs", () => {
    const file = engineFile(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }], cam: MILD_CAM });
    const answer = planStops(resolveEngine(file));
    expect(answer.recommended).toBeNull();
    expect(answer.methods[0]?.unserved).toEqual([expect.objectContaining({ valve: "1J", bestMarginDeg: null, why: "no arc known" })]);
  });
  it("refuses a margin that makes no sense", () => expect(() => planStops(resolveEngine(FOUR), 181)).toThrow(RangeError));
});

describe("signAt", () => {
  const four = resolveEngine(FOUR);
  it("tells firing from rocking, and what one turn out looks like", () => {
    expect(signAt(four, 0)).toMatchObject({ firing: ["1"], rocking: ["4"], oneTurnOut: expect.stringContaining("cylinder 1 rocks instead") });
    expect(signAt(four, 360)).toMatchObject({ firing: ["4"], rocking: ["1"] });
  });
  it("has only rocking to go by where nothing fires", () => {
    const five = resolveEngine(FIVE);
    expect(signAt(five, 360)).toMatchObject({ firing: [], rocking: ["1"], oneTurnOut: expect.stringContaining("both rockers loose instead") });
    expect(signAt(five, 40)).toMatchObject({ firing: [], rocking: [], oneTurnOut: null });
  });
  it("a two-stroke is never a turn out", () => {
    expect(signAt(resolveEngine(engineFile(["1", "2"], { strokes: 2 })), 180)).toMatchObject({ firing: ["2"], rocking: [], oneTurnOut: null });
  });
});

describe("stopLetter", () => {
  it.each([[0, "A"], [25, "Z"], [26, "AA"], [27, "AB"], [51, "AZ"], [52, "BA"]])("%d is %s", (i, letter) => expect(stopLetter(i)).toBe(letter));
  it("refuses what is no index", () => expect(() => stopLetter(-1)).toThrow(RangeError));
});
