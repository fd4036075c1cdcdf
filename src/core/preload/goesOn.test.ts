import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { METHOD_IDS } from "../stops/methods";
import { marginDeg } from "../stops/margin";
import { planMethod } from "../stops/planMethod";
import { planStops } from "../stops/recommend";
import { routeOf } from "../stops/route";
import { fold } from "../units/angle/arc";
import { goesOnAlong, mayGoOn } from "./goesOn";
import { isFree } from "./legs";
import { leastWaits, waitsAlong, waitsOf } from "./waits";

const FOUR = resolveEngine(engineFile(["1", "3", "4", "2"], { cam: MILD_CAM }));
const EIGHT = resolveEngine(engineFile(["1", "8", "4", "3", "6", "5", "7", "2"], { cam: MILD_CAM }));
const valveOf = (engine: typeof FOUR, id: string) => {
  const valve = engine.valves.find((v) => v.id === id);
  if (valve === undefined) throw new Error(id);
  return valve;
};

describe("where the crank may go on while a lifter is squeezed", () => {
  // Cylinder 1 fires at 0; its exhaust begins to move some 100 degrees later, its intake before 360.
  it.each([
    ["1E", 0, 60, true],
    ["1E", 0, 90, true],
    ["1E", 0, 180, false],
    ["1I", 0, 180, true],
    ["1I", 0, 270, true],
    ["1I", 0, 301, false],
    // Up to the top first: never.
    ["1I", 300, 30, false],
    ["1I", 200, 250, false],
    // A mark lined up a little early stands at its top.
    ["1I", 716, 90, true],
    ["1I", 710, 90, false],
    // At the top between exhaust and intake the cam is off its base circle.
    ["1I", 360, 400, false],
    // All the way round is no leg.
    ["1I", 0, 0, false],
  ])("%s from %d to %d: %s", (valve, from, to, may) => {
    expect(mayGoOn(valveOf(FOUR, valve), from, to, 720)).toBe(may);
  });

  it("never where the piston rises to within 60 degrees of a top, or the cam leaves its base circle", () => {
    fc.assert(
      fc.property(anyFourStroke, fc.nat(719), fc.nat(719), (file, from, to) => {
        const engine = resolveEngine(file);
        for (const valve of engine.valves) {
          if (!mayGoOn(valve, from, to, engine.cycleDeg)) continue;
          for (let deg = 0; deg <= fold(to - from, 720); deg += 5) {
            expect(marginDeg(valve, from + deg, 720) ?? -1).toBeGreaterThanOrEqual(0);
            const phase = fold(from + deg - valve.firingDeg, 360);
            expect(phase <= 300 || phase >= 355).toBe(true);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("is said by stop and valve, and not from stops that are found by eye", () => {
    const marked = routeOf(FOUR, planMethod("firing-order", FOUR));
    expect(goesOnAlong(FOUR, marked)).toMatchObject({ "1I": { "A>B": 180 }, "4I": { "C>D": 180 } });
    expect(Object.keys(goesOnAlong(FOUR, marked)).some((v) => v.endsWith("E"))).toBe(false);
    const watched = routeOf(FOUR, planMethod("opening-closing", FOUR));
    expect(watched.length).toBeGreaterThan(4);
    expect(goesOnAlong(FOUR, watched)).toEqual({});
  });
});

describe("a leg", () => {
  const goesOn = { "1I": { "A>B": 90, "A>C": 180, "A>E": 90 } };
  const free = (now: string, to: string): boolean => isFree(goesOn, { valve: "1I", from: "A", now, to });
  it("goes on only: what was passed is a whole cycle away, though its mark is near", () => {
    expect([free("A", "B"), free("A", "C"), free("B", "C")]).toEqual([true, true, true]);
    // Back to B from C is 630 degrees; E has the mark of B, one pass later.
    expect([free("C", "B"), free("B", "E"), free("C", "E"), free("B", "B")]).toEqual([false, false, false, false]);
    expect([free("A", "D"), free("D", "C"), isFree({}, { valve: "1I", from: "A", now: "A", to: "B" })]).toEqual([
      false,
      false,
      false,
    ]);
  });
});

describe("what a job on pumped-up lifters costs in waits", () => {
  it.each([
    ["an in-line four", FOUR, "two-stop", 2],
    ["an in-line four", FOUR, "firing-order", 4],
    ["a V8", EIGHT, "two-stop", 2],
    // A quarter turn on, nothing comes near: every other time it goes on.
    ["a V8", EIGHT, "firing-order", 4],
  ] as const)("on %s by %s", (_name, engine, method, waits) => {
    const route = routeOf(engine, planMethod(method, engine));
    expect(waitsAlong(route, goesOnAlong(engine, route))).toBe(waits);
  });

  it.each([
    ["an in-line four", FOUR],
    ["a V8", EIGHT],
  ])("on %s no more than two are proposed, and no method in sight costs less", (_name, engine) => {
    const answer = planStops(engine);
    const waits = waitsOf(engine, answer.methods, "crank", false);
    const least = leastWaits(answer, waits, 10);
    expect(waits.get(least ?? "rocking")).toBeLessThanOrEqual(2);
    for (const m of answer.methods.filter((one) => one.usable && (one.worst?.marginDeg ?? 0) >= 20))
      if (m.id !== "lobe-in-sight") expect(waits.get(m.id)).toBeGreaterThanOrEqual(waits.get(least ?? m.id) ?? 0);
    // Where every wait is kept, a stop is a wait.
    const always = waitsOf(engine, answer.methods, "crank", true);
    for (const id of METHOD_IDS) expect(always.get(id)).toBe(answer.methods.find((m) => m.id === id)?.stops.length);
  });

  it("proposes nothing where no method serves every valve", () => {
    const known = planStops(FOUR);
    const answer = { ...known, methods: known.methods.map((m) => ({ ...m, usable: false })), recommended: null };
    expect(leastWaits(answer, waitsOf(FOUR, answer.methods, "crank", false), 10)).toBeNull();
  });
});
