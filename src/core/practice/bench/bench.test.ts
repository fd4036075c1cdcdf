/** The virtual engine against what the trade says of leaves, lobes and hands. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyFourStroke } from "../../engine/testEngines";
import type { AdjusterEntry } from "../../engine/engineFile";
import { advance } from "../../units/angle/arc";
import { marginDeg } from "../../stops/margin";
import { runs } from "../../units/runs.testing";
import { act } from "./bench";
import { REQUIRED_DEG } from "./claims";
import type { PracticeAction } from "./action";
import { dragOf, goes } from "./feel";
import { type BenchState, benchOf, couldBeDone, crankOf, liftNow, nowOf, openGapMm } from "./state";
import { PERFECT_HAND, type VirtualEngine, practiceProblem, virtualEngine } from "../engine/virtualEngine";
import { leafIn } from "../session/player";
import { PRACTICE_ENGINES } from "../engine/engines";

const ADJUSTERS: readonly AdjusterEntry[] = [
  { kind: "screw", at: "valve-end", pitch: "1 mm", lock: "lock-nut" },
  { kind: "screw", at: "stud-nut", ratio: 1.5, pitch: "1 mm", lock: "self-locking" },
  { kind: "bucket-shim", shimAt: "over" },
  { kind: "grind" },
  { kind: "fixed", part: "pushrod" },
  { kind: "positive-closing" },
];
const anyBench = fc
  .record({
    file: anyFourStroke,
    adjuster: fc.constantFrom(...ADJUSTERS),
    seed: fc.integer({ min: 1, max: 1e9 }),
    turns: fc.array(fc.integer({ min: 0, max: 720 }), { minLength: 1, maxLength: 4 }),
  })
  .map(({ file, adjuster, ...more }) => ({ ...more, file: { ...file, adjuster } }))
  .filter(({ file }) => practiceProblem(file) === null);

const LEAVES = Array.from({ length: 80 }, (_, i) => (i + 1) / 100);

function does(v: VirtualEngine, state: BenchState, action: PracticeAction) {
  const done = act(v, state, action);
  if (!couldBeDone(done)) throw new Error(done.cant);
  return done;
}
/** The thickest leaf that goes and the thinnest that does not, by a hand that tries them all. */
function readAll(v: VirtualEngine, from: BenchState, valve: string) {
  let state = from;
  const felt = LEAVES.map((mm) => {
    const done = does(v, state, leafIn(valve, mm));
    state = done.state;
    return { mm, goes: done.drag !== null && goes(done.drag) };
  });
  return {
    state,
    lowMm: felt.filter((f) => f.goes).at(-1)?.mm ?? 0,
    highMm: felt.find((f) => !f.goes)?.mm ?? Infinity,
  };
}

