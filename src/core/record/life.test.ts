/** The life of an engine: what counts as a service, what is due, and how it is said. */
import { describe, expect, it } from "vitest";
import { beddingOf } from "./bedding";
import { type DueInput, counterOf, deadlineOf, dueOn, countPerWeek } from "./due";
import { type Visit, engineLife, lifeOf, unitOfUse } from "./history";
import type { ValveResult } from "./results";
import { driftWords, dueWords, rateWords } from "./words";
import { causesWords, sinceWords } from "./wordsAtEngine";

const around = (mm: number) => ({ lo: mm - 0.01, hi: mm + 0.01 });
const result = (found: number | null, left: number | null, more: Partial<ValveResult> = {}): ValveResult => ({
  valve: "1E",
  role: "exhaust",
  nominalMm: 0.4,
  lowMm: 0.35,
  highMm: 0.45,
  offsetMm: 0,
  found: found === null ? null : around(found),
  left: left === null ? null : around(left),
  foundBy: "a",
  leftBy: "a",
  timesSet: 0,
  lifter: null,
  leftReading: null,
  fittedMm: null,
  answers: [],
  breaks: null,
  ...more,
});
const visit = (day: number, use: number | null, valves: ValveResult[], more: Partial<Visit> = {}): Visit => ({
  jobId: `j${day}`,
  at: "2026-01-01T00:00:00.000Z",
  day,
  use,
  state: "cold",
  specState: "cold",
  valves,
  ...more,
});

describe("the life of a valve", () => {
  const counted = (visits: Visit[], unit = unitOfUse(visits)): number[] =>
    (lifeOf("1E", visits, unit)?.services ?? []).map((s) => s.use);
  it("counts from what was left to what the next visit found, by hours where all visits have them", () => {
    const visits = [visit(0, 100, [result(0.4, 0.4)]), visit(200, 500, [result(0.38, 0.4)])];
    expect(counted(visits)).toEqual([400]);
    expect(lifeOf("1E", visits, "h")?.visits[1]?.drift?.mean).toBeCloseTo(-0.02, 12);
    expect(counted([...visits, visit(230, null, [result(0.4, 0.4)])])).toEqual([200, 30]);
  });
  it("does not count what a hand or a lock did, and begins anew after work on the head", () => {
    const slipped = visit(200, 500, [result(0.6, 0.4, { breaks: "Lock had slipped" })]);
    const again = visit(300, 900, [result(0.39, 0.4)]);
    const begun = visit(0, 100, [result(0.4, 0.4)]);
    expect(counted([begun, slipped, again])).toEqual([400]);
    const head = visit(200, 500, [result(0.3, 0.4, { breaks: "work on head or gear" })]);
    expect(counted([begun, visit(100, 300, [result(0.4, 0.4)]), head, again])).toEqual([400]);
    expect(lifeOf("1E", [begun, slipped], "h")?.visits[1]).toMatchObject({ broken: "Lock had slipped" });
  });
  it("compares through the heat offset, and not at all between two specs of two states", () => {
    const hot = { state: "hot" as const, specState: "hot" as const };
    // A hot spec read cold: heat opens this gap by 0.1.
    const cold = visit(100, 300, [result(0.28, 0.3, { offsetMm: -0.1 })], { state: "cold", specState: "hot" });
    const through = lifeOf("1E", [visit(0, 100, [result(0.4, 0.4)], hot), cold], "h");
    expect(through?.visits[1]).toMatchObject({ throughOffset: true, broken: null });
    expect(through?.visits[1]?.drift?.mean).toBeCloseTo(-0.02, 12);
    expect(counted([visit(0, 100, [result(0.4, 0.4)], hot), visit(100, 300, [result(0.3, 0.3)])])).toEqual([]);
  });
  it("skips a visit that did not reach the valve", () => {
    expect(
      counted([
        visit(0, 100, [result(0.4, 0.4)]),
        visit(50, 200, [result(null, null)]),
        visit(100, 400, [result(0.39, 0.4)]),
      ]),
    ).toEqual([300]);
  });
});

