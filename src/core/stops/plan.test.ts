/** How valves are dealt out to stops, and what is said of those left over, angle by angle. */
import type { AdjusterEntry } from "../engine/engineFile";
import { moverOf } from "../engine/mover";
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { type Engine, resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { fold } from "../units/angle/arc";
import { type Plan, planFrom, tidyDeg, wrongOneTurnOut } from "./plan";
import { planMethod } from "./planMethod";
import { DEFAULT_STOP_SETTINGS } from "./settings";
import { closingMoment, fullMoment, openingMoment, sightWords } from "./sight";

// Base circles of the mild cam less its ramp: 1I is free from 608 to 328, 1E from 390 to 110; their middles are 108 and 610.
const engine = (order: string[], more: Partial<EngineFile> = {}): Engine =>
  resolveEngine(engineFile(order, { cam: MILD_CAM, ...more }));
const ONE = engine(["1"]);
const FOUR = engine(["1", "3", "4", "2"]);
const JUMPS = engine(["1"], { valves: [{ id: "1J", cylinder: "1", role: "injector" }] });
const eye = (deg: number, role: "intake" | "exhaust" = "exhaust") => ({
  deg,
  sight: { cylinder: "1", moment: "full" as const, role },
  rangeDeg: null,
});

describe("planFrom", () => {
  it("takes the candidate that is furthest clear, whichever is named first", () => {
    for (const candidates of [
      [20, 100, 200],
      [200, 100, 20],
    ]) {
      const plan = planFrom(ONE, 10, (v) => (v.role === "intake" ? candidates : []));
      expect(plan.stops.map((s) => [s.crankDeg, s.set])).toEqual([[100, [{ valve: "1I", marginDeg: 212 }]]]);
    }
  });
  it("takes the earlier of two that are equally clear, whichever is named first", () => {
    for (const candidates of [
      [98, 118],
      [118, 98],
      [98 + 3e-10, 118 + 3e-10],
      [118 + 5e-10, 98 - 5e-10],
    ])
      expect(planFrom(ONE, 10, (v) => (v.role === "intake" ? candidates : [])).stops[0]?.crankDeg).toBeCloseTo(98, 8);
    // A margin that is really larger goes before the earlier angle, and is not given up for it.
    for (const candidates of [
      [98 - 1e-6, 118],
      [118, 98 - 1e-6],
    ])
      expect(planFrom(ONE, 10, (v) => (v.role === "intake" ? candidates : [])).stops[0]?.crankDeg).toBe(118);
  });
  it("counts turns, marks and the worst from what stands at each stop", () => {
    const plan = planFrom(ONE, 10, (v) => [v.role === "intake" ? 308 : 400]);
    expect(plan).toEqual({
      stops: [
        { crankDeg: 308, markDeg: 308, turnDeg: 0, set: [{ valve: "1I", marginDeg: 20 }], sights: [] },
        { crankDeg: 400, markDeg: 40, turnDeg: 92, set: [{ valve: "1E", marginDeg: 10 }], sights: [] },
      ],
      turnTotalDeg: 92,
      worst: { valve: "1E", marginDeg: 10 },
      unserved: [],
    });
  });
  it("names the first of two that are equally close as the worst", () => {
    const plan = planFrom(ONE, 10, (v) => [v.role === "intake" ? 308 : 410]);
    expect(plan.worst).toEqual({ valve: "1I", marginDeg: 20 });
  });
  it("puts what is a whole cycle apart, or a rounding, at one stop", () => {
    const plan = planFrom(FOUR, 10, (v) => [
      v.id === "1I" ? 720 : v.id === "1E" ? 719.9999999 : v.cylinder === "1" ? 0 : v.firingDeg,
    ]);
    expect(plan.stops[0]?.set.map((s) => s.valve)).toEqual(["1I", "1E"]);
    expect(plan.stops).toHaveLength(4);
  });
  it("says what is watched once, and each thing that differs", () => {
    const seen = planFrom(FOUR, 10, (v) => (v.cylinder === "1" ? [eye(20)] : []));
    expect(seen.stops[0]?.sights).toEqual([{ cylinder: "1", moment: "full", role: "exhaust" }]);
    const differs = planFrom(FOUR, 10, (v) =>
      v.id === "1I" ? [eye(20)] : v.id === "1E" ? [eye(20, "intake")] : v.id === "3I" ? [20] : [],
    );
    expect(differs.stops[0]?.sights).toHaveLength(2);
    const others = [
      { cylinder: "1", moment: "full", role: "exhaust" },
      { cylinder: "2", moment: "full", role: "exhaust" },
      { cylinder: "1", moment: "opening", role: "exhaust" },
    ] as const;
    const three = planFrom(
      engine(["1"], { valves: others.map((_, i) => ({ id: `${i}`, cylinder: "1", role: "intake" })) }),
      10,
      (v) => {
        const sight = others[Number(v.id)];
        return sight === undefined ? [] : [{ deg: 20, sight, rangeDeg: null }];
      },
    );
    expect(three.stops[0]?.sights).toEqual(others);
  });
  it("says why a valve is left over: its lobe, too little, no stop, no arc", () => {
    const why = (deg: number | null, requiredDeg = 10, of = ONE): Plan["unserved"][number] | undefined =>
      planFrom(of, requiredDeg, () => (deg === null ? [] : [deg])).unserved[0];
    expect(why(328 + 8.2)).toEqual({
      valve: "1I",
      bestMarginDeg: -8.2,
      bestAtDeg: 336.2,
      why: "it is on its lobe there, 9 degrees from the way out",
    });
    expect(why(328)).toMatchObject({
      bestMarginDeg: 0,
      why: "only 0 degrees clear of its lobe there, 10 are required",
    });
    expect(why(328 - 9.7, 12)?.why).toBe("only 9 degrees clear of its lobe there, 12 are required");
    expect(why(null)).toEqual({
      valve: "1I",
      bestMarginDeg: null,
      bestAtDeg: null,
      why: "this method has no stop for it",
    });
    expect(why(20, 10, JUMPS)?.why).toBe("no arc known");
  });
  it("has nothing to turn, and no worst, where nothing is served", () =>
    expect(planFrom(ONE, 10, () => [])).toMatchObject({ stops: [], turnTotalDeg: 0, worst: null }));
  it("tells figures to a millionth of a degree, and no minus nothing", () => {
    expect(tidyDeg(1.23456749)).toBe(1.234567);
    expect(Object.is(tidyDeg(-1e-9), 0)).toBe(true);
  });
});

describe("wrongOneTurnOut", () => {
  const at = (crankDeg: number, ...valves: string[]) => ({
    crankDeg: fold(crankDeg, 720),
    set: valves.map((valve) => ({ valve, marginDeg: 0 })),
  });
  it("gives each its margin a turn on, and leaves out what is still clear, just clear too", () => {
    expect(wrongOneTurnOut(ONE, at(0, "1I", "1E"), 10)).toEqual([
      { valve: "1I", marginDeg: -32 },
      { valve: "1E", marginDeg: -30 },
    ]);
    // One turn on from 678 is 318: ten clear.
    expect(wrongOneTurnOut(ONE, at(678, "1I"), 10)).toEqual([]);
    expect(wrongOneTurnOut(ONE, at(678, "1I"), 10.1)).toEqual([{ valve: "1I", marginDeg: 10 }]);
  });
  it("says nothing of a valve that is not there, that has no arc, or of a two-stroke", () => {
    expect(wrongOneTurnOut(ONE, at(0, "9X"), 10)).toEqual([]);
    expect(wrongOneTurnOut(JUMPS, at(0, "1J"), 10)).toEqual([]);
    const two = resolveEngine(engineFile(["1"], { strokes: 2 }));
    expect(wrongOneTurnOut(two, at(180, "1E"), 10)).toEqual([]);
  });
});

describe("what is watched", () => {
  it("lies where the lobe has it, and nowhere without a lobe or for a cylinder that is not there", () => {
    // Exhaust 130 to 370, intake 348 to 588.
    expect(fullMoment(FOUR, "3", "exhaust")).toEqual({
      deg: 250 + 180,
      sight: { cylinder: "3", moment: "full", role: "exhaust" },
      rangeDeg: null,
    });
    expect(openingMoment(FOUR, "3", "exhaust", DEFAULT_STOP_SETTINGS)).toMatchObject({
      deg: 142 + 180,
      sight: { cylinder: "3", moment: "opening", role: "exhaust" },
    });
    expect(closingMoment(FOUR, "3", "intake", DEFAULT_STOP_SETTINGS)).toMatchObject({
      deg: 498 + 180,
      sight: { cylinder: "3", moment: "closing", role: "intake" },
    });
    for (const moment of [openingMoment, closingMoment] as const)
      expect(moment(FOUR, "1", "injector", DEFAULT_STOP_SETTINGS)).toBeNull();
    expect(fullMoment(FOUR, "1", "injector")).toBeNull();
    expect(fullMoment(FOUR, "9", "exhaust")?.deg).toBe(250);
  });
  it("spreads as people do, and always over the moment that was chosen", () => {
    const spread = (openingShare: number) =>
      openingMoment(ONE, "1", "exhaust", { ...DEFAULT_STOP_SETTINGS, openingShare })?.rangeDeg;
    expect(spread(0.1)).toEqual([130, 160]);
    expect(spread(0.5)).toEqual([130, 190]);
    const late = closingMoment(ONE, "1", "intake", { ...DEFAULT_STOP_SETTINGS, closingShare: 0 })?.rangeDeg;
    expect(late?.[0]).toBe(468);
  });
  it("is said of what moves there: a bucket goes down, the tappet of a side valve up", () => {
    const closing = { cylinder: "2", moment: "closing", role: "exhaust" } as const;
    const said = (adjuster: AdjusterEntry) => sightWords(closing, moverOf({ adjuster }));
    expect(said({ kind: "bucket-shim" })).toMatch(/exhaust bucket of cylinder 2 has gone down .* back up$/);
    expect(said({ kind: "grind" })).toMatch(/exhaust tappet of cylinder 2 has gone up .* back down$/);
    expect(said({ kind: "screw", at: "cam" })).toMatch(/exhaust follower /);
    expect(said({ kind: "bucket-shim", shimAt: "rocker" })).toMatch(/exhaust rocker /);
    expect(said({ kind: "bucket-shim", shimAt: "tip" })).toMatch(/exhaust follower /);
  });
  it("is said as a clause", () => {
    const say = (moment: Parameters<typeof sightWords>[0]["moment"], role: "intake" | null = "intake") =>
      sightWords({ cylinder: "3", moment, role }, moverOf({}));
    expect(say("opening")).toBe("the intake rocker of cylinder 3 just starts to open");
    expect(say("closing")).toBe("the intake rocker of cylinder 3 has gone down and just starts to come back up");
    expect(say("full")).toBe("the intake rocker of cylinder 3 is all the way down: fully open");
    expect(say("full-then-on")).toBe(
      "the intake rocker of cylinder 3 is all the way down, and then one full turn on",
    );
    expect(say("full-then-half-on")).toBe(
      "the intake rocker of cylinder 3 is all the way down, and then half a turn on",
    );
    expect(say("rocking", null)).toBe("cylinder 3 rocks: its exhaust is closing, its intake opening");
  });
});

describe("a method's own words", () => {
  const HOT = {
    rampDeg: 40,
    intake: { opensDegBtdc: 40, closesDegAbdc: 80 },
    exhaust: { opensDegBbdc: 80, closesDegAtdc: 40 },
  };
  const plan = (id: Parameters<typeof planMethod>[0], of: Engine, requiredDeg: number, marks?: number[]) =>
    planMethod(id, of, { ...DEFAULT_STOP_SETTINGS, requiredDeg, marksOnly: marks !== undefined }, marks);
  it("are how it is done when it serves all", () =>
    expect(plan("full-lift", FOUR, 10).why).toBe("One valve of a cylinder fully open: set the other."));
  it("name six it can't serve, and count the others", () => {
    const hot = engine(["1", "3", "4", "2"], { cam: HOT });
    expect(plan("two-stop", hot, 170).why).toMatch(/^It can't serve (\d[IE], ){5}\d[IE] and 2 more: only/);
    const three = engine(["1", "2", "3"], { cam: HOT });
    expect(plan("two-stop", three, 170).why).toMatch(/^It can't serve (\d[IE], ){5}\d[IE]: only/);
  });
  it("say that nothing has a companion only where nothing has", () => {
    const pair = engine(["1", "2", "3"], { firingAnglesDeg: [0, 360, 500] });
    for (const id of ["rocking", "companion-lift"] as const) {
      expect(plan(id, pair, 10).why).toBe("It can't serve 3I, 3E: this method has no stop for it.");
      expect(
        plan(id, pair, 10)
          .stops.flatMap((s) => s.set.map((v) => v.valve))
          .sort(),
      ).toEqual(["1E", "1I", "2E", "2I"]);
    }
    expect(plan("firing-order", engine(["1", "2", "3"], { cam: HOT }), 170).why).toMatch(/^It can't serve/);
  });
  it("tell a valve's best on any mark, or that no mark will do", () => {
    expect(plan("fewest", ONE, 100, [0]).unserved).toEqual([]);
    // At 0 the exhaust is 110 clear; 115 has the intake only with other marks.
    const none = plan("fewest", ONE, 120, [0]);
    expect(none.unserved.map((u) => [u.valve, u.why])).toEqual([
      ["1I", "no mark leaves it the 120 degrees required"],
      ["1E", "no mark leaves it the 120 degrees required"],
    ]);
    expect(plan("fewest", ONE, 230, [0]).unserved[0]).toMatchObject({
      bestMarginDeg: 220,
      bestAtDeg: 108,
      why: "its base circle is only 440 degrees long, and 230 are required to both sides",
    });
  });
  it("ask by eye for what the eye can be out and the crank moves in the hand, at least", () => {
    // The longest base circle leaves 20 to both sides: enough at a mark, too little for the eye.
    const tight = engine(["1"], { cam: { ...MILD_CAM, rampDeg: 20 + 220 - 14 } });
    expect(plan("fewest", tight, 10).usable).toBe(true);
    expect(plan("lobe-in-sight", tight, 10).unserved[0]?.why).toContain("and 15 are required");
    expect(plan("lobe-in-sight", ONE, 30).worst?.marginDeg).toBeGreaterThanOrEqual(30);
  });
  it("an own lobe is found by full lift and half a cycle on, and said so", () =>
    expect(plan("own-lobe", ONE, 10).stops[0]).toMatchObject({
      crankDeg: 108,
      sights: [{ cylinder: "1", moment: "full-then-on", role: "intake" }],
    }));
  it("needs something beside an injector to watch", () => {
    const alone = engine(["1"], {
      cam: { ...MILD_CAM, injector: { opensDeg: 640, closesDeg: 30 } },
      valves: [
        { id: "1I", cylinder: "1", role: "intake" },
        { id: "1J", cylinder: "1", role: "injector" },
      ],
    });
    const opening = plan("full-lift", alone, 10);
    // With no exhaust there is nothing to find the intake's stop by; the injector has the intake's rocker.
    expect(opening.unserved.map((u) => u.valve)).toEqual(["1I"]);
    expect(opening.stops.map((s) => [s.crankDeg, s.set[0]?.valve])).toEqual([[468, "1J"]]);
  });
});
