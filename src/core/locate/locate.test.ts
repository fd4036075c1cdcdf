/** The locator against a walk round the cycle in half degrees that knows nothing of arcs. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Engine, resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { marginDeg } from "../stops/margin";
import { fold } from "../units/angle/arc";
import { bestNext, intersect, locate, settableIn } from "./locate";
import { type Observation, arcsOf } from "./observation";

const FOUR = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
const told = (engine: Engine, seen: Observation[]): (number | undefined)[][] =>
  locate(engine, seen).arcs.map((a) => [a.startDeg, (a.startDeg + a.spanDeg) % engine.cycleDeg]);

describe("observations", () => {
  // Cam 12/48/50/10: intake 348 to 588, exhaust 130 to 370; ramp 20.
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
    [{ kind: "rotor", cylinder: "4" }, [[350, 370]]],
    [{ kind: "pressure", cylinder: "1" }, [[588, 0]]],
    [{ kind: "rocking", cylinder: "1" }, [[349, 371]]],
    [{ kind: "pressed", valve: "1I" }, [[348, 588]]],
    [{ kind: "loose", valve: "1I" }, [[608, 328]]],
    [{ kind: "opening", valve: "1E" }, [[130, 160]]],
    [{ kind: "closing", valve: "1I" }, [[468, 516]]],
  ])("%o", (seen, arcs) => expect(told(FOUR, [seen])).toEqual(arcs));
  it("a release counts as pressed", () => {
    const one = resolveEngine(
      engineFile(["1"], { cam: { ...MILD_CAM, releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }] } }),
    );
    expect(told(one, [{ kind: "pressed", valve: "1E" }])).toEqual([
      [130, 370],
      [600, 660],
    ]);
  });
  it("a release of another role is no business of a valve", () => {
    const one = resolveEngine(
      engineFile(["1"], { cam: { ...MILD_CAM, releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }] } }),
    );
    expect(told(one, [{ kind: "pressed", valve: "1I" }])).toEqual([[348, 588]]);
  });
  it("a release narrows what is loose, and an exact mark is still somewhere", () => {
    expect(told(FOUR, [{ kind: "mark", markDeg: 90, withinDeg: 0 }])).toHaveLength(2);
    expect(told(FOUR, [{ kind: "rotor", cylinder: "2", withinDeg: 3 }])).toEqual([[177, 183]]);
  });
  it("rocking is seen 8 degrees to each side where lobes hardly overlap", () => {
    const narrow = resolveEngine(
      engineFile(["1"], {
        cam: {
          rampDeg: 20,
          intake: { opensDegBtdc: -5, closesDegAbdc: 40 },
          exhaust: { opensDegBbdc: 40, closesDegAtdc: 2 },
        },
      }),
    );
    expect(told(narrow, [{ kind: "rocking", cylinder: "1" }])).toEqual([[352, 368]]);
  });
  it("on a two-stroke a mark comes up once, pressure is felt once the exhaust has shut, and nothing rocks", () => {
    const two = resolveEngine(
      engineFile(["1", "2"], { strokes: 2, cam: { rampDeg: 20, exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } } }),
    );
    expect(told(two, [{ kind: "mark", markDeg: 0 }])).toEqual([[355, 5]]);
    expect(told(two, [{ kind: "pressure", cylinder: "2" }])).toEqual([[60, 180]]);
    expect(() => locate(two, [{ kind: "rocking", cylinder: "1" }])).toThrow(RangeError);
  });
  it("is turned round by a no", () => {
    expect(told(FOUR, [{ kind: "loose", valve: "1I", no: true }])).toEqual([[328, 608]]);
    expect(told(FOUR, [{ kind: "mark", markDeg: 0, no: true }])).toEqual([
      [5, 355],
      [365, 715],
    ]);
  });
  it("refuses what the engine does not have", () => {
    expect(() => locate(FOUR, [{ kind: "pressure", cylinder: "9" }])).toThrow("no cylinder 9");
    expect(() => locate(FOUR, [{ kind: "loose", valve: "9I" }])).toThrow("no valve 9I");
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
  it("is something easy before something as good that is hard", () => {
    expect(bestNext(FOUR, locate(FOUR, [{ kind: "mark", markDeg: 0 }]).arcs)).toEqual({ kind: "loose", valve: "1I" });
  });
  it("is never a valve of which nothing is known, nor one that tells what another does", () => {
    const pairs = resolveEngine(
      engineFile(["1", "2"], {
        cam: MILD_CAM,
        valves: ["1Ia", "1Ib", "1E", "2I", "2E"].map((id) => ({
          id,
          cylinder: id.charAt(0),
          role: id.charAt(1) === "I" ? ("intake" as const) : ("exhaust" as const),
        })),
      }),
    );
    const blind = { ...pairs, valves: pairs.valves.map((v) => ({ ...v, baseCircleArcs: null })) };
    const places = locate(pairs, [{ kind: "mark", markDeg: 0 }]).arcs;
    expect(bestNext(pairs, places)).toEqual({ kind: "loose", valve: "1Ia" });
    expect(bestNext(blind, places)).toEqual({ kind: "rocking", cylinder: "1" });
  });
  it("is no rocking on a two-stroke", () => {
    const two = resolveEngine(
      engineFile(["1", "2"], { strokes: 2, cam: { rampDeg: 20, exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } } }),
    );
    const next = bestNext(two, [
      { startDeg: fold(90, 360), spanDeg: 10 },
      { startDeg: fold(270, 360), spanDeg: 10 },
    ]);
    expect(next).toEqual({ kind: "loose", valve: "1E" });
  });
});

describe("locate", () => {
  it("a mark alone leaves two places one turn apart; a loose rocker tells them apart", () => {
    const first = locate(FOUR, [{ kind: "mark", markDeg: 0 }]);
    expect(first.arcs).toHaveLength(2);
    expect(first.settable).toEqual([]);
    expect(first.next).toEqual({ kind: "loose", valve: "1I" });
    const second = locate(FOUR, [
      { kind: "mark", markDeg: 0 },
      { kind: "loose", valve: "1I" },
    ]);
    expect(second).toMatchObject({ next: null, contradiction: [], settable: ["1I", "1E", "2E", "3I"] });
  });
  it("names the one that does not fit the others", () => {
    const seen: Observation[] = [
      { kind: "mark", markDeg: 0 },
      { kind: "loose", valve: "1I" },
      { kind: "rocking", cylinder: "1" },
      { kind: "loose", valve: "1E" },
    ];
    expect(locate(FOUR, seen)).toEqual({ arcs: [], settable: [], contradiction: [2], next: null });
  });
  it("pressed and loose at once contradict, even where ramps are none", () => {
    const bare = resolveEngine(engineFile(["1"], { cam: { ...MILD_CAM, rampDeg: 0 } }));
    expect(
      locate(bare, [
        { kind: "pressed", valve: "1I" },
        { kind: "loose", valve: "1I" },
      ]).contradiction,
    ).toEqual([0]);
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
    expect(arcsOf(blind, { kind: "loose", valve: "1I", no: true })).toBeNull();
    expect(locate(blind, [{ kind: "loose", valve: "1I" }]).arcs).toEqual([{ startDeg: 0, spanDeg: 720 }]);
  });

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
  const inside = (engine: Engine, seen: Observation, deg: number): boolean =>
    (arcsOf(engine, seen) ?? []).some((a) => (((deg - a.startDeg) % 720) + 720) % 720 < a.spanDeg);
  // Quarter steps beside whole and half degrees, so that no probe lies on an end.
  const PROBES = Array.from({ length: 2880 }, (_, i) => i / 4 + 0.07);

  it("is where all observations hold, found by walking", () => {
    fc.assert(
      fc.property(anyCase, ({ engine, seen }) => {
        const { arcs, contradiction, settable } = locate(engine, seen);
        const held = PROBES.map((deg) => seen.filter((o) => inside(engine, o, deg)).length);
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
  it("what it proposes next leaves the least in the worse case, of all that may be asked", () => {
    fc.assert(
      fc.property(anyCase, ({ engine, seen }) => {
        const { arcs, next } = locate(engine, seen);
        if (arcs.length < 2) {
          expect(next).toBeNull();
          return;
        }
        const size = (set: readonly { spanDeg: number }[]): number => set.reduce((sum, a) => sum + a.spanDeg, 0);
        const worse = (o: Observation): number => {
          const yes = size(intersect(arcs, arcsOf(engine, o) ?? [], 720));
          return Math.max(yes, size(arcs) - yes);
        };
        const all: Observation[] = [
          ...engine.valves.flatMap((v) =>
            (["loose", "pressed", "opening", "closing"] as const).map((kind) => ({ kind, valve: v.id })),
          ),
          ...engine.cylinders.flatMap((c) =>
            (["pressure", "rocking"] as const).map((kind) => ({ kind, cylinder: c.id })),
          ),
        ].filter((o) => !seen.some((s) => JSON.stringify(s) === JSON.stringify(o)));
        const least = Math.min(...all.map(worse));
        if (next !== null) expect(worse(next)).toBeCloseTo(least, 4);
        else expect(least).toBeCloseTo(size(arcs), 4);
      }),
      { numRuns: 100 },
    );
  });
  it("proposes nothing where nothing tells", () => expect(bestNext(FOUR, [])).toBeNull());
});