describe("what comes of an engine", () => {
  it("names a sinking seat at the first visit that can tell, and is not shortened by a slipped lock", () => {
    const others = (found: number) => [1, 2, 3, 4, 5].map((i) => ({ ...result(found, 0.4), valve: `${i + 1}E` }));
    const sinking = [
      visit(0, 100, [result(0.4, 0.4), ...others(0.4)]),
      visit(100, 500, [result(0.37, 0.4), ...others(0.399)]),
    ];
    const life = engineLife(sinking, 0.05);
    expect(life.forecast?.first).toBe("1E");
    expect(life.forecast?.useLeft).toBeLessThan(1000);
    const slipped = [
      visit(0, 100, [result(0.4, 0.4), ...others(0.4)]),
      visit(100, 500, [result(0.7, 0.4, { breaks: "Lock had slipped" }), ...others(0.399)]),
    ];
    const asIfNot = engineLife([slipped[0] as Visit, visit(100, 500, [result(null, 0.4), ...others(0.399)])], 0.05);
    expect(engineLife(slipped, 0.05).forecast?.useLeft).toBeGreaterThanOrEqual(asIfNot.forecast?.useLeft ?? 0);
  });
  it("counts what a bank ran since it was left, where the other was done last", () => {
    const before = [visit(0, 100, [result(0.4, 0.4)]), visit(100, 500, [result(0.38, 0.4)])];
    const alone = engineLife(before, 0.05).forecast?.useLeft ?? 0;
    const other = { ...result(0.4, 0.4), valve: "2E" };
    const later = visit(150, 700, [other]);
    const after = engineLife([...before, later], 0.05).forecast?.valves.find((v) => v.id === "1E")?.leavesAt ?? 0;
    const own = engineLife(before, 0.05).forecast?.valves[0]?.leavesAt ?? 0;
    expect(own).toBe(alone);
    expect(after).toBeCloseTo(own - 200, 3);
  });
  it("says nothing of a role that was seen once, unless the model is known elsewhere", () => {
    const once = [visit(0, 100, [result(0.4, 0.4)])];
    expect(engineLife(once, 0.05).forecast).toMatchObject({ useLeft: null, unknown: ["1E"] });
    const rates = Array.from({ length: 4 }, (_, i) => ({ mean: -2e-5 - i * 1e-6, variance: 1e-10 }));
    expect(engineLife(once, 0.05, { exhaust: rates }).forecast?.useLeft).toBeGreaterThan(500);
    expect(engineLife([], 0.05).forecast).toBeNull();
  });
});

describe("due", () => {
  const today = 1000;
  const dueOf = (input: DueInput) => {
    const deadline = deadlineOf(input);
    return deadline === null ? null : dueOn(deadline, today);
  };
  const bare: DueInput = {
    counterUnit: "h",
    bedding: null,
    counter: null,
    last: { day: 900, count: 500 },
    forecast: null,
    intervalCount: null,
    intervalDays: null,
    intervalWords: null,
  };
  const weekly = [0, 10, 20, 30, 40].map((w) => ({ day: 720 + w * 7, count: 400 + w * 5 }));
  it("is by the earliest rule, with a day as soon as a pace is known", () => {
    expect(dueOf(bare)).toBeNull();
    expect(dueOf({ ...bare, intervalDays: 365 })).toMatchObject({ rule: "days", day: 1265, left: 265 });
    const hours = { ...bare, intervalCount: 150 };
    expect(dueOf(hours)).toMatchObject({ rule: "count", day: null, atCount: 650 });
    expect(dueOf({ ...hours, counter: counterOf(weekly) })).toMatchObject({ rule: "count", day: 1070, atCount: 650 });
    const forecast = { unit: "h" as const, useLeft: 40, first: "3E" };
    expect(dueOf({ ...hours, counter: counterOf(weekly), forecast, intervalDays: 200 })).toMatchObject({
      rule: "forecast",
    });
    expect(dueOf({ ...bare, forecast: { ...forecast, unit: "days" } })).toMatchObject({ day: 940, left: -60 });
    expect(dueOf({ ...bare, last: null, intervalDays: 3 })).toBeNull();
  });
  it("stays as it is until more is known, whatever day it is; hours that are over come before any day", () => {
    const input = { ...bare, intervalCount: 150, counter: counterOf(weekly) };
    const deadline = deadlineOf(input);
    if (deadline === null) throw new Error("nothing is due");
    for (const day of [0, 999.5, 1070, 2000])
      expect(dueOn(deadline, day)).toMatchObject({ day: 1070, left: 1070 - day });
    const still = { day: 720, count: 400 };
    const noPace = { ...bare, intervalCount: 150, intervalDays: 50, counter: counterOf([still]) };
    expect(dueOf(noPace)).toMatchObject({ rule: "days", left: -50 });
    expect(dueOf({ ...noPace, counter: counterOf([{ ...still, count: 650 }]) })).toMatchObject({
      rule: "count",
      day: null,
      left: 0,
    });
    // Distance stands among days as far as such an engine usually goes in them.
    expect(
      dueOf({ ...noPace, counterUnit: "km", intervalDays: null, counter: counterOf([{ ...still, count: 450 }]) }),
    ).toMatchObject({
      atCount: 650,
      countLeft: 200,
      left: 4,
      why: "every 150 km",
    });
  });
  it("is after the first heat, then after the first hours, where something was new", () => {
    expect([[true], [true, true], [false, true], [false, false, true], [false], []].map(beddingOf)).toEqual([
      "first-heat",
      "first-heat",
      "first-hours",
      null,
      null,
      null,
    ]);
    expect(dueOf({ ...bare, bedding: "first-heat", intervalDays: 365 })).toMatchObject({ rule: "bedding", day: 901 });
    expect(dueOf({ ...bare, bedding: "first-hours" })).toMatchObject({
      rule: "bedding",
      atCount: 510,
      why: "bedding in: read again after the first 10 h",
    });
    expect(dueOf({ ...bare, bedding: "first-hours", last: { day: 900, count: null } })).toMatchObject({ day: 930 });
  });
  it("learns the pace from what the counter showed", () => {
    expect(countPerWeek(weekly)).toBeCloseTo(5, 9);
    expect(countPerWeek(weekly.slice(0, 1))).toBeNull();
    expect(
      countPerWeek([
        { day: 0, count: 5 },
        { day: 2, count: 9 },
      ]),
    ).toBeNull();
    expect(
      countPerWeek([
        { day: 0, count: 9 },
        { day: 70, count: 9 },
      ]),
    ).toBeNull();
  });
});

