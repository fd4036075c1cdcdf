/** The locator against a walk round the cycle in half degrees that knows nothing of arcs. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Engine, resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { marginDeg } from "../stops/margin";
import { fold, intersect } from "../units/angle/arc";
import { GEAR_STATES, type GearState, allIn } from "./gearState";
import { bestNext, locate, settableIn } from "./locate";
import { type Observation, possibleArcs } from "./observation";
import { provesNothing } from "./proves";

const FOUR = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
const told = (engine: Engine, seen: Observation[]): (number | undefined)[][] =>
  locate(engine, seen).arcs.map((a) => [a.startDeg, (a.startDeg + a.spanDeg) % engine.cycleDeg]);

describe("what holds the crank for sure", () => {
  // Cam 12/48/50/10 at a ramp of 20: intake 348 to 588, exhaust 130 to 370; 5 degrees for the cam, 20 for what is taken up.
  it.each<[Observation, number[][]]>([
    [
      { kind: "mark", markDeg: 0 },
      [
        [355, 365],
        [715, 5],
      ],
    ],
    [
      { kind: "mark", markDeg: 90, withinDeg: 10 },
      [
        [80, 100],
        [440, 460],
      ],
    ],
    [{ kind: "rotor", cylinder: "4" }, [[330, 390]]],
    [{ kind: "rotor", cylinder: "4", no: true }, [[370, 350]]],
    [{ kind: "pressure", cylinder: "1" }, [[540, 0]]],
    [{ kind: "rocking", cylinder: "1" }, [[318, 400]]],
    [{ kind: "rocking", cylinder: "1", no: true }, [[370, 348]]],
    [{ kind: "pressed", valve: "1I" }, [[323, 613]]],
    [{ kind: "loose", valve: "1I" }, [[568, 368]]],
    [{ kind: "moves", valve: "1I" }, [[323, 673]]],
    [{ kind: "still", valve: "1I" }, [[628, 368]]],
    [{ kind: "still", valve: "1I", swingDeg: 100, at: "lifter" }, [[668, 368]]],
    [{ kind: "opening", valve: "1E" }, [[105, 195]]],
    [{ kind: "opening", valve: "1E", no: true }, [[154, 130]]],
    [{ kind: "closing", valve: "1I" }, [[463, 569]]],
    [{ kind: "closing", valve: "1I", no: true }, [[548.4, expect.closeTo(507.6, 9) as number]]],
    [
      { kind: "away", cylinder: "1" },
      [
        [350, 368],
        [568, 150],
      ],
    ],
    [{ kind: "pressed", valve: "1I", turnedOnDeg: 200 }, [[523, 93]]],
  ])("%o", (seen, arcs) => expect(told(FOUR, [seen])).toEqual(arcs));
  it("of an unknown cam runs from the smallest to the widest", () => {
    const dark = resolveEngine(engineFile(["1"]));
    const of = (seen: Observation) => told(dark, [seen]);
    // Smallest: intake 360 to 570, exhaust 150 to 360; widest: intake 315 to 625, exhaust 95 to 405, ramp 30.
    expect(of({ kind: "loose", valve: "1I" })).toEqual([[550, 380]]);
    expect(of({ kind: "pressed", valve: "1I" })).toEqual([[280, 660]]);
    expect(of({ kind: "still", valve: "1E" })).toEqual([[400, 170]]);
    expect(of({ kind: "moves", valve: "1E" })).toEqual([[60, 500]]);
    expect(of({ kind: "opening", valve: "1E" })).toEqual([[60, 207.5]]);
    expect(of({ kind: "closing", valve: "1I" })).toEqual([[460, 599]]);
    expect(of({ kind: "rocking", cylinder: "1" })).toEqual([[275, 445]]);
  });
  it("has releases in what is pressed, and nothing of another role's", () => {
    const one = resolveEngine(
      engineFile(["1"], { cam: { ...MILD_CAM, releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }] } }),
    );
    expect(told(one, [{ kind: "pressed", valve: "1E" }])).toEqual([
      [105, 395],
      [595, 665],
    ]);
    expect(told(one, [{ kind: "pressed", valve: "1I" }])).toEqual([[323, 613]]);
  });
  it("on a two-stroke comes up once, and pressure needs no lobe", () => {
    const two = resolveEngine(engineFile(["1", "2"], { strokes: 2, cam: { rampDeg: 20 } }));
    expect(told(two, [{ kind: "mark", markDeg: 0 }])).toEqual([[355, 5]]);
    expect(told(two, [{ kind: "pressure", cylinder: "2" }])).toEqual([[0, 180]]);
    expect(() => locate(two, [{ kind: "rocking", cylinder: "1" }])).toThrow(RangeError);
  });
  it("refuses what the engine does not have", () => {
    expect(() => locate(FOUR, [{ kind: "pressure", cylinder: "9" }])).toThrow("no cylinder 9");
    expect(() => locate(FOUR, [{ kind: "loose", valve: "9I" }])).toThrow("no valve 9I");
  });
});

describe("what proves something", () => {
  const GEARED = resolveEngine(engineFile(["1"], { cam: MILD_CAM, adjuster: { kind: "screw", at: "stud-nut" } }));
  const kinds = ["loose", "pressed", "moves", "still", "opening", "closing"] as const;
  // The trade's table, a column for each state.
  it.each([
    ["set", "loose pressed moves still opening closing"],
    ["preloaded", "loose moves still opening closing"],
    ["slack", "pressed moves opening closing"],
    ["snug", "moves still opening closing"],
    ["dry", "loose pressed moves opening closing"],
    ["off", "opening closing"],
  ] as const)("%s: %s", (state, proves) => {
    const gear = allIn(GEARED, state);
    const shown = kinds.filter((kind) => provesNothing(GEARED, gear, { kind, valve: "1I" }) === null);
    expect(shown.join(" ")).toBe(proves);
    expect(provesNothing(GEARED, gear, { kind: "still", valve: "1I", at: "lifter" })).toBeNull();
  });
  it.each([
    ["set", null, null],
    ["preloaded", null, null],
    ["snug", null, null],
    ["slack", "exhaustSeen", null],
    ["dry", "exhaustSeen", null],
    ["off", "kind", "kind"],
  ] as const)("air, with gear that is %s", (state, plain, seen) => {
    const gear = allIn(GEARED, state);
    const air = { kind: "pressure", cylinder: "1" } as const;
    expect(provesNothing(GEARED, gear, air)?.field ?? null).toBe(plain);
    expect(provesNothing(GEARED, gear, { ...air, exhaustSeen: true })?.field ?? null).toBe(seen);
  });
  it.each<[Observation, string]>([
    [{ kind: "pressure", cylinder: "1", no: true }, "no"],
    [{ kind: "mark", markDeg: 0, no: true }, "no"],
    [{ kind: "loose", valve: "1I", no: true }, "no"],
    [{ kind: "still", valve: "1I", no: true }, "no"],
    [{ kind: "away", cylinder: "1", no: true }, "no"],
    [{ kind: "still", valve: "1I", swingDeg: 20 }, "swingDeg"],
  ])("%o proves nothing", (seen, field) => expect(provesNothing(FOUR, allIn(FOUR), seen)).toMatchObject({ field }));
  it("of a cam that nobody knows is no moment that was not seen", () => {
    const dark = resolveEngine(engineFile(["1"]));
    expect(provesNothing(dark, allIn(dark), { kind: "opening", valve: "1E", no: true })).toMatchObject({
      field: "no",
    });
    expect(provesNothing(dark, allIn(dark), { kind: "rotor", cylinder: "1", no: true })).toBeNull();
  });
  it("of positively closed valves is neither loose nor pressed, of exhausts alone no rocking", () => {
    const closed = resolveEngine(engineFile(["1"], { adjuster: { kind: "positive-closing" } }));
    expect(provesNothing(closed, allIn(closed), { kind: "loose", valve: "1I" })).toMatchObject({ field: "kind" });
    const plain = engineFile(["1"]);
    const alone = resolveEngine({ ...plain, valves: plain.valves.filter((v) => v.role === "exhaust") });
    expect(provesNothing(alone, allIn(alone), { kind: "rocking", cylinder: "1" })).toMatchObject({ field: "kind" });
  });
});

describe("where arcs meet", () => {
  const arc = (start: number, span: number) => ({ startDeg: fold(start, 720), spanDeg: span });
  const WHOLE = [arc(0, 720)];
  it("everywhere meets anything as it is, from either side", () => {
    expect(intersect(WHOLE, [arc(10, 20)], 720)).toEqual([arc(10, 20)]);
    expect(intersect([arc(10, 20)], WHOLE, 720)).toEqual([arc(10, 20)]);
    expect(intersect([arc(10, 20), arc(50, 5)], [arc(100, 720)], 720)).toEqual([arc(10, 20), arc(50, 5)]);
  });
  it("over the end of the cycle, at both ends, in crank order", () => {
    expect(intersect([arc(700, 40)], [arc(10, 30)], 720)).toEqual([arc(10, 10)]);
    expect(intersect([arc(600, 200)], [arc(50, 600)], 720)).toEqual([arc(50, 30), arc(600, 50)]);
    expect(intersect([arc(300, 20), arc(100, 20)], [arc(90, 300)], 720)).toEqual([arc(100, 20), arc(300, 20)]);
    expect(intersect([arc(100, 10)], [arc(100, 30)], 720)).toEqual([arc(100, 10)]);
  });
  it("not where ends only touch, on either side", () => {
    expect(intersect([arc(100, 10)], [arc(110, 10)], 720)).toEqual([]);
    expect(intersect([arc(110, 10)], [arc(100, 10)], 720)).toEqual([]);
    expect(intersect([arc(100, 10)], [arc(110 - 5e-8, 10)], 720)).toEqual([]);
    expect(intersect([arc(100, 10)], [arc(110 - 2e-7, 10)], 720)).toHaveLength(1);
  });
});

describe("what may be set wherever the crank may be", () => {
  const arc = (start: number, span: number) => ({ startDeg: fold(start, 720), spanDeg: span });
  // Base circle of 1I: 608 to 328, so with 10 degrees to spare 618 to 318.
  it("needs its margin at both ends of the place", () => {
    const at = (start: number, span: number): boolean => settableIn(FOUR, [arc(start, span)], 10).includes("1I");
    expect([at(618, 10), at(617.9, 10), at(308, 10), at(308.1, 10)]).toEqual([true, false, true, false]);
    expect(settableIn(FOUR, [arc(618, 10), arc(617, 1)], 10)).not.toContain("1I");
  });
  it("is never one whose arcs are not known, always one that no lobe lifts", () => {
    const bare = resolveEngine(engineFile(["1"], {}));
    const known = { ...bare, valves: bare.valves.map((v) => ({ ...v, baseCircleArcs: [arc(0, 720)] })) };
    const unknown = { ...bare, valves: bare.valves.map((v) => ({ ...v, baseCircleArcs: null })) };
    expect(settableIn(known, [arc(0, 720)], 30)).toEqual(["1I", "1E"]);
    expect(settableIn(unknown, [arc(0, 1)], 0)).toEqual([]);
  });
});

describe("what is looked at next", () => {
  const mark: Observation = { kind: "mark", markDeg: 0 };
  const next = (engine: Engine, state: GearState, seen: Observation[]) =>
    locate(engine, seen, { gear: allIn(engine, state) }).next;
  it("is a rocker wiggled where it has lash, one watched where it has none", () => {
    expect(next(FOUR, "set", [mark])).toEqual({ kind: "loose", valve: "2I" });
    expect(next(FOUR, "preloaded", [mark])).toMatchObject({ kind: "moves", swingDeg: 60 });
    expect(next(FOUR, "snug", [mark])).toMatchObject({ kind: "moves" });
  });
  it("is a pushrod where rockers are off or slack, and air only where nothing else is left", () => {
    const studs = resolveEngine(engineFile(["1"], { cam: MILD_CAM, adjuster: { kind: "screw", at: "stud-nut" } }));
    expect(next(studs, "off", [mark])).toMatchObject({ kind: "moves", at: "lifter" });
    expect(next(studs, "slack", [mark])).toMatchObject({ kind: "moves", at: "lifter" });
    expect(next(FOUR, "slack", [mark])).toMatchObject({ kind: "moves", valve: "1I" });
    const air = { kind: "moves", valve: "1E", swingDeg: 60 } as const;
    const { arcs } = locate(FOUR, [mark]);
    const skipped = FOUR.valves.flatMap((v): Observation[] => [{ ...air, valve: v.id }]);
    expect(bestNext(FOUR, allIn(FOUR, "slack"), arcs, skipped)).toEqual({
      kind: "pressure",
      cylinder: "1",
      exhaustSeen: true,
    });
    expect(bestNext(FOUR, allIn(FOUR, "off"), arcs)).toBeNull();
  });
  it("is always taken by the same engine, also by a two-stroke", () => {
    const two = resolveEngine(
      engineFile(["1", "2"], { strokes: 2, cam: { rampDeg: 20, exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } } }),
    );
    const places = [
      { startDeg: fold(90, 360), spanDeg: 10 },
      { startDeg: fold(270, 360), spanDeg: 10 },
    ];
    for (const state of GEAR_STATES) {
      const gear = allIn(two, state);
      const asked = bestNext(two, gear, places);
      if (asked !== null) expect(provesNothing(two, gear, asked)).toBeNull();
    }
  });
  it("is nothing of a valve of which nothing is known", () => {
    const blind = { ...FOUR, valves: FOUR.valves.map((v) => ({ ...v, baseCircleArcs: null })) };
    expect(bestNext(blind, allIn(blind), locate(FOUR, [mark]).arcs)).toEqual({ kind: "pressure", cylinder: "1" });
  });
});

describe("locate", () => {
  it("a mark alone leaves two places one turn apart; a loose rocker tells them apart", () => {
    const first = locate(FOUR, [{ kind: "mark", markDeg: 0 }]);
    expect(first.arcs).toHaveLength(2);
    expect(first.settable).toEqual([]);
    expect(first.next).toEqual({ kind: "loose", valve: "2I" });
    const second = locate(FOUR, [
      { kind: "mark", markDeg: 0 },
      { kind: "pressed", valve: "2I" },
    ]);
    expect(second).toMatchObject({ next: null, contradiction: [], settable: ["1I", "1E", "2E", "3I"] });
  });
  it("names the one that does not fit the others", () => {
    const seen: Observation[] = [
      { kind: "mark", markDeg: 0 },
      { kind: "rotor", cylinder: "1" },
      { kind: "rocking", cylinder: "1" },
      { kind: "loose", valve: "3I" },
    ];
    expect(locate(FOUR, seen)).toEqual({ arcs: [], settable: [], contradiction: [2], next: null });
  });
  it("names as few as will do, wherever they stand", () => {
    const seen: Observation[] = [
      { kind: "rotor", cylinder: "1" },
      { kind: "rotor", cylinder: "4" },
      { kind: "mark", markDeg: 0 },
      { kind: "rotor", cylinder: "4", withinDeg: 4 },
    ];
    expect(locate(FOUR, seen).contradiction).toEqual([0]);
    expect(locate(FOUR, [...seen].reverse()).contradiction).toEqual([3]);
    expect(
      locate(FOUR, [
        { kind: "rotor", cylinder: "1" },
        { kind: "rotor", cylinder: "2" },
        { kind: "rotor", cylinder: "4" },
      ]).contradiction,
    ).toEqual([0, 1]);
  });
  it("of two that are as far out, it names the one that was seen first", () =>
    expect(
      locate(FOUR, [
        { kind: "mark", markDeg: 90 },
        { kind: "mark", markDeg: 0 },
      ]).contradiction,
    ).toEqual([0]));
  it("names nothing where a valve's arcs are not known: it tells nothing", () => {
    const bare = resolveEngine(engineFile(["1"], {}));
    const blind = { ...bare, valves: bare.valves.map((v) => ({ ...v, baseCircleArcs: null })) };
    expect(possibleArcs(blind, { kind: "loose", valve: "1I" })).toBeNull();
    expect(locate(blind, [{ kind: "loose", valve: "1I" }]).arcs).toEqual([{ startDeg: 0, spanDeg: 720 }]);
  });

  /** What the page says, angle by angle, relative to the observed cylinder: written without arcs. */
  const refHolds = (engine: Engine, seen: Observation, crankDeg: number): boolean => {
    const back = crankDeg - (seen.turnedOnDeg ?? 0);
    if (seen.kind === "mark") {
      const off = Math.abs(((((back - seen.markDeg + 180) % 360) + 360) % 360) - 180);
      return off < (seen.withinDeg ?? 5);
    }
    const valve = "valve" in seen ? engine.valves.find((v) => v.id === seen.valve) : undefined;
    const cylinder = engine.cylinders.find((c) => c.id === ("cylinder" in seen ? seen.cylinder : valve?.cylinder));
    const rel = back - (cylinder?.firingDeg ?? 0);
    const within = (from: number, to: number): boolean =>
      to - from >= 720 || [-1440, -720, 0, 720, 1440].some((c) => rel + c >= from && rel + c < to);
    const { intake, exhaust } = engine.roleArcs;
    if (intake === undefined || exhaust === undefined) throw new Error("four-strokes only");
    if (seen.kind === "rotor") return within(-(seen.withinDeg ?? 30), seen.withinDeg ?? 30);
    if (seen.kind === "pressure") return within(540, 720);
    const { shape } = valve?.role === "exhaust" ? exhaust : intake;
    const { opensDeg: o, closesDeg: c, workingFromDeg: wo, workingToDeg: wc } = shape;
    const full = (o + c) / 2;
    const lifts = (swing: number): boolean => c - o > 40 && within(o + 20, c - 20 + swing);
    const released = (swing: number): boolean =>
      engine.releases.some(
        (r) => r.role === valve?.role && within(r.arc.startDeg - 5, r.arc.startDeg + r.arc.spanDeg + 5 + swing),
      );
    switch (seen.kind) {
      case "rocking": {
        const [i, e] = [intake.shape, exhaust.shape];
        return within(Math.min(i.workingFromDeg, e.closesDeg) - 10, Math.max(i.opensDeg, e.workingToDeg) + 10);
      }
      case "loose":
        return !lifts(0);
      case "still":
        return !lifts(seen.swingDeg ?? 60);
      case "pressed":
        return within(wo - 5, wc + 5) || released(0);
      case "moves":
        return within(wo - 5, wc + 5 + (seen.swingDeg ?? 60)) || released(seen.swingDeg ?? 60);
      case "opening":
        return within(wo - 5, o + (full - o) / 2 + 5);
      case "closing":
        return within(full - 5, full + 0.8 * (c - full) + 5);
      case "away":
        throw new Error("not asked here");
    }
  };
  const anySeen = (engine: Engine): fc.Arbitrary<Observation> => {
    const cylinder = fc.constantFrom(...engine.cylinders.map((c) => c.id));
    const valve = fc.constantFrom(...engine.valves.map((v) => v.id));
    return fc.oneof(
      fc.record({
        kind: fc.constant("mark" as const),
        markDeg: fc.integer({ min: 0, max: 359 }),
        withinDeg: fc.integer({ min: 1, max: 20 }),
      }),
      fc.record({ kind: fc.constant("rotor" as const), cylinder, withinDeg: fc.integer({ min: 1, max: 20 }) }),
      fc.record({
        kind: fc.constantFrom("moves" as const, "still" as const),
        valve,
        swingDeg: fc.integer({ min: 40, max: 180 }),
        turnedOnDeg: fc.integer({ min: 0, max: 800 }),
      }),
      fc.record({ kind: fc.constantFrom("pressure" as const, "rocking" as const), cylinder }),
      fc.record({
        kind: fc.constantFrom("pressed" as const, "loose" as const, "opening" as const, "closing" as const),
        valve,
      }),
    );
  };
  const anyCase = anyFourStroke.chain((file) => {
    const engine = resolveEngine(file);
    return fc.record({ engine: fc.constant(engine), seen: fc.array(anySeen(engine), { maxLength: 5 }) });
  });
  // Quarter steps beside whole and half degrees, so that no probe lies on an end.
  const PROBES = Array.from({ length: 2880 }, (_, i) => i / 4 + 0.07);

  it("is where all observations hold, found by walking", () => {
    fc.assert(
      fc.property(anyCase, ({ engine, seen }) => {
        const { arcs, contradiction, settable } = locate(engine, seen);
        const held = PROBES.map((deg) => seen.filter((o) => refHolds(engine, o, deg)).length);
        const most = Math.max(...held);
        PROBES.forEach((deg, i) => {
          if (most === seen.length)
            expect(arcs.some((a) => (((deg - a.startDeg) % 720) + 720) % 720 < a.spanDeg)).toBe(held[i] === most);
        });
        expect(contradiction).toHaveLength(arcs.length === 0 ? seen.length - most : 0);
        if (arcs.length === 0)
          expect(
            locate(
              engine,
              seen.filter((_, i) => !contradiction.includes(i)),
            ).arcs.length,
          ).toBeGreaterThan(0);
        for (const v of engine.valves) {
          // A place may be narrower than the steps of the walk: its middle is looked at as well.
          const middles = arcs.map((a) => a.startDeg + a.spanDeg / 2);
          const worst = Math.min(
            ...[...PROBES.filter((_, i) => held[i] === most), ...middles].map((deg) => marginDeg(v, deg, 720) ?? NaN),
          );
          if (arcs.length > 0 && Math.abs(worst - 10) > 0.5) expect(settable.includes(v.id), v.id).toBe(worst >= 10);
        }
      }),
      { numRuns: 120 },
    );
  });
  it("proposes nothing where nothing tells", () => expect(bestNext(FOUR, allIn(FOUR), [])).toBeNull());
});