describe("a leaf", () => {
  it("is felt by what it leaves of the gap, as the trade has it", () => {
    const table = [
      [0.021, "none"],
      [0.02, "light"],
      [0, "light"],
      [-0.0001, "firm"],
      [-0.01, "firm"],
      [-0.0101, "stuck"],
    ] as const;
    for (const [spare, drag] of table) expect(dragOf(spare)).toBe(drag);
  });

  it("gives a perfect hand the true lash within its leaves on the base circle, and what the lobe leaves elsewhere", () => {
    let [rested, lifted] = [0, 0];
    fc.assert(
      fc.property(anyBench, ({ file, seed, turns }) => {
        const v = virtualEngine(file, seed, { hand: PERFECT_HAND });
        let state = benchOf(v);
        for (const byDeg of turns) {
          state = does(v, state, { do: "turn", byDeg }).state;
          for (const x of v.valves) {
            const lash = Math.max(0, state.valves[x.id]?.gapMm ?? NaN);
            const there = Math.max(0, lash - liftNow(v, state, x));
            expect(openGapMm(v, state, x)).toBeCloseTo(there, 9);
            const read = readAll(v, state, x.id);
            expect(read.lowMm).toBeLessThanOrEqual(there + 1e-9);
            expect(read.highMm).toBeGreaterThan(there - 1e-9);
            const margin = marginDeg(x.valve, crankOf(v, state), v.engine.cycleDeg) ?? -1;
            if (margin >= REQUIRED_DEG) {
              rested++;
              expect(liftNow(v, state, x)).toBe(0);
              expect(there).toBe(lash);
            } else if (liftNow(v, state, x) > 0) lifted++;
          }
        }
      }),
      { numRuns: runs(60) },
    );
    expect(rested).toBeGreaterThan(10);
    expect(lifted).toBeGreaterThan(10);
  });

  it("is felt otherwise where the rocker is pressed, the set hangs on it, or a wrench is left on", () => {
    const v = virtualEngine(PRACTICE_ENGINES.four, 5, { hand: PERFECT_HAND, startDeg: 0 });
    const state = benchOf(v);
    const x = v.valves[0];
    if (x === undefined) throw new Error("no valve");
    const just = openGapMm(v, state, x);
    expect(does(v, state, leafIn(x.id, just)).drag).toBe("light");
    expect(does(v, state, leafIn(x.id, just, { pushed: true })).drag).toBe("stuck");
    expect(does(v, state, leafIn(x.id, just, { bundle: true })).drag).toBe("firm");
    expect(does(v, { ...state, toolOn: x.id }, leafIn(x.id, just)).drag).toBe("stuck");
  });
});

