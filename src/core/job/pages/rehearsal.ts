/** A planned job done at a virtual engine, under its own run: which can be, on which file, and what its run is given. Pure. */
import type { EngineFile, LashFigures } from "../../engine/engineFile";
import { crossedLimit, figuresFor, lashSpec } from "../../lash/spec";
import type { PracticeAction } from "../../practice/bench/action";
import { exerciseProblem } from "../../practice/exercise/exercises";
import type { Entry } from "../ledger/entry";
import { roleUnit, unitOf } from "../words/specs";
import type { RunPageData } from "./run";

type Kept = Extract<PracticeAction, { do: "keep" }>;
type Planned = Pick<RunPageData, "file" | "job">;

/** Figures nearer than this are the same. */
const EPS_MM = 1e-6;

/** Why a job can't be rehearsed, or null. */
export function rehearsalProblem({ file, job }: Planned): string | null {
  if (job.task.kind === "build-check")
    return "A build check is done at the engine itself: a virtual one has nothing to bolt down.";
  if (job.task.kind === "dry-gap")
    return "A dry gap over lifters can't be practiced: there is no virtual block for it.";
  if (job.task.kind === "shims" || job.task.kind === "opener-closer")
    return "Its parts are worked out from the drawer, which a virtual engine has not: practice shims and pairs at the bench.";
  if (job.offset !== null)
    return "This job is worked in the other state than its figures are for: a virtual engine has no such heat. Rehearse one that is worked as its figures say.";
  if (job.valves.some((v) => v.role === "injector"))
    return "Injectors can't be practiced yet: rehearse a job without them.";
  const metric = unitOf(file) === "mm";
  if (job.valves.some((v) => (roleUnit(file, v.role) === "mm") !== metric))
    return "Its figures are in mm and in inches, and a virtual engine is told in one of them: practice on another.";
  return exerciseProblem("whole-job", rehearsalFile({ file, job }));
}

/** The engine as the job has it: with the figures and the state that were confirmed for it. */
export function rehearsalFile({ file, job }: Planned): EngineFile {
  if (job.task.kind === "preload") return file;
  const own = job.valves.flatMap(({ id, role, spec }): [string, LashFigures][] => {
    const given = figuresFor(file.lash, { id, role });
    const same =
      given !== undefined &&
      (["nominalMm", "lowMm", "highMm"] as const).every((k) => Math.abs(lashSpec(given)[k] - spec[k]) < EPS_MM);
    if (same || crossedLimit(spec) !== null) return [];
    return [[id, { nominal: `${spec.nominalMm} mm`, low: `${spec.lowMm} mm`, high: `${spec.highMm} mm` }]];
  });
  return {
    ...file,
    lash: {
      ...file.lash,
      state: job.state,
      ...(own.length === 0 ? {} : { valves: { ...file.lash?.valves, ...Object.fromEntries(own) } }),
    },
  };
}

/** What the run of a rehearsal is given: as planned, nothing done yet, and nothing of what the true engine was like. */
export const rehearsed = (given: RunPageData, id: string, openedAt: string): RunPageData => ({
  ...given,
  id,
  job: { ...given.job, lastTime: {} },
  sets: [given.sets[0]],
  entries: [],
  refused: [],
  openedAt,
  returning: false,
  lastTime: {},
  lastTurnedIn: {},
  expectedMm: {},
  ownHand: null,
  causes: [],
  earlierShiftsMm: [],
  order: null,
});

/** What the run entered as left, as hands at the bench say it: valve by valve, by its reading where one was taken. */
export const keptByRun = (added: readonly Entry[], before: readonly Entry[]): Kept[] =>
  added.flatMap((e): Kept[] => {
    if (e.kind !== "left") return [];
    const read = [...before, ...added].find((r) => r.id === e.reading);
    const between = read?.kind === "reading" ? read : null;
    return [
      {
        do: "keep",
        valve: e.valve,
        lowMm: between === null || between.goes.mm <= 0 ? null : between.goes.mm,
        highMm: between === null ? null : between.noGo.mm,
      },
    ];
  });
