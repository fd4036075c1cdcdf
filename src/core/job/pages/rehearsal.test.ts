import { describe, expect, it } from "vitest";
import { PRACTICE_ENGINES } from "../../practice/engine/engines";
import { lashSpec, figuresFor } from "../../lash/spec";
import type { Entry } from "../ledger/entry";
import { jobFor, mark, readBy } from "../jobs.testing";
import { keptByRun, rehearsalFile, rehearsalProblem } from "./rehearsal";

const file = PRACTICE_ENGINES.four;
const job = jobFor(file);

describe("a rehearsal", () => {
  it("is done on the engine as the job has it: figures that were confirmed otherwise beat the file's", () => {
    const planned = job.valves.map((v) => ({
      ...v,
      spec: v.id === job.valves[0]?.id ? { nominalMm: 0.31, lowMm: 0.29, highMm: 0.33, assumedBand: false } : v.spec,
    }));
    const made = rehearsalFile({ file, job: { ...job, state: "hot", valves: planned } });
    expect(made.lash?.state).toBe("hot");
    for (const v of planned) {
      const figures = figuresFor(made.lash, v);
      expect(figures && lashSpec(figures).nominalMm, v.id).toBeCloseTo(v.spec.nominalMm, 9);
      expect(figures && lashSpec(figures).highMm, v.id).toBeCloseTo(v.spec.highMm, 9);
    }
  });
  it("is refused where nothing virtual stands for what is done", () => {
    expect(rehearsalProblem({ file, job })).toBeNull();
    const [first] = job.valves;
    if (first === undefined) throw new Error("no valves");
    const injector = { ...first, role: "injector" as const };
    expect(rehearsalProblem({ file, job: { ...job, valves: [injector] } })).toMatch(/^Injectors/);
    const mixed = {
      ...file,
      lash: { state: "cold" as const, intake: { nominal: "0.2 mm" }, exhaust: { nominal: ".01 in" } },
    };
    expect(rehearsalProblem({ file: mixed, job })).toMatch(/^Its figures are in mm and in inches/);
    expect(rehearsalProblem({ file, job: { ...job, task: { kind: "dry-gap" } as (typeof job)["task"] } })).toMatch(
      /^A dry gap/,
    );
    expect(rehearsalProblem({ file, job: { ...job, task: { kind: "shims" } as (typeof job)["task"] } })).toMatch(
      /^Its parts/,
    );
  });
  it("tells the bench what the run left, by its reading; a lifter has none", () => {
    const read = readBy({ id: "r", valve: "1E", goes: mark(0.25), noGo: mark(0.3) });
    const left = (reading: string): Entry => ({
      id: "l",
      kind: "left",
      valve: "1E",
      reading,
      reason: null,
      supersedes: null,
    });
    expect(keptByRun([read, left("r")], [])).toEqual([{ do: "keep", valve: "1E", lowMm: 0.25, highMm: 0.3 }]);
    expect(keptByRun([left("r")], [read])).toHaveLength(1);
    expect(keptByRun([left("other")], [read])).toEqual([{ do: "keep", valve: "1E", lowMm: null, highMm: null }]);
    const under = readBy({ id: "r", valve: "1E", goes: mark(0), noGo: mark(0.05) });
    expect(keptByRun([under, left("r")], [])[0]).toMatchObject({ lowMm: null, highMm: 0.05 });
    expect(keptByRun([read], [])).toEqual([]);
  });
});
