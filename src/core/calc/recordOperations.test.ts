/** The record's calculations: shapes, and what is refused with its path. */
import { describe, expect, it } from "vitest";
import { calculateText } from "./operations";
import { CalcProblem } from "./problem";

const run = (operation: string, input: unknown) =>
  calculateText(operation, JSON.stringify(input)) as Record<string, unknown>;
function path(operation: string, input: unknown): string {
  try {
    run(operation, input);
    return "accepted";
  } catch (error) {
    if (!(error instanceof CalcProblem)) throw error;
    return error.path;
  }
}

const VALVE = {
  id: "1E",
  role: "exhaust",
  spec: { nominal: "0.40 mm" },
  now: [0.38, "0.42 mm"],
  services: [{ use: 400, left: [0.4, 0.42], found: [0.35, 0.38] }],
};
const forecast = (more: object = {}, valve: object = {}) => ({
  unit: "h",
  horizon: 5000,
  valves: [{ ...VALVE, ...valve }],
  ...more,
});

describe("forecast", () => {
  it("answers in mm per 100, and says what it assumed", () => {
    const answer = run("forecast", forecast());
    expect(answer).toMatchObject({ first: "1E", unknown: [], roles: [{ role: "exhaust", valves: 1 }] });
    expect((answer["valves"] as { ownPer100: number }[])[0]?.ownPer100).toBeCloseTo((-0.045 / 400) * 100, 6);
    expect(answer["assumptions"]).toHaveLength(2);
    expect(answer["why"]).toMatch(
      /^After \d+(\.\d+)? h the chance of any valve out is 5 percent, 1E the likeliest\.$/,
    );
  });
  it("has nothing to say of a role without a history", () => {
    expect(run("forecast", forecast({}, { services: [] }))).toMatchObject({
      roles: [{ ratePer100: null, sdPer100: null, betweenPer100: null, valves: 0 }],
      valves: [{ ownPer100: null, ratePer100: null, sdPer100: null, leavesAt: null }],
      useLeft: null,
      first: null,
      chanceAtHorizon: null,
      unknown: ["1E"],
    });
  });
  it.each([
    [forecast({ horizon: 0 }), "horizon"],
    [forecast({ horizon: undefined }), "horizon"],
    [forecast({ risk: 1 }), "risk"],
    [forecast({ valves: [] }), "valves"],
    [forecast({ valves: [VALVE, VALVE] }), "valves[1].id"],
    [forecast({}, { now: [0.42, 0.38] }), "valves[0].now"],
    [forecast({}, { role: "cam" }), "valves[0].role"],
    [forecast({}, { spec: { nominal: 0.4, low: 0.41 } }), "valves[0].spec.low"],
    [forecast({}, { services: [{ ...VALVE.services[0], use: 0 }] }), "valves[0].services[0].use"],
    [forecast({}, { services: [{ ...VALVE.services[0], found: [0.4, 0.3] }] }), "valves[0].services[0].found"],
    [
      forecast({ repeat: 0 }, { services: [{ use: 1, left: [0.4, 0.4], found: [0.4, 0.4] }] }),
      "valves[0].services[0]",
    ],
  ])("refuses %#", (input, at) => {
    expect(path("forecast", input)).toBe(at);
  });
});

describe("gauge-study", () => {
  const readings = ["1I", "2I"].flatMap((valve) =>
    ["A", "B"].flatMap((person) => [0.2, "0.21 mm"].map((value) => ({ valve, person, value }))),
  );
  it("answers", () => {
    expect(run("gauge-study", { tolerance: "0.10 mm", readings })).toMatchObject({
      verdict: "no",
      people: [
        { person: "A", biasMm: 0 },
        { person: "B", biasMm: 0 },
      ],
    });
  });
  it.each([
    [{ tolerance: 0, readings }, "tolerance"],
    [{ tolerance: 0.1, readings: [] }, "readings"],
    [{ tolerance: 0.1, readings: readings.slice(1) }, "readings"],
    [{ tolerance: 0.1, readings: readings.slice(0, 4) }, "readings"],
    [{ tolerance: 0.1, readings: [{ ...readings[0], value: -1 }] }, "readings[0].value"],
  ])("refuses %#", (input, at) => {
    expect(path("gauge-study", input)).toBe(at);
  });
});
