/** Readings in the other state of valves that a job has left, and the hot and cold readings that they make. */
import type { EngineState } from "@/core/engine/engineFile";
import { roleUnit } from "@/core/job/words/specs";
import { and, asc, eq, inArray, ne, or, sql } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { type HotColdReading, pairDoubt } from "@/core/heat/hotColdReadings";
import { type Measured, expectedGrowthMm } from "@/core/heat/growthSources";
import { readingProblem } from "@/core/lash/reading";
import { changesLash } from "@/core/job/ledger/entry";
import { middleOf } from "@/core/job/ledger/readings";
import { asLeft, type ValveState } from "@/core/job/state/state";
import { jobState, rulesOf } from "@/core/job/run";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { engineModels, engines, jobs, stateReadings } from "@/db/schema";
import type { Actor } from "../http/who";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";

const id = idInput;
const figure = z.string("Type a length.").trim().min(1, "Type the leaf, like 0.35 or .014 in.").max(40);

export const hotColdInput = z
  .strictObject({
    temperatureC: z
      .number("Give the temperature as a number.")
      .min(-60, "A temperature below -60 °C can't be right.")
      .max(250, "A temperature above 250 °C can't be right.")
      .nullable()
      .default(null),
    /** The unit of figures without one. */
    unit: z.enum(["mm", "in"]).default("mm"),
    readings: z
      .array(z.strictObject({ id, valve: z.string().min(1).max(60), goes: figure, noGo: figure }))
      .max(192)
      .default([]),
    /** Valves whose pair is right although it is unlikely. */
    sure: z.array(z.string().max(60)).max(192).default([]),
    /** Pairs that count for nothing, and why. */
    out: z
      .array(
        z.strictObject({
          id,
          valve: z.string().min(1).max(60),
          reason: z
            .string("Say why.")
            .trim()
            .min(1, "Say why it is taken out.")
            .max(300, "Keep it within 300 characters."),
        }),
      )
      .max(192)
      .default([]),
  })
  .refine((i) => i.readings.length + i.out.length > 0, { message: "Read at least one valve.", path: ["readings"] });
export type HotColdInput = z.input<typeof hotColdInput>;