describe("in words", () => {
  it("a rate, a drift, a date", () => {
    const rate = { mean: -0.00011, variance: 1e-10 };
    expect(rateWords(rate, "h", "mm")).toBe("closing by about 0.011 mm in 100 h (−0.013 mm to −0.009 mm)");
    expect(rateWords({ mean: -1e-5, variance: 0 }, "km", "mm")).toMatch(/^closing by about 0.010 mm in 1000 km/);
    expect(rateWords({ mean: 1e-7, variance: 1e-10 }, "h", "mm")).toMatch(
      /^not moving that a leaf could tell in 100 h/,
    );
    expect(rateWords({ mean: 0.0001, variance: 0 }, "days", "in")).toBe(
      "opening by about 1.4 thou in a year (+1.4 thou to +1.4 thou)",
    );
    expect(driftWords(0, "mm")).toBe("0.000 mm");
    expect(sinceWords(-0.025, -0.011, "mm")).toBe("0.025 mm tighter; 0.011 mm tighter expected");
    expect(sinceWords(0.0254, 0, "in")).toBe("1.0 thou wider; none expected");
    expect(sinceWords(1e-9, null, "mm")).toBe("as it was left");
    expect(sinceWords(0.02, null, "mm")).toBe("0.020 mm wider since");
    const cause = { role: "exhaust", answer: "Lock had slipped", jobs: 3 } as const;
    expect(causesWords([cause, { ...cause, answer: "Rocker worn", jobs: 2 }, { ...cause, jobs: 1 }])).toBe(
      "lock had slipped 3 times, rocker worn twice, lock had slipped once",
    );
    const date = (day: number): string => `day ${day}`;
    const due = {
      rule: "count" as const,
      why: "",
      day: 7,
      atCount: 650,
      unit: "h" as const,
      countLeft: null,
      left: 7,
    };
    expect(dueWords(due, date)).toBe("Due at 650 h, about day 7");
    expect(dueWords({ ...due, day: null, countLeft: 40, left: 40 }, date)).toBe("Due at 650 h, in 40 h");
    expect(dueWords({ ...due, unit: "km", day: null, countLeft: 400, left: 8 }, date)).toBe(
      "Due at 650 km, in 400 km",
    );
    expect(dueWords({ ...due, atCount: null }, date)).toBe("Due day 7");
    expect(dueWords({ ...due, left: -1 }, date)).toBe("Due now: it was due at 650 h");
    expect(dueWords({ ...due, atCount: null, left: 0 }, date)).toBe("Due now");
  });
});
