/** The route of a plan, the signs at its stops and the reasons for a method, word by word. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { type Engine, resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { fold } from "../units/angle/arc";
import { runs } from "../units/runs.testing";
import { METHODS } from "./methods";
import { type MethodPlan, planMethod } from "./planMethod";
import { planStops } from "./recommend";
import { markLetters, routeOf } from "./route";
import { stopLetter, topsAt } from "./sign";

const engine = (order: string[], more: Partial<EngineFile> = {}): Engine =>
  resolveEngine(engineFile(order, { cam: MILD_CAM, ...more }));
const FOUR = engine(["1", "3", "4", "2"]);
const TWO_STROKE = engine(["1", "2"], {
  strokes: 2,
  cam: { rampDeg: 20, exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } },
});

describe("the route of a plan", () => {
  const plan = planMethod("firing-order", FOUR);
  it("is lettered in crank order, with every valve at its stop and every margin of the engine beside it", () => {
    const route = routeOf(FOUR, plan);
    expect(route.map((s) => [s.letter, s.crankDeg, s.markDeg, s.valves.map((v) => v.valve)])).toEqual([
      ["A", 0, 0, ["1I", "1E"]],
      ["B", 180, 180, ["3I", "3E"]],
      ["C", 360, 0, ["4I", "4E"]],
      ["D", 540, 180, ["2I", "2E"]],
    ]);
    // Base circles of the mild cam less its ramp: 1I is free from 608 to 328, 1E from 390 to 110.
    expect(route[0]?.margins).toMatchObject({ "1I": 112, "1E": 110, "4I": -32, "4E": -30 });
    expect(Object.keys(route[0]?.margins ?? {})).toHaveLength(8);
    expect(route[0]?.valves[0]).toEqual({ valve: "1I", marginDeg: 112, doubt: null });
    expect(route.every((s) => s.sights?.length === 0)).toBe(true);
  });
  it("keeps what is watched, and serves cylinder by cylinder where that was asked for", () => {
    const watched = routeOf(FOUR, planMethod("full-lift", FOUR), "cylinder");
    expect(watched.map((s) => s.letter)).toEqual(["A", "B", "C", "D", "E", "F", "G", "H"]);
    expect(
      watched
        .slice(0, 2)
        .flatMap((s) => s.valves.map((v) => v.valve))
        .sort(),
    ).toEqual(["1E", "1I"]);
    expect(watched[0]?.sights).toHaveLength(1);
    expect(watched.map((s) => s.crankDeg)).not.toEqual([...watched.map((s) => s.crankDeg)].sort((a, b) => a - b));
  });
  it("lets what no stop serves wait in doubt where it is least bad: at a stop that is there, at one of its own, at the first", () => {
    const doubtful = {
      ...plan,
      unserved: [
        { valve: "1J", bestMarginDeg: 4, bestAtDeg: fold(180, 720), why: "too short" },
        { valve: "2J", bestMarginDeg: 5, bestAtDeg: fold(90, 720), why: "too short as well" },
        { valve: "3J", bestMarginDeg: null, bestAtDeg: null, why: "not known" },
      ],
    };
    const route = routeOf(FOUR, doubtful);
    expect(route.map((s) => [s.letter, s.crankDeg, s.valves.length])).toEqual([
      ["A", 0, 3],
      ["B", 90, 1],
      ["C", 180, 3],
      ["D", 360, 2],
      ["E", 540, 2],
    ]);
    expect(route[2]?.valves.at(-1)).toEqual({ valve: "1J", marginDeg: 4, doubt: "too short" });
    expect(route[1]).toMatchObject({ valves: [{ valve: "2J", doubt: "too short as well" }], sights: [] });
    expect(route[0]?.valves.at(-1)).toEqual({ valve: "3J", marginDeg: null, doubt: "not known" });
    const none = routeOf(FOUR, { stops: [], turnTotalDeg: 0, worst: null, unserved: doubtful.unserved.slice(2) });
    expect(none.map((s) => [s.letter, s.crankDeg])).toEqual([["A", 0]]);
    // In another order nothing is moved: they come last.
    expect(routeOf(FOUR, doubtful, "cylinder").at(-1)?.crankDeg).toBe(90);
  });
  it("puts the letters of stops a turn apart on one mark", () => {
    expect(markLetters(routeOf(FOUR, plan))).toEqual([
      { markDeg: 0, letters: ["A", "C"] },
      { markDeg: 180, letters: ["B", "D"] },
    ]);
    const near = routeOf(FOUR, plan).map((s, i) => ({ ...s, markDeg: [10, 10.009, 10.011, 50][i] ?? 0 }));
    expect(markLetters(near).map((m) => m.letters)).toEqual([["A", "B"], ["C"], ["D"]]);
  });
  it("goes on after Z", () => {
    expect([0, 25, 26, 51, 52, 701, 702].map(stopLetter)).toEqual(["A", "Z", "AA", "AZ", "BA", "ZZ", "AAA"]);
    expect(() => stopLetter(-1)).toThrow("stopLetter: not an index: -1");
    expect(() => stopLetter(0.5)).toThrow(RangeError);
  });
});

describe("the tops at an angle", () => {
  it("are told within 2 degrees, firing and rocking apart, and no rocking on a two-stroke", () => {
    expect(topsAt(FOUR, 2)).toEqual({ firing: ["1"], rocking: ["4"] });
    expect(topsAt(FOUR, 2.1)).toEqual({ firing: [], rocking: [] });
    expect(topsAt(FOUR, 360)).toEqual({ firing: ["4"], rocking: ["1"] });
    expect(topsAt(TWO_STROKE, 180)).toEqual({ firing: ["2"], rocking: [] });
  });
});

describe("why a method is the one to take", () => {
  it("names its stops, its closest valve, what it needs, and what a tape would do", () => {
    const { recommended, why } = planStops(FOUR, {}, [0, 180]);
    expect(recommended).toBe("two-stop");
    expect(why).toBe(
      `Two stops: 2 stops, and every valve at least ${Math.floor(planMethod("two-stop", FOUR).worst?.marginDeg ?? 0)} degrees clear (${planMethod("two-stop", FOUR).worst?.valve} is the closest). It needs the one TDC mark, and to know which time round it is.`,
    );
  });
  const HOT: EngineFile["cam"] = {
    rampDeg: 40,
    intake: { opensDegBtdc: 40, closesDegAbdc: 80 },
    exhaust: { opensDegBbdc: 80, closesDegAtdc: 40 },
  };
  it("says why not in two stops, and what a tape would do", () => {
    const five = engine(["1", "2", "4", "5", "3"], { cam: HOT });
    expect(planStops(five, { requiredDeg: 10 }, [0, 72, 144, 216, 288]).why).toBe(
      "Firing order: 5 stops, and every valve at least 60 degrees clear (1I is the closest). It needs a mark for every cylinder's TDC: balancer marks, rotor towers or a tape. Two stops are out: It can't serve 4E, 5I: it is on its lobe there, 8 degrees from the way out. With a tape on the pulley, fewest stops does it in 2.",
    );
    expect(
      planStops(engine(["1", "5", "3", "6", "2", "4"], { cam: HOT }), { requiredDeg: 25 }, [0, 120, 240]).why,
    ).toContain(" Two stops would leave 2I only 40 degrees clear.");
    expect(planStops(engine(["1", "3", "4", "2"], { cam: HOT }), { requiredDeg: 170 }).why).toBe(
      "Companion at full lift: 8 stops, and every valve at least 170 degrees clear (3E is the closest). It needs the rockers in sight, and a companion for each cylinder. Two stops are out: It can't serve 1I, 1E, 2I, 2E, 3I, 3E and 2 more: only 60 degrees clear of its lobe there, 170 are required.",
    );
  });
  it("says nothing of two stops where they are out of nothing but marks", () => {
    const { recommended, why, methods } = planStops(FOUR, {}, []);
    expect(recommended).not.toBe("two-stop");
    expect(methods.find((m) => m.id === "two-stop")?.usable).toBe(true);
    expect(why).not.toMatch(/Two stops (would|are)/);
    expect(why).toMatch(/ With a tape on the pulley, .* does it in \d+\.$/);
    expect(planStops(FOUR).why).not.toMatch(/Two stops (would|are)|tape/);
  });
  it("is the best there is: clear by twice what is needed first, then ready, short, little turned, and far clear", () => {
    const given = fc.record({
      file: anyFourStroke,
      requiredDeg: fc.integer({ min: 0, max: 70 }),
      marks: fc.constantFrom([], [0], [0, 180], [0, 90, 180, 270]),
    });
    fc.assert(
      fc.property(given, ({ file, requiredDeg, marks }) => {
        const { methods, recommended } = planStops(resolveEngine(file), { requiredDeg }, marks);
        const usable = methods.filter((m) => m.usable && m.id !== "lobe-in-sight");
        const best = usable.find((m) => m.id === recommended);
        if (best === undefined) {
          expect([recommended, usable]).toEqual([null, []]);
          return;
        }
        const clear = (m: MethodPlan): number => m.worst?.marginDeg ?? NaN;
        const up = marks.flatMap((deg) => [deg, deg + 360]);
        const ready = (m: MethodPlan): boolean =>
          METHODS[m.id].watched || m.stops.every((s) => up.some((deg) => Math.abs(deg - s.crankDeg) <= 1));
        const easy = usable.filter((m) => clear(m) >= 2 * requiredDeg);
        if (easy.length === 0) {
          expect(clear(best)).toBe(Math.max(...usable.map(clear)));
          return;
        }
        expect(easy).toContain(best);
        const asGood = [ready, (m: MethodPlan) => -m.stops.length, (m: MethodPlan) => -m.turnTotalDeg, clear];
        let left = easy;
        for (const by of asGood) {
          const most = Math.max(...left.map((m) => Number(by(m))));
          expect(Number(by(best))).toBe(most);
          left = left.filter((m) => Number(by(m)) === most);
        }
      }),
      { numRuns: runs(150) },
    );
  });
  it("says when none serves, and which comes nearest", () => {
    const hopeless = planStops(engine(["1", "3", "4", "2"], { cam: HOT }), { requiredDeg: 175 });
    expect(hopeless.recommended).toBeNull();
    const least = Math.min(...hopeless.methods.map((m) => m.unserved.length));
    const nearest = hopeless.methods.find((m) => m.unserved.length === least);
    expect(hopeless.why).toMatch(/^No method serves every valve\. .* comes nearest\. /);
    expect(hopeless.why.endsWith(nearest?.why ?? "?")).toBe(true);
  });
  it("takes a margin from 0 to 180, and no other", () => {
    expect(planStops(FOUR, { requiredDeg: 0 }).methods).toHaveLength(9);
    expect(planStops(FOUR, { requiredDeg: 180 }).methods).toHaveLength(9);
    expect(() => planStops(FOUR, { requiredDeg: -1 })).toThrow("planStops: required margin out of 0 to 180: -1");
    expect(() => planStops(FOUR, { requiredDeg: 181 })).toThrow(RangeError);
  });
  it("says to follow the firing order where followers are flat and it is not followed anyway", () => {
    const flat = engine(["1", "3", "4", "2"], { follower: "flat" });
    expect(planStops(flat).why).toMatch(
      / The followers are flat: on a cam that has not run yet, follow the firing order and keep the lobes wet\.$/,
    );
    expect(planStops(FOUR).why).not.toMatch(/flat/);
  });
  it("one stop is one stop", () => {
    const single = engine(["1"]);
    expect(planStops(single).why).toMatch(/: 1 stop, and every valve at least \d+ degrees clear/);
  });
});
