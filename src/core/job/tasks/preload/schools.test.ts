/** How deep lifters are set: two schools, each with its own window. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../../engine/engineFile";
import { engineFile } from "../../../engine/testEngines";
import type { GrowthSource } from "../../../heat/growthSources";
import { meaningOf } from "../../../preload/gear";
import { judgePlunger, plungerWords, proposedDepth } from "../../../preload/plunger";
import type { TaskChoices } from "../../setup/setup";
import { planPreload, preloadSpec } from "./plan";

describe("two schools of how deep", () => {
  const SHORT: EngineFile = engineFile(["1"], {
    adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, pitch: 1, plunger: { travel: 1.5 } },
  });
  const growth = (mm: number): GrowthSource => ({
    id: "rule",
    name: "Rule of thumb",
    evidence: "",
    growth: { intake: { growthMm: mm, rangeMm: [mm, mm] }, exhaust: { growthMm: mm, rangeMm: [mm, mm] } },
  });
  const plan = (more: Partial<TaskChoices>) =>
    planPreload(SHORT, {
      targetTurns: null,
      lifters: "dry",
      travelMm: null,
      bleedMinutes: 15,
      growth: null,
      depth: "shallow",
      ...more,
    });
  const planned = (more: Partial<TaskChoices> = {}) => {
    const p = plan(more);
    if (!("plan" in p)) throw new Error(p.why);
    return p.plan;
  };

  it("begins the shallow one with the spoken turn in the middle of 0.05 to 0.30 mm hot, wherever heat takes it", () => {
    // One turn of a pitch of 1 mm on a stud at 1.5 is 1.667 mm of plunger.
    expect(planned().targetTurns).toBe(0.125);
    expect(preloadSpec(planned(), "intake")).toMatchObject({
      lowMm: expect.closeTo(0.05, 9) as number,
      highMm: expect.closeTo(0.3, 9) as number,
    });
    // 0.3 mm of growth takes 0.2 of the plunger: as much more is turned in cold.
    const hot = planned({ growth: growth(0.3) });
    expect(hot.targetTurns).toBe(0.25);
    const { lowMm, highMm } = preloadSpec(hot, "intake");
    expect([lowMm, highMm].map((mm) => Number(mm.toFixed(3)))).toEqual([0.25, 0.5]);
  });

  it("judges hot: what ticks for nobody is in, what would tick is not, and neither is called wrong without its school", () => {
    const { gear } = planned();
    const at = (turns: number, growthMm: number) => meaningOf(turns, gear, growthMm).verdict;
    expect([at(0.125, 0), at(0.25, 0), at(0.25, 0.3), at(0.125, 0.3)]).toEqual(["in", "deep", "in", "shallow"]);
    expect(plungerWords("deep", gear.plunger)).toMatch(/deeper than the shallow school sets it/);
    expect(plungerWords("shallow", gear.plunger)).toMatch(/even for the shallow school/);
    expect(plungerWords("shallow", { school: "middle" })).toMatch(/shallower than the middle school sets it/);
    // Past its travel nothing is right for anybody.
    expect(judgePlunger([1.6, 0.2], gear.plunger)).toBe("deep");
  });

  it("wants heat counted where it is known, and takes a turn outside its window from nobody", () => {
    expect(plan({ growthKnown: true })).toMatchObject({
      field: "heatWay",
      why: expect.stringMatching(/the whole preload/),
    });
    expect(plan({ growthKnown: true, growth: growth(0.1) })).toHaveProperty("plan");
    expect(plan({ targetTurns: 0.5 })).toMatchObject({ field: "targetTurns" });
    expect(plan({ targetTurns: 0.5, depth: "middle" })).toHaveProperty("plan");
  });

  it("is proposed for lifters of short travel, and never where the travel is not known", () => {
    const of = (travelMm: number, assumed?: true) =>
      proposedDepth({ travelMm, fromTopMm: 0.5, fromBottomMm: 0.5, ...(assumed === undefined ? {} : { assumed }) });
    expect([of(1.3), of(1.5), of(2.5), of(1.3, true)]).toEqual(["shallow", "shallow", "middle", "middle"]);
  });
});
