/** Preload and heat against a reference of their own, written from the lever sums and not from the core. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calculateText } from "./operations";
import { CalcProblem } from "./problem";
import { between } from "../units/between.testing";

const run = (operation: string, input: unknown) =>
  calculateText(operation, JSON.stringify(input)) as Record<string, unknown>;
function problem(operation: string, input: unknown): string {
  try {
    run(operation, input);
    return "accepted";
  } catch (error) {
    if (!(error instanceof CalcProblem)) throw error;
    return `${error.path}: ${error.message}`;
  }
}

const HALF = {
  turns: 0.5,
  adjuster: { at: "stud-nut", ratio: 1.5, tpi: 24 },
  plunger: { travel: "4 mm", fromTop: "0.5 mm", fromBottom: "0.5 mm" },
  growth: "0.25 mm",
};

describe("preload", () => {
  it("gives the worked answer", () => {
    expect(run("preload", HALF)).toMatchObject({
      nutTravelMm: 0.529167,
      plungerTravelMm: 0.881944,
      hotPlungerTravelMm: 0.715278,
      verdict: "in",
      words: "half a turn, from 12 to 6",
      assumptions: [],
    });
  });
  it("takes the plunger's travel instead, and names what it assumes", () => {
    expect(run("preload", { travel: "0.6 mm", adjuster: { at: "pushrod-end", pitch: "1 mm" } })).toMatchObject({
      turns: 0.6,
      nutTravelMm: 0.6,
      plungerTravelMm: 0.6,
      hotPlungerTravelMm: 0.6,
      verdict: "in",
      assumptions: [expect.stringMatching(/4 mm is assumed/), expect.stringMatching(/0.5 mm is assumed/)],
    });
  });
  it("agrees with the lever, tip by tip, on random cases", () => {
    const place = fc.constantFrom("stud-nut" as const, "pushrod-end" as const, "valve-end" as const);
    fc.assert(
      fc.property(
        place,
        between(1, 2),
        fc.integer({ min: 12, max: 40 }),
        between(0.05, 2),
        between(-0.1, 0.6),
        between(1.5, 5),
        (at, ratio, tpi, turns, growth, travel) => {
          const answer = run("preload", {
            turns,
            adjuster: { at, ratio, tpi },
            plunger: { travel, fromTop: 0.5, fromBottom: 0.5 },
            growth,
          });
          // The rocker as a stick: valve tip at -ratio, pivot at 0, pushrod at 1; the nut pushes one of them down by so much.
          const nut = (turns * 25.4) / tpi;
          const pushed = at === "stud-nut" ? nut * ((1 + ratio) / ratio) : at === "pushrod-end" ? nut : nut / ratio;
          const hot = pushed - growth / ratio;
          const verdict =
            Math.max(pushed, hot) > travel - 0.5 ? "deep" : Math.min(pushed, hot) < 0.5 ? "shallow" : "in";
          expect(answer["plungerTravelMm"]).toBeCloseTo(pushed, 5);
          expect(answer["hotPlungerTravelMm"]).toBeCloseTo(hot, 5);
          fc.pre(Math.min(...[pushed, hot].flatMap((d) => [Math.abs(d - 0.5), Math.abs(d - travel + 0.5)])) > 1e-6);
          expect(answer["verdict"]).toBe(verdict);
        },
      ),
    );
  });
  it.each<[string, object]>([
    ["adjuster.at: A tappet screw", { ...HALF, adjuster: { at: "tappet", pitch: 1 } }],
    ["adjuster.ratio: Give the rocker ratio: on a stud nut", { ...HALF, adjuster: { at: "stud-nut", tpi: 24 } }],
    ["adjuster.ratio: Give the rocker ratio: it tells", { ...HALF, adjuster: { at: "pushrod-end", tpi: 24 } }],
    ["adjuster.pitch: Give the thread", { ...HALF, adjuster: { at: "stud-nut", ratio: 1.5 } }],
    ["travel: Give the turns or the travel", { ...HALF, travel: 1 }],
    ["plunger.travel: With", { ...HALF, plunger: { travel: 1, fromTop: 0.8, fromBottom: 0.8 } }],
    [": There is no such field here: turn", { ...HALF, turn: 1 }],
    [
      "adjuster.kind: A preload is set on a hydraulic lifter",
      { ...HALF, adjuster: { kind: "screw", at: "stud-nut", ratio: 1.5, tpi: 24 } },
    ],
  ])("refuses: %s", (words, input) => expect(problem("preload", input)).toContain(words));
  it("asks for one of turns and travel", () =>
    expect(problem("preload", { adjuster: HALF.adjuster })).toMatch(/^turns: /));
});

const PUSHROD = {
  spec: "0.60 mm",
  layout: "pushrod",
  ratio: 1.5,
  sizes: { deck: 180, pivot: 120, pushrod: 290, valve: 118 },
  materials: { block: "iron", head: "alloy" },
  rise: 70,
  role: "intake",
};

describe("heat", () => {
  it("gives the worked answer, with its range", () => {
    expect(run("heat", PUSHROD)).toMatchObject({
      growthMm: 0.22638,
      coldAimMm: 0.37362,
      verdict: "possible",
      why: null,
    });
    const [lo, hi] = run("heat", PUSHROD)["growthRangeMm"] as [number, number];
    expect([lo < 0.226, hi > 0.227]).toEqual([true, true]);
  });
  it("says that a cold aim is too small, and why", () => {
    expect(run("heat", { ...PUSHROD, spec: "0.25 mm" })).toMatchObject({
      verdict: "too-small",
      why: expect.stringMatching(/held open/),
    });
    expect(run("heat", { ...PUSHROD, spec: 0.2764 }).verdict).toBe("possible");
  });
  it("agrees with a walk round the engine, part by part, on random cases", () => {
    const kelvin = between(0, 150);
    const metal = fc.constantFrom("iron" as const, "alloy" as const);
    const grown = { iron: 11e-6, alloy: 23e-6 };
    fc.assert(
      fc.property(
        fc.record({ b: kelvin, h: kelvin, p: kelvin, v: kelvin }),
        metal,
        metal,
        between(1, 2),
        fc.constantFrom("intake", "exhaust"),
        fc.integer({ min: 50, max: 400 }),
        (t, block, head, ratio, role, deck) => {
          const rise = { block: t.b, head: t.h, pushrod: t.p, valve: t.v };
          const answer = run("heat", {
            ...PUSHROD,
            ratio,
            role,
            rise,
            materials: { block, head },
            sizes: { ...PUSHROD.sizes, deck },
          });
          // The cam side of the rocker goes up by the pushrod and down as deck and pivot rise; the tip follows by the ratio, the valve comes to meet it.
          const pivotUp = deck * grown[block] * t.b + 120 * grown[head] * t.h;
          const rodUp = 290 * 12e-6 * t.p;
          const tipUp = pivotUp + ratio * (pivotUp - rodUp);
          const valveUp = deck * grown[block] * t.b + 118 * (role === "intake" ? 12e-6 : 17e-6) * t.v;
          expect(answer["growthMm"]).toBeCloseTo(tipUp - valveUp, 5);
        },
      ),
    );
  });
  it("takes an overhead cam", () => {
    expect(
      run("heat", {
        spec: "0.20 mm",
        layout: "overhead",
        sizes: { cam: 130, valve: 112 },
        materials: { head: "alloy" },
        rise: { head: 60, valve: 120 },
        role: "exhaust",
      }),
    ).toMatchObject({ growthMm: -0.04908, coldAimMm: 0.24908 });
  });
  it.each<[string, object]>([
    ["layout: The layout is pushrod or overhead", { ...PUSHROD, layout: "side" }],
    ['sizes.pivot: "pivot" is missing', { ...PUSHROD, sizes: { deck: 1, pushrod: 1, valve: 1 } }],
    ["materials.head: The metal is one of", { ...PUSHROD, materials: { block: "iron", head: "tin" } }],
    ["role: The role is one of", { ...PUSHROD, role: "inlet" }],
  ])("refuses: %s", (words, input) => expect(problem("heat", input)).toContain(words));
});
