import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { OPERATIONS, calculateText } from "./operations";
import { CalcProblem } from "./problem";

const run = (operation: string, input: unknown): unknown => calculateText(operation, JSON.stringify(input));
function problem(operation: string, text: string): string {
  try {
    calculateText(operation, text);
    return "accepted";
  } catch (error) {
    if (!(error instanceof CalcProblem)) throw error;
    return `${error.path}: ${error.message}`;
  }
}

const SPEC = { nominal: 0.2, low: 0.15, high: 0.25 };

describe("stops", () => {
  it("answers with every method and a recommendation", () => {
    expect(
      run("stops", { engine: engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }), requiredMarginDeg: 15 }),
    ).toMatchObject({
      recommended: "two-stop",
      methods: expect.arrayContaining([expect.objectContaining({ id: "two-stop", usable: true, turnTotalDeg: 360 })]),
      assumptions: [expect.stringContaining("ramp of 20")],
    });
  });
  it("names a field of the file that it does not know", () => {
    const engine = { ...engineFile(["1"], { cam: MILD_CAM }), fireAngles: [0] };
    expect(run("stops", { engine })).toMatchObject({
      assumptions: expect.arrayContaining([expect.stringContaining("fireAngles")]),
    });
  });
});

describe("stops, further", () => {
  const engine = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
  it("has one entry per method that lines up or watches something, and none for lobes in sight", () => {
    const { methods } = run("stops", { engine }) as { methods: { id: string }[] };
    expect(methods.map((m) => m.id)).toEqual([
      "firing-order",
      "two-stop",
      "opening-closing",
      "full-lift",
      "companion-lift",
      "rocking",
      "own-lobe",
      "fewest",
    ]);
  });
  it("takes stops judged by eye, marks only and a number of stops", () => {
    const answer = run("stops", {
      engine: { ...engine, marksDeg: [0] },
      openingShare: 0,
      marksOnly: true,
      stopCount: 2,
    }) as { methods: { id: string; stops: { crankDeg: number }[] }[]; withStops: object };
    expect(answer.methods.find((m) => m.id === "opening-closing")?.stops.map((s) => s.crankDeg)).toContain(130);
    expect(answer.methods.find((m) => m.id === "fewest")?.stops.map((s) => s.crankDeg)).toEqual([0, 360]);
    expect(answer.withStops).toEqual({ count: 2, worstMarginDeg: 110, crankDeg: [0, 360] });
    expect(run("stops", { engine, stopCount: 1 })).toMatchObject({
      withStops: { worstMarginDeg: null, crankDeg: [] },
    });
    expect(problem("stops", JSON.stringify({ engine, stopCount: 1.5 }))).toContain("stopCount: Give a whole number");
  });
});

describe("locate", () => {
  const engine = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
  const given = (...observations: object[]): string => JSON.stringify({ engine, observations });
  it("answers with arcs that may wrap, what may be set, and what to look at next", () => {
    expect(calculateText("locate", given({ kind: "mark", markDeg: 0 }))).toEqual({
      arcs: [
        { fromDeg: 355, toDeg: 365 },
        { fromDeg: 715, toDeg: 5 },
      ],
      settable: [],
      contradiction: [],
      next: { kind: "loose", valve: "2I" },
    });
    expect(calculateText("locate", given({ kind: "mark", markDeg: 0 }, { kind: "pressed", valve: "2I" }))).toEqual({
      arcs: [{ fromDeg: 715, toDeg: 5 }],
      settable: ["1I", "1E", "2E", "3I"],
      contradiction: [],
    });
    expect(calculateText("locate", given())).toMatchObject({ arcs: [{ fromDeg: 0, toDeg: 720 }] });
  });
  it("names the observation that does not fit", () => {
    expect(
      calculateText(
        "locate",
        given(
          { kind: "rotor", cylinder: "1" },
          { kind: "pressure", cylinder: "1" },
          { kind: "rocking", cylinder: "1" },
        ),
      ),
    ).toEqual({ arcs: [], settable: [], contradiction: [2] });
  });
  it("goes by the gear as it stands, and says where nothing that it shows tells", () => {
    const at = (gear: unknown, ...observations: object[]): string => JSON.stringify({ engine, observations, gear });
    const mark = { kind: "mark", markDeg: 0 };
    expect(calculateText("locate", at("preloaded", mark))).toMatchObject({ next: { kind: "moves", swingDeg: 60 } });
    expect(calculateText("locate", at("off", mark))).toMatchObject({ why: expect.stringContaining("Nothing") });
    expect(problem("locate", at("preloaded", { kind: "pressed", valve: "1I" }))).toContain("observations[0].kind");
    expect(problem("locate", at({ "1I": "slack" }, { kind: "pressure", cylinder: "1" }))).toContain(
      "observations[0].exhaustSeen",
    );
    expect(problem("locate", at({ "9I": "slack" }))).toContain("gear.9I: There is no valve 9I");
    expect(problem("locate", at("loose"))).toContain("gear");
  });
  it.each<[object, string]>([
    [{ kind: "loose", valve: "9I" }, "observations[0].valve: There is no valve 9I"],
    [{ kind: "pressure", cylinder: "9" }, "observations[0].cylinder: There is no cylinder 9"],
    [{ kind: "smell" }, "observations[0].kind: The kind is one of"],
    [{ kind: "mark", markDeg: 0, withinDeg: -1 }, "observations[0].withinDeg: A tolerance"],
  ])("refuses %o by its path", (seen, words) => expect(problem("locate", given(seen))).toContain(words));
  it("refuses what a two-stroke can't show, and a follower without an arc", () => {
    const two = engineFile(["1", "2"], { strokes: 2 });
    expect(
      problem("locate", JSON.stringify({ engine: two, observations: [{ kind: "rocking", cylinder: "1" }] })),
    ).toContain("nothing rocks");
    const injector = { ...engine, valves: [...engine.valves, { id: "1J", cylinder: "1", role: "injector" }] };
    expect(
      problem("locate", JSON.stringify({ engine: injector, observations: [{ kind: "loose", valve: "1J" }] })),
    ).toContain("No arc is known for 1J");
  });
});

