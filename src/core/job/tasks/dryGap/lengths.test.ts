/** Which length a dry gap wants, in words and as a list; and what its questions say. */
import { describe, expect, it } from "vitest";
import { engineFile } from "../../../engine/testEngines";
import { DRY_GAP } from ".";
import {
  type LengthPlan,
  fittedNow,
  lastFittedMm,
  lengthDemand,
  lengthDemands,
  orderLines,
  planLengths,
} from "./plan";
import { DRY_GAP_SETUP } from "./setup";

const FIXED = { kind: "fixed", part: "pushrod", ratio: 1, lengths: ["228 mm", "229 mm", "230 mm"], fitted: "229 mm" };
const planOf = (adjuster: object = FIXED, fittedMm: Readonly<Record<string, number>> = {}): LengthPlan => {
  const plan = planLengths(engineFile(["1"], { adjuster: adjuster as never }), fittedMm);
  if (plan === null) throw new Error("no lengths");
  return plan;
};
const SPEC = { nominalMm: 1.4, lowMm: 0.9, highMm: 1.9, assumedBand: false };
const valve = (id: string, mm: number | null, more: object = {}) =>
  ({
    valve: { id, cylinder: "1", role: "intake", spec: SPEC },
    status: "read",
    verdict: mm === null ? null : mm < 0.9 ? "tight" : mm > 1.9 ? "loose" : "in",
    fittedMm: null,
    last: mm === null ? null : { goes: { mm, text: "" }, noGo: { mm, text: "" } },
    ...more,
  }) as never;
const stateOf = (...valves: { valve: { id: string } }[]) =>
  ({ valves: new Map(valves.map((v) => [v.valve.id, v])) }) as never;

describe("lengths", () => {
  it("are planned where the file names them", () => {
    expect(planLengths(engineFile(["1"], { adjuster: { kind: "fixed" } }), {})).toBeNull();
    expect(planLengths(engineFile(["1"]), {})).toBeNull();
    expect(planOf().gear.lengthsMm).toEqual([228, 229, 230]);
    expect(
      lastFittedMm([
        { valve: "1I", lengthMm: 228 },
        { valve: "1I", lengthMm: 230 },
      ] as never),
    ).toEqual({ "1I": 230 });
    expect(lastFittedMm([])).toEqual({});
  });

  it("that are in now: of this job, of an earlier one, or everywhere", () => {
    expect(fittedNow(planOf(FIXED, { "1I": 228 }), valve("1I", 1, { fittedMm: 230 }))).toBe(230);
    expect(fittedNow(planOf(FIXED, { "1I": 228 }), valve("1I", 1))).toBe(228);
    expect(fittedNow(planOf(), valve("1I", 1))).toBe(229);
    expect(fittedNow(planOf({ ...FIXED, fitted: undefined }), valve("1I", 1))).toBeNull();
  });

  it("are wanted of what was read and is out of spec", () => {
    expect(lengthDemand(planOf(), valve("1I", 2.4))).toMatchObject({
      fromMm: 229,
      advice: { kind: "fit", lengthMm: 230 },
    });
    expect(lengthDemand(planOf(), valve("1I", 1.4))).toBeNull();
    expect(lengthDemand(planOf(), valve("1I", null))).toBeNull();
    expect(lengthDemand(planOf(), valve("1I", 2.4, { verdict: null }))).toBeNull();
    expect(lengthDemand(null, valve("1I", 2.4))).toBeNull();
    expect(lengthDemand(planOf({ ...FIXED, fitted: undefined }), valve("1I", 2.4))).toMatchObject({
      fromMm: null,
      advice: null,
    });
    expect(lengthDemands(planOf(), stateOf(valve("1I", 2.4), valve("1E", 2.4, { status: "done" })))).toHaveLength(1);
  });

  it("are listed by length, then what no length serves, then what is to be measured", () => {
    const plan = planOf();
    const all = lengthDemands(plan, stateOf(valve("2I", 2.4), valve("1I", 0.4), valve("1E", 2.4), valve("2E", 9)));
    expect(orderLines(all, plan)).toEqual([
      "1 of 228.00 mm for 1I",
      "2 of 230.00 mm for 2I, 1E",
      "none on the list for 2E: 236.10 mm to 237.10 mm would do",
    ]);
    const unknown = planOf({ ...FIXED, fitted: undefined });
    expect(orderLines(lengthDemands(unknown, stateOf(valve("1I", 2.4), valve("1E", 0.4))), unknown)).toEqual([
      "measure what is fitted at 1I, 1E first",
    ]);
    expect(orderLines([], plan)).toEqual([]);
  });
});

describe("a job on dry gaps", () => {
  const job = (plan: LengthPlan | null) => ({ task: { kind: "dry-gap", plan } }) as never;
  const whole = (state: object) => DRY_GAP.wholeEngine?.(job(planOf()), state as never) ?? null;
  const wanting = stateOf(valve("1I", 2.4)) as object;

  it("asks for parts once all is read and none were ordered", () => {
    expect(whole({ ...wanting, surveying: false, ordered: false })).toMatchObject({ step: "order" });
    expect(whole({ ...wanting, surveying: true, ordered: false })).toBeNull();
    expect(whole({ ...wanting, surveying: false, ordered: true })).toBeNull();
    expect(whole({ ...(stateOf(valve("1I", 1.4)) as object), surveying: false, ordered: false })).toBeNull();
    expect(DRY_GAP.stands?.(job(planOf()), stateOf(valve("1I", 2.4)), "order", null as never)).toBe(
      "A part is wanted: order, or lay out",
    );
    expect(DRY_GAP.stands?.(job(planOf()), stateOf(valve("1I", 2.4), valve("1E", 0.4)), "order", null as never)).toBe(
      "2 parts are wanted: order, or lay out",
    );
  });

  it("tells the part that was exchanged last, and what it was", () => {
    const fitted = (lengthMm: number, fromMm: number | null) => ({ kind: "fitted", lengthMm, fromMm }) as never;
    const words = (plan: LengthPlan | null, ...work: never[]) => DRY_GAP.partWords?.(job(plan), work);
    expect(words(planOf(), fitted(230, 229))).toBe("230.00 mm, was 229.00 mm");
    expect(words(planOf(), fitted(230, null))).toBe("230.00 mm");
    expect(words(planOf(), fitted(228, 229), fitted(230, 228))).toBe("230.00 mm, was 228.00 mm");
    expect(words(null, fitted(230, 229))).toBeNull();
    expect(words(planOf())).toBeNull();
  });

  it("asks about lifters that hold oil", () => {
    const { questions } = DRY_GAP;
    const alike = questions?.alike(job(null), 6, "wide");
    expect(alike?.text).toBe("All 6 gaps read so far are alike: wide. Are the lifters really bled down?");
    expect(alike?.checks).toHaveLength(2);
    expect(alike?.answers).toEqual(["Bled down: plungers at the bottom", "Bled down anew: read again"]);
    expect(questions?.spreadFloorMm(8)).toBe(1);
    expect(questions?.spreadFloorMm(0.01)).toBeGreaterThan(0.01 / 8);
    expect(DRY_GAP_SETUP.lacks(engineFile(["1"]))).toMatch(/no dry gap yet/);
  });
});