describe("the engine of a seed", () => {
  it("is the same every time, and another with another seed", () => {
    const of = (seed: number) => virtualEngine(PRACTICE_ENGINES.eight, seed).valves.map((v) => v.gapMm);
    expect(of(7)).toEqual(of(7));
    expect(of(7)).not.toEqual(of(8));
  });

  it("scatters as its hand does", () => {
    const v = virtualEngine(PRACTICE_ENGINES.four, 11, { hand: { repeatMm: 0.01, biasMm: 0 }, startDeg: 0 });
    const x = v.valves[0];
    if (x === undefined) throw new Error("no valve");
    let state = benchOf(v);
    const felt = Array.from({ length: 400 }, () => {
      const done = does(v, state, leafIn(x.id, openGapMm(v, state, x)));
      state = done.state;
      return done.drag;
    });
    const share = (drag: string) => felt.filter((f) => f === drag).length / felt.length;
    // Half of a bell curve lies under its middle, a sixth more than one deviation under it.
    expect(share("light") + share("none")).toBeCloseTo(0.5, 1);
    expect(share("stuck")).toBeCloseTo(0.16, 1);
    expect(share("none")).toBeCloseTo(0.02, 1);
  });

  it("has no locked screw turned, no part taken from under a spring, and nothing done at a valve it has not", () => {
    const screw = virtualEngine(PRACTICE_ENGINES.four, 3, { startDeg: 0 });
    const cant = (v: VirtualEngine, action: PracticeAction) => {
      const done = act(v, benchOf(v), action);
      return couldBeDone(done) ? null : done.cant;
    };
    expect(cant(screw, { do: "screw", valve: "1I", byDeg: 30 })).toMatch(/loosen it first/);
    expect(cant(screw, { do: "screw", valve: "9I", byDeg: 30 })).toMatch(/no valve 9I/);
    expect(cant(screw, { do: "thumb", cylinder: "9" })).toMatch(/no cylinder 9/);
    expect(cant(screw, { do: "grind", valve: "1I", byMm: 0.1 })).toMatch(/ground/);
    expect(cant(screw, { do: "keep", valve: "1I", lowMm: 0.2, highMm: 0.25 })).toMatch(/Nothing was felt/);
    const shims = virtualEngine(PRACTICE_ENGINES.shims, 3, { startDeg: 470 });
    expect(cant(shims, { do: "part-out", valve: "1I", which: "opener" })).toMatch(/can't be taken out/);
    expect(cant(shims, { do: "part-out", valve: "1E", which: "opener" })).toBeNull();
    expect(cant(shims, { do: "part-in", valve: "1E", thicknessMm: 2.5 })).toMatch(/Take it out first/);
  });
});

const LIFTERS = PRACTICE_ENGINES.lifters;
/** A lifter that is squeezed at its cylinder's firing TDC, and the crank turned on after so many minutes. */
function squeezed(full: boolean, minutes: number, byDeg: number) {
  for (let seed = 1; ; seed++) {
    const v = virtualEngine(LIFTERS, seed);
    const any = v.valves.find((x) => x.role === "intake" && x.bleedS > 0 === full);
    if (any === undefined) continue;
    const there = advance(v.startDeg, any.valve.firingDeg, 720);
    const turned = does(v, does(v, benchOf(v), { do: "turn", byDeg: there }).state, {
      do: "screw",
      valve: any.id,
      byDeg: 540,
    });
    const off = does(v, turned.state, { do: "tool-off" });
    const { state } = minutes === 0 ? off : does(v, off.state, { do: "wait", minutes });
    return { felt: turned.felt, slips: does(v, state, { do: "turn", byDeg }).slips, valve: any.id };
  }
}

describe("a lifter that is squeezed", () => {
  it("resists while it is full, and holds its valve open into a piston or its own lobe until it has bled down", () => {
    const { felt, slips, valve } = squeezed(true, 0, 340);
    expect(felt).toMatch(/The lifter resists/);
    expect(slips).toEqual([expect.objectContaining({ kind: "not-bled", valve })]);
    expect(slips[0]?.why).toMatch(/piston may meet it/);
  });
  it.each([
    ["where its piston goes down and its lobe is away", true, 0, 100],
    ["after a quarter of an hour", true, 15, 340],
    ["where it had bled down before: it gives way", false, 0, 340],
  ] as const)("does no harm %s", (_, full, minutes, byDeg) => {
    const { felt, slips } = squeezed(full, minutes, byDeg);
    expect(slips).toEqual([]);
    expect(felt).toMatch(full ? /resists/ : /gives way easily/);
  });
});

describe("a closer, felt with the camshaft turned to and fro", () => {
  it.each([
    [-0.04, "Drag all round."],
    [-0.01, "A hint of drag."],
    [0.01, "Free, nothing moves."],
    [0.03, "Movement heard or felt."],
  ])("says of a closer gap of %s mm: %s", (closerMm, words) => {
    const file = { ...PRACTICE_ENGINES.closers, adjuster: { kind: "positive-closing" as const } };
    const [x] = virtualEngine(file, 2).valves;
    if (x === undefined) throw new Error("no valve");
    const v = virtualEngine(file, 2, { startDeg: x.valve.firingDeg });
    const state = benchOf(v);
    const now = nowOf(state, x.id);
    const there = { ...state, valves: { ...state.valves, [x.id]: { ...now, closerMm } } };
    expect(does(v, there, { do: "feel-closer", valve: x.id }).felt).toBe(words);
  });
});

describe("a rotor", () => {
  it("tells which of its two tops a cylinder stands at; an engine without one has none to look at", () => {
    const file = { ...PRACTICE_ENGINES.four, timedDrive: "distributor" as const };
    const v = virtualEngine(file, 1, { startDeg: 0 });
    const [first, third] = ["1", "4"];
    const state = benchOf(v);
    expect(does(v, state, { do: "rotor" }).felt).toBe(`The rotor points at the tower of ${first}.`);
    const round = does(v, state, { do: "turn", byDeg: 360 }).state;
    expect(does(v, round, { do: "rotor" }).felt).toBe(`The rotor points at the tower of ${third}.`);
    const past = does(v, state, { do: "turn", byDeg: 90 }).state;
    expect(does(v, past, { do: "rotor" }).felt).toBe("The rotor stands between the towers of 1 and 3.");
    const none = act(virtualEngine(PRACTICE_ENGINES.four, 1), state, { do: "rotor" });
    expect(couldBeDone(none) ? "" : none.cant).toMatch(/no rotor/);
  });
});

describe("an engine of two systems", () => {
  it("tells each valve in its own unit", () => {
    const lash = { state: "cold" as const, intake: { nominal: "0.20 mm" }, exhaust: { nominal: "0.012 in" } };
    const v = virtualEngine({ ...PRACTICE_ENGINES.four, lash }, 1, { startDeg: 0 });
    const said = (valve: string) => does(v, benchOf(v), { do: "indicator", valve, of: "lash" }).felt;
    expect(said("1I")).toMatch(/^The indicator shows [\d.]+ mm of lash/);
    expect(said("1E")).toMatch(/^The indicator shows \.?[\d.]+ in of lash/);
  });
});

describe("a follower under a block", () => {
  const file = {
    ...PRACTICE_ENGINES.four,
    cam: { ...PRACTICE_ENGINES.four.cam, injector: { opensDeg: 200, closesDeg: 300 } },
    adjuster: {
      kind: "screw" as const,
      ...PRACTICE_ENGINES.four.adjuster,
      injector: { at: "valve-end" as const, pitch: "0.8 mm" },
    },
    valves: [...PRACTICE_ENGINES.four.valves, { id: "1J", cylinder: "1", role: "injector" as const }],
    lash: {
      ...PRACTICE_ENGINES.four.lash,
      state: "cold" as const,
      injector: { nominal: "61.70 mm", low: "61.65 mm", high: "61.75 mm", block: "62 mm" },
    },
  };
  it("goes down as its screw goes in and as its lobe comes: the gap over it grows; the valves are as they were without it", () => {
    const v = virtualEngine(file, 6);
    expect(v.valves.slice(0, -1).map((x) => x.gapMm)).toEqual(
      virtualEngine(PRACTICE_ENGINES.four, 6).valves.map((x) => x.gapMm),
    );
    const x = v.valves.at(-1);
    if (x === undefined) throw new Error("no injector");
    const rests = does(v, benchOf(v), { do: "turn", byDeg: advance(v.startDeg, x.valve.firingDeg, 720) }).state;
    const gap = openGapMm(v, rests, x);
    const loose = does(v, rests, { do: "loosen", valve: "1J" }).state;
    const inOneTenth = does(v, loose, { do: "screw", valve: "1J", byDeg: 36 }).state;
    expect(openGapMm(v, inOneTenth, x) - gap).toBeCloseTo(0.08, 9);
    const onLobe = does(v, rests, { do: "turn", byDeg: 250 }).state;
    expect(openGapMm(v, onLobe, x)).toBeGreaterThan(gap + 1);
  });
});

describe("covers", () => {
  const v = virtualEngine(PRACTICE_ENGINES.hot, 3, { startDeg: 0 });
  const why = (state: BenchState, action: PracticeAction) => {
    const done = act(v, state, action);
    return couldBeDone(done) ? null : done.cant;
  };
  it("keep hands off the rockers, not from the crank", () => {
    const on = benchOf(v, true);
    expect(why(on, leafIn("1I", 0.2))).toMatch(/take the covers off/);
    expect(why(on, { do: "turn", byDeg: 90 })).toBeNull();
    expect(why(on, { do: "straw", cylinder: "1" })).toBeNull();
    const off = does(v, on, { do: "covers", on: false }).state;
    expect(why(off, leafIn("1I", 0.2))).toBeNull();
    const wrench = does(v, off, { do: "loosen", valve: "1I" }).state;
    expect(why(wrench, { do: "covers", on: true })).toBe("Take the wrench off 1I first.");
  });
  it("are on while it runs, or oil is thrown", () => {
    const slips = (covered: boolean) => does(v, benchOf(v, covered), { do: "warm" }).slips.map((s) => s.kind);
    expect(slips(true)).toEqual([]);
    expect(slips(false)).toEqual(["cover-off"]);
  });
});
