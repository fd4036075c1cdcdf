/** A planned job done at a virtual engine, under its own run: which can be, on which file, and what its run is given. Pure. */
import type { EngineFile, LashFigures } from "../../engine/engineFile";
import { type HeightBlock, blockOf } from "../../engine/height";
import { type LashSpec, crossedLimit, figuresFor, lashSpec } from "../../lash/spec";
import type { PracticeAction } from "../../practice/bench/action";
import { exerciseProblem } from "../../practice/exercise/exercises";
import type { Entry } from "../ledger/entry";
import { MM_PER_INCH } from "../../units/length";
import type { StockPart } from "../../parts/part";
import { roleUnit } from "../words/specs";
import type { RunPageData } from "./run";

type Kept = Extract<PracticeAction, { do: "keep" }>;
type Planned = Pick<RunPageData, "file" | "job">;

/** Figures nearer than this are the same. */
const EPS_MM = 1e-6;

/** Why a job can't be rehearsed, or null. */
export function rehearsalProblem({ file, job }: Planned): string | null {
  if (job.task.kind === "build-check")
    return "A build check is done at the engine itself: a virtual one has nothing to bolt down.";
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
    const inch = roleUnit(file, role) !== "mm";
    const as = (mm: number): string =>
      inch ? `${Number((mm / MM_PER_INCH).toFixed(7))} in` : `${Number(mm.toFixed(6))} mm`;
    const block = blockOf(given);
    return block === null
      ? [[id, { nominal: as(spec.nominalMm), low: as(spec.lowMm), high: as(spec.highMm) }]]
      : [[id, heights(block, spec, as)]];
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

/** The bench's kit as parts in a drawer, each size `count` times. Ids are the kind and the size in mm. */
export const rehearsalKit = (
  kitMm: readonly number[],
  { kind, diameterMm, count }: Pick<StockPart, "kind" | "diameterMm" | "count">,
): StockPart[] =>
  kitMm.map((mm) => ({
    id: `${kind} ${mm}`,
    kind,
    diameterMm,
    mark: null,
    thicknessMm: mm,
    measured: { micrometer: "kit", readMm: mm },
    worn: false,
    place: null,
    cost: null,
    count,
  }));

/** Gaps under a block, as the heights that leave them. */
const heights = (block: HeightBlock, spec: LashSpec, as: (mm: number) => string): LashFigures => ({
  nominal: as(block.mm - spec.nominalMm),
  low: as(block.mm - spec.highMm),
  high: as(block.mm - spec.lowMm),
  block: block.text,
});

/** What is fitted in a virtual engine nobody knows yet. */
function unknownParts(task: Planned["job"]["task"]): Planned["job"]["task"] {
  const { plan } = task;
  return plan !== null && "fittedMm" in plan
    ? ({ ...task, plan: { ...plan, fittedMm: {} } } as Planned["job"]["task"])
    : task;
}

/** What is to be fitted at the engine since it was turned over last, as the run entered it: the last of each place. */
export function toFit(
  entries: readonly Entry[],
): readonly { readonly valve: string; readonly part: string | null; readonly mm: number }[] {
  const since = entries.slice(entries.findLastIndex((e) => e.kind === "turned-over") + 1);
  const last = new Map(
    since.flatMap((e) => (e.kind === "fitted" ? [[`${e.valve} ${e.part ?? ""}`, e] as const] : [])),
  );
  return [...last.values()].map((e) => ({ valve: e.valve, part: e.part, mm: e.lengthMm }));
}

/** What the run of a rehearsal is given: as planned, nothing done yet, and nothing of what the true engine was like. */
export const rehearsed = (given: RunPageData, id: string, openedAt: string): RunPageData => ({
  ...given,
  id,
  job: { ...given.job, task: unknownParts(given.job.task), lastTime: {} },
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