describe("tape", () => {
  it("takes a circumference or a diameter, not both and not neither", () => {
    expect(run("tape", { circumference: "480 mm", stopsDeg: [0, 120, 360] })).toMatchObject({
      marks: [
        { label: "A", stopsDeg: [0, 360] },
        { label: "B", alongMm: 160 },
      ],
    });
    expect(run("tape", { diameter: "6 in", stopsDeg: [90] })).toMatchObject({
      circumferenceMm: 478.77872,
      marks: [{ alongMm: 119.69468 }],
    });
    expect(problem("tape", JSON.stringify({ stopsDeg: [0] }))).toBe(": Give the circumference or the diameter.");
    expect(problem("tape", JSON.stringify({ circumference: 100, diameter: 30, stopsDeg: [0] }))).toContain(
      "diameter: Give the circumference or the diameter, not both.",
    );
  });
});

describe("lash", () => {
  it("matches the documented example", () => {
    const answer = run("lash", {
      spec: SPEC,
      reading: { goes: "0.30 mm", noGo: "0.33 mm" },
      adjuster: { at: "stud-nut", ratio: 1.5, tpi: 24 },
      lockShift: "-0.02 mm",
    });
    expect(answer).toMatchObject({
      lashMm: [0.3, 0.33],
      verdict: "loose",
      aimMm: 0.22,
      turn: { turns: expect.closeTo(0.0359, 4), screwDeg: expect.closeTo(12.9, 1), direction: "in" },
    });
  });
  it("takes a value, inches, and a reading that is open upward", () => {
    expect(run("lash", { spec: SPEC, reading: { value: "0.008 in", within: "0.001 in" } })).toMatchObject({
      verdict: "in",
      turn: null,
    });
    expect(run("lash", { spec: SPEC, reading: { goes: 0.3 } })).toMatchObject({
      lashMm: [0.3, null],
      verdict: "loose",
      turn: null,
    });
    expect(run("lash", { spec: SPEC, reading: { goes: 0, noGo: 0.05 } })).toMatchObject({
      verdict: "tight",
      urgent: true,
    });
  });
});

describe("leaf", () => {
  it("gives the leaves as they were entered, thin first", () => {
    expect(
      run("leaf", {
        set: ["0.10 mm", "0.13 mm", "0.20 mm", "0.25 mm"],
        known: { goes: "0.20 mm", noGo: "0.25 mm" },
        spec: { nominal: 0.2, low: 0.18, high: 0.23 },
      }),
    ).toEqual({ decided: false, try: ["0.10 mm", "0.13 mm"], thicknessMm: 0.23 });
  });
  it("is done when the reading is decided", () => {
    expect(run("leaf", { set: [0.2], known: { goes: 0.2, noGo: 0.25 }, spec: SPEC })).toEqual({
      decided: true,
      verdict: "in",
    });
  });
});

describe("bad input", () => {
  it.each<[string, string, string]>([
    ["stops", "{", ": The input is not JSON."],
    ["stops", `"${"x".repeat(1_000_001)}"`, ": The input is over 1 MB."],
    ["stops", "[]", ": This should be an object in braces."],
    ["stops", "{}", 'engine: "engine" is missing.'],
    ["polish", "{", 'operation: There is no operation "polish".'],
    ["toString", "{}", "operation: There is no operation"],
    [
      "lash",
      JSON.stringify({ spec: { nominal: 0.2, low: 0.3 }, reading: { goes: 0.2 } }),
      "spec.low: The low limit is above",
    ],
    ["lash", JSON.stringify({ spec: SPEC, reading: { goes: 0.3, noGo: 0.2 } }), "reading.noGo: 0.3 mm goes but"],
    ["lash", JSON.stringify({ spec: SPEC, reading: { goes: "40 mm" } }), "reading.goes: 40 mm can't be right"],
    ["lash", JSON.stringify({ spec: SPEC, reading: {} }), "reading.goes: Say at least one leaf"],
    [
      "lash",
      JSON.stringify({ spec: SPEC, reading: { goes: 0.2 }, adjuster: { at: "stud-nut", tpi: 24 } }),
      "adjuster.ratio: Give the rocker ratio",
    ],
    [
      "lash",
      JSON.stringify({ spec: { ...SPEC, hgih: 1 }, reading: { goes: 0.2 } }),
      "spec: There is no such field here: hgih.",
    ],
    ["leaf", JSON.stringify({ set: [], spec: SPEC }), "set: The set has no leaf."],
    ["leaf", JSON.stringify({ set: [0.2], spec: SPEC, known: { goes: 0.3, noGo: 0.2 } }), "known.noGo:"],
    ["leaf", JSON.stringify({ set: [0.2], spec: SPEC, maxStack: 4 }), "maxStack: A stack is"],
    [
      "stops",
      JSON.stringify({
        engine: { ...engineFile(["1"]), lash: { state: "cold", intake: { nominal: 0.3, high: 0.2 } } },
      }),
      "engine.lash.intake.high:",
    ],
  ])("%s %s", (operation, text, expected) => expect(problem(operation, text)).toContain(expected));

  it("is always one sentence and a path, never another error", () => {
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(OPERATIONS)), fc.jsonValue(), (operation, junk) => {
        expect(problem(operation, JSON.stringify(junk))).toMatch(/^[\w.[\]]*: .+/);
      }),
    );
  });
});