/** Keeps the readings. Sent twice, they are kept once. @throws Refused, CalcProblem with the path of what is wrong */
export async function keepHotCold(
  db: Database,
  actor: Actor,
  jobId: string,
  { temperatureC = null, unit = "mm", readings = [], sure = [], out = [] }: HotColdInput,
  at?: Date,
): Promise<void> {
  const found = isId(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const { job, row: opened } = found;
  if (rulesOf(job).judgedIn !== "either-state") throw new Refused("Only lash is read in both states.", 409);
  const state = jobState(job, await ledgerOf(db, actor.shopId, jobId));
  if (state.calledOff !== null) throw new Refused("This job was called off: nothing was left in it.", 409);
  const rows = readings.map((r, i) => {
    if (!job.valves.some((v) => v.id === r.valve))
      throw new CalcProblem(`Valve ${r.valve} is not part of this job.`, `readings[${i}].valve`);
    const valve = state.valves.get(r.valve);
    if (valve === undefined || asLeft(valve) === null)
      throw new CalcProblem(
        `${r.valve} is still in work: finish it first. A reading in the other state needs the lash that was left.`,
        `readings[${i}].valve`,
      );
    const [goes, noGo] = [parseLength(r.goes, unit), parseLength(r.noGo, unit)];
    if (goes === null || noGo === null)
      throw new CalcProblem(
        `"${goes === null ? r.goes : r.noGo}" is not a length: write it like 0.35 or .014 in.`,
        `readings[${i}].${goes === null ? "goes" : "noGo"}`,
      );
    const problem = readingProblem({ goesMm: goes.mm, noGoMm: noGo.mm });
    if (problem !== null) throw new CalcProblem(problem.why, `readings[${i}].${problem.field}`);
    const pair = pairOf(job.state, valve, { goes, noGo });
    const doubt =
      pair === null || sure.includes(r.valve)
        ? null
        : pairDoubt(pair, expectedGrowthMm(opened.engineFile, pair.role), roleUnit(opened.engineFile, pair.role));
    if (doubt !== null) throw new CalcProblem(doubt, `readings[${i}].sure`);
    return {
      id: r.id,
      shopId: actor.shopId,
      jobId,
      valve: r.valve,
      state: job.state === "hot" ? ("cold" as const) : ("hot" as const),
      temperatureC,
      personId: actor.person.id,
      goesMm: goes.mm,
      goesText: goes.text,
      noGoMm: noGo.mm,
      noGoText: noGo.text,
      ...(at === undefined ? {} : { at }),
    };
  });
  const before = await stateReadingsOf(db, actor.shopId, jobId);
  const taken = out.map(({ id: outId, valve, reason }, i) => {
    const last = before.find((r) => r.valve === valve);
    if (last === undefined)
      throw new CalcProblem(`Nothing was read of ${valve} in the other state.`, `out[${i}].valve`);
    return {
      id: outId,
      shopId: actor.shopId,
      jobId,
      valve,
      state: job.state === "hot" ? ("cold" as const) : ("hot" as const),
      personId: actor.person.id,
      goesMm: last.goes.mm,
      goesText: last.goes.text,
      noGoMm: last.noGo.mm,
      noGoText: last.noGo.text,
      outReason: reason,
      ...(at === undefined ? {} : { at }),
    };
  });
  await db
    .insert(stateReadings)
    .values([...rows, ...taken])
    .onConflictDoNothing({ target: [stateReadings.shopId, stateReadings.id] });
}

export interface StateReading {
  readonly valve: string;
  readonly goes: { readonly mm: number; readonly text: string };
  readonly noGo: { readonly mm: number; readonly text: string };
  /** Its pair was taken out, and why; null where it counts. */
  readonly outReason: string | null;
  /** When it was read. */
  readonly at: Date;
}

/** The last reading in the other state of every valve of a job that has one. */
export async function stateReadingsOf(db: Database, shopId: string, jobId: string): Promise<StateReading[]> {
  const rows = await db
    .select()
    .from(stateReadings)
    .where(and(eq(stateReadings.shopId, shopId), eq(stateReadings.jobId, jobId)))
    .orderBy(asc(stateReadings.at));
  const last = new Map(
    rows.map((r) => [
      r.valve,
      {
        valve: r.valve,
        goes: { mm: r.goesMm, text: r.goesText },
        noGo: { mm: r.noGoMm, text: r.noGoText },
        outReason: r.outReason,
        at: r.at,
      },
    ]),
  );
  return [...last.values()];
}

/** The hot and cold readings of a job's valves: what was left, and what was read in the other state. */
export async function hotColdOfJob(db: Database, shopId: string, jobId: string): Promise<HotColdReading[]> {
  const found = await findJob(db, shopId, jobId);
  if (found === null) return [];
  const { job } = found;
  const [state, readings] = [
    jobState(job, await ledgerOf(db, shopId, jobId)),
    await stateReadingsOf(db, shopId, jobId),
  ];
  if (state.calledOff !== null) return [];
  return readings.flatMap((r) => {
    const pair = r.outReason === null ? pairOf(job.state, state.valves.get(r.valve), r) : null;
    return pair === null ? [] : [pair];
  });
}

/** Whether its lash was changed after a moment: what was read of it until then is of another lash. */
export const changedSince = ({ work }: ValveState, at: Date): boolean =>
  work.some((e) => changesLash(e) && e.madeAt !== undefined && new Date(e.madeAt) > at);

/**
 * What a valve was left at and what was read of it in the other state; null where it was not left on a reading, or was
 * set again since. `at` is left out for what is read now.
 */
function pairOf(
  jobIs: EngineState,
  valve: ValveState | undefined,
  read: Pick<StateReading, "goes" | "noGo"> & { readonly at?: Date },
): HotColdReading | null {
  const left = valve === undefined ? null : asLeft(valve);
  if (valve === undefined || left === null) return null;
  if (read.at !== undefined && changedSince(valve, read.at)) return null;
  const [own, other] = [middleOf(left), middleOf(read)];
  return {
    valve: valve.valve.id,
    role: valve.valve.role,
    hotMm: jobIs === "hot" ? own : other,
    coldMm: jobIs === "hot" ? other : own,
    unsureMm: (left.noGo.mm - left.goes.mm + read.noGo.mm - read.goes.mm) / 2,
  };
}

/** They are looked for in so many jobs of an engine or its model, the newest first. */
const LOOKED_AT = 12;

/** All hot and cold readings of an engine, and of others of its model: the same model record, or the same name in this shop. */
export async function measuredFor(db: Database, shopId: string, engineId: string): Promise<Measured> {
  const own = db
    .select({ modelId: engines.modelId })
    .from(engines)
    .where(and(eq(engines.shopId, shopId), eq(engines.id, engineId)));
  const name = db
    .select({ name: sql<string>`${engineModels.file}->>'name'` })
    .from(engineModels)
    .where(and(eq(engineModels.shopId, shopId), inArray(engineModels.id, own)));
  const alike = db
    .select({ id: engines.id })
    .from(engines)
    .innerJoin(engineModels, and(eq(engineModels.shopId, engines.shopId), eq(engineModels.id, engines.modelId)))
    .where(
      and(
        eq(engines.shopId, shopId),
        ne(engines.id, engineId),
        or(inArray(engines.modelId, own), inArray(sql`${engineModels.file}->>'name'`, name)),
      ),
    );
  const [mine, others] = await Promise.all([
    jobsReadTwice(db, shopId, eq(jobs.engineId, engineId)),
    jobsReadTwice(db, shopId, inArray(jobs.engineId, alike)),
  ]);
  return { engine: mine, model: others };
}

async function jobsReadTwice(db: Database, shopId: string, which: ReturnType<typeof eq>): Promise<HotColdReading[]> {
  const rows = await db
    .selectDistinct({ id: jobs.id, openedAt: jobs.openedAt })
    .from(jobs)
    .innerJoin(stateReadings, and(eq(stateReadings.shopId, jobs.shopId), eq(stateReadings.jobId, jobs.id)))
    .where(and(eq(jobs.shopId, shopId), which))
    .orderBy(sql`${jobs.openedAt} desc`)
    .limit(LOOKED_AT);
  return (await Promise.all(rows.map((r) => hotColdOfJob(db, shopId, r.id)))).flat();
}
