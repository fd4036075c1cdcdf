import { describe, expect, it } from "vitest";
import { PRACTICE_ENGINES } from "../../practice/engine/engines";
import { lashSpec, figuresFor } from "../../lash/spec";
import type { Entry } from "../ledger/entry";
import { jobFor, mark, readBy } from "../jobs.testing";
import { planShims } from "../tasks/shims/plan";
import { keptByRun, rehearsalFile, rehearsalKit, rehearsalProblem, rehearsed, toFit } from "./rehearsal";
import type { RunPageData } from "./run";

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
    expect(
      rehearsalProblem({ file, job: { ...job, task: { kind: "build-check" } as (typeof job)["task"] } }),
    ).toMatch(/^A build check/);
  });
  it("knows nothing of what is fitted in the true engine", () => {
    const known = {
      ...job,
      task: { kind: "shims", plan: planShims(PRACTICE_ENGINES.shims, { "1I": 2.65 }) },
    } as const;
    const given = { job: known, sets: [null], file } as unknown as RunPageData;
    expect(rehearsed(given, "r", "2026-11-25T10:00:00.000Z").job.task.plan).toMatchObject({ fittedMm: {} });
  });
  it("has figures that were confirmed in inches in inches", () => {
    const inch = {
      ...file,
      lash: { state: "cold" as const, intake: { nominal: "0.008 in" }, exhaust: { nominal: "0.012 in" } },
    };
    const valves = job.valves.map((v) => ({
      ...v,
      spec: { nominalMm: 0.254, lowMm: 0.2286, highMm: 0.2794, assumedBand: false },
    }));
    const figures = rehearsalFile({ file: inch, job: { ...job, valves } }).lash?.valves ?? {};
    expect(figures["1I"]).toEqual({ nominal: "0.01 in", low: "0.009 in", high: "0.011 in" });
  });
  it("says at the engine what is to be fitted: the last of each place since it was turned over", () => {
    const fitted = (id: string, valve: string, lengthMm: number, part: "opener" | "closer" | null = null): Entry => ({
      id,
      kind: "fitted",
      supersedes: null,
      valve,
      stop: "A",
      fromMm: null,
      lengthMm,
      partFrom: null,
      part,
      collets: null,
      instrument: null,
    });
    const over: Entry = { id: "o", kind: "turned-over", supersedes: null, rereads: null };
    const all = [fitted("1", "1I", 2.4), over, fitted("2", "1E", 2.5), fitted("3", "1E", 2.55)];
    expect(toFit(all)).toEqual([{ valve: "1E", part: null, mm: 2.55 }]);
    expect(toFit([...all, fitted("4", "1E", 6.4, "closer")]).map((f) => f.mm)).toEqual([2.55, 6.4]);
    expect(toFit([...all, over])).toEqual([]);
  });
  it("has the bench's kit for its drawer, each size as often as anybody wants", () => {
    const [first] = rehearsalKit([2, 2.05], { kind: "shim-over", diameterMm: 28, count: 4 });
    expect(first).toMatchObject({ id: "shim-over 2", thicknessMm: 2, diameterMm: 28 });
    expect(first?.measured).not.toBeNull();
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
