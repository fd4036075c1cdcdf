/** Sessions of practice: begun, done step by step, ended. The engine's truth stays on the server until one has ended. */
import { randomInt } from "node:crypto";
import { and, asc, desc, eq, isNull, sql } from "drizzle-orm";
import { z } from "zod";
import type { EngineFile } from "@/core/engine/engineFile";
import { rehearsalFile, rehearsalProblem, rehearsed } from "@/core/job/pages/rehearsal";
import type { RunPageData } from "@/core/job/pages/run";
import { actionSchema } from "@/core/practice/bench/action";
import { PRACTICE_ENGINES } from "@/core/practice/engine/engines";
import { EXERCISE_IDS, type ExerciseId, LEVELS, type Level, exercise } from "@/core/practice/exercise/exerciseList";
import { beginsCovered, exerciseProblem } from "@/core/practice/exercise/exercises";
import type { Session } from "@/core/practice/session/frame";
import { marksOf } from "@/core/practice/session/marks";
import { isOver, replay, step } from "@/core/practice/session/session";
import { COMMON_SETS } from "@/core/shop/commonSets";
import { type FeelerSet, leafText } from "@/core/shop/feelerSet";
import type { Database } from "@/db/connect";
import { idsInHand, jobLines } from "@/db/queries/bench";
import { findJob } from "@/db/queries/jobs";
import { engineModels, engines, people, practiceSessions, practiceSteps } from "@/db/schema";
import { findEngine } from "../engines/engines";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";
import type { Viewer } from "../http/who";
import { loadRun } from "../jobs/loadRun";
import { listFeelerSets } from "../shop/feelerSets";

/** As large as a column of the database holds. */
const MOST_SEED = 2 ** 31 - 1;

export const practiceInput = z.strictObject({
  id: idInput,
  exercise: z.enum(EXERCISE_IDS, "Choose an exercise."),
  level: z.enum(LEVELS, "Choose how much help there is."),
  /** An engine of the shop; null for the one that is made for the exercise. */
  engine: idInput.nullable(),
  /** A job that is rehearsed: its engine, as it was planned, with its own set. */
  job: idInput.nullable().default(null),
  /** Left out, one that nobody knows. */
  seed: z
    .number("A seed is a whole number.")
    .int("A seed is a whole number.")
    .min(1, "A seed is from 1 to 2147483647.")
    .max(MOST_SEED, "A seed is from 1 to 2147483647.")
    .nullable(),
  /** A set of the shop or a common one; null for the first of the shop's. */
  set: z.string().max(60).nullable(),
});

/** Begins a session; sent again it is the same one. @throws Refused */
export async function beginPractice(
  db: Database,
  viewer: Viewer,
  given: z.input<typeof practiceInput>,
): Promise<void> {
  const input = { job: null, ...given };
  const { shopId, person } = viewer;
  const { engineId, file, set } = await (input.job === null ? chosen(db, shopId, input) : planned(db, viewer, input));
  await db
    .insert(practiceSessions)
    .values({
      id: input.id,
      shopId,
      personId: person?.id ?? null,
      exercise: input.exercise,
      level: input.level,
      // Not by anything that whoever practices knows: from the seed follows what is so.
      seed: input.seed ?? randomInt(1, MOST_SEED),
      engineId,
      jobId: input.job,
      engineFile: file,
      leaves: leavesOf(set),
      school: person?.school ?? "go-no-go",
      covered: beginsCovered(input.exercise),
    })
    .onConflictDoNothing();
}

type Asked = Pick<z.infer<typeof practiceInput>, "exercise" | "engine" | "job" | "set">;
interface Laid {
  readonly engineId: string | null;
  readonly file: EngineFile;
  readonly set: FeelerSet;
}

/** An engine of the shop, or the exercise's own. @throws Refused */
async function chosen(db: Database, shopId: string, asked: Asked): Promise<Laid> {
  const engine = asked.engine === null ? null : await findEngine(db, shopId, asked.engine);
  if (asked.engine !== null && engine === null)
    throw new Refused("There is no such engine: choose one of the list.", 422, "engine");
  const file = engine?.file ?? PRACTICE_ENGINES[exercise(asked.exercise).engine];
  const problem = engine === null ? null : exerciseProblem(asked.exercise, file);
  if (problem !== null) throw new Refused(problem, 422, "engine");
  const sets = [...(await listFeelerSets(db, shopId)), ...COMMON_SETS];
  const set = asked.set === null ? sets[0] : sets.find((s) => s.id === asked.set);
  if (set === undefined) throw new Refused("There is no such feeler set: choose one of the list.", 422, "set");
  return { engineId: asked.engine, file, set };
}

/** The engine of a job, as it was planned. @throws Refused */
async function planned(db: Database, viewer: Viewer, { job, exercise: id }: Asked): Promise<Laid> {
  const run = await loadRun(db, viewer, job ?? "");
  if (run === null) throw new Refused("There is no such job: choose one of the bench.", 422, "job");
  if (id !== "whole-job") throw new Refused("A job is rehearsed as a whole.", 422, "exercise");
  const problem = rehearsalProblem(run);
  if (problem !== null) throw new Refused(problem, 422, "job");
  return { engineId: run.engineId, file: rehearsalFile(run), set: run.sets[0] };
}

/** What the run of a rehearsal shows; null where none is rehearsed, or its job is gone. */
export async function rehearsedRun(
  db: Database,
  viewer: Viewer,
  { id, jobId, begunAt }: Row,
): Promise<RunPageData | null> {
  const run = jobId === null ? null : await loadRun(db, viewer, jobId);
  return run === null ? null : rehearsed(run, id, begunAt.toISOString());
}

/** Jobs in hand that can be rehearsed, the newest first. */
export async function rehearsable(db: Database, { shopId }: Viewer): Promise<{ id: string; name: string }[]> {
  const newest = (await idsInHand(db, shopId)).slice(0, MOST_JOBS);
  const [lines, records] = await Promise.all([
    jobLines(db, shopId, newest),
    Promise.all(newest.map((id) => findJob(db, shopId, id))),
  ]);
  const can = new Set(
    records.flatMap((r) =>
      r !== null && rehearsalProblem({ file: r.row.engineFile, job: r.job }) === null ? [r.row.id] : [],
    ),
  );
  return lines.flatMap(({ id, engine, serial }) =>
    can.has(id) ? [{ id, name: serial === null ? engine : `${engine}, ${serial}` }] : [],
  );
}

/** So many jobs in hand are offered. */
const MOST_JOBS = 6;

/** The leaves of a set as a practice keeps them. */
export const leavesOf = ({ system, leaves }: FeelerSet) => ({
  system,
  leaves: leaves.map((l) => ({ mm: l.mm, text: leafText(l, system) })),
});

type Row = typeof practiceSessions.$inferSelect;

/** Null where the shop has none such. */
export async function findPractice(db: Database, viewer: Viewer, id: string): Promise<Row | null> {
  const [row] = isId(id)
    ? await db
        .select()
        .from(practiceSessions)
        .where(and(eq(practiceSessions.shopId, viewer.shopId), eq(practiceSessions.id, id)))
    : [];
  return row ?? null;
}

const specOf = ({ exercise: id, level, seed, engineFile, leaves, covered }: Row) => ({
  exercise: id,
  level,
  seed,
  covered,
  file: engineFile,
  leavesMm: leaves.leaves.map((l) => l.mm),
  leafUnit: leaves.system === "metric" ? ("mm" as const) : ("in" as const),
});

/** A session as its steps make it. */
export async function loadSession(db: Database, row: Row): Promise<Session> {
  const steps = await db
    .select({ action: practiceSteps.action })
    .from(practiceSteps)
    .where(and(eq(practiceSteps.shopId, row.shopId), eq(practiceSteps.sessionId, row.id)))
    .orderBy(asc(practiceSteps.seq));
  return replay(
    specOf(row),
    steps.map((s) => s.action),
  );
}

export const stepInput = z.strictObject({
  id: idInput,
  /** How many steps whoever sends it has seen. */
  after: z.number().int().min(0).max(2000),
  action: actionSchema,
});

/** So many steps are a long session. */
const MOST_STEPS = 2000;

/** Does one thing more; sent again it is done once. @throws Refused when it can't be done, with what to do first */
export async function stepPractice(
  db: Database,
  viewer: Viewer,
  sessionId: string,
  input: z.infer<typeof stepInput>,
): Promise<Session> {
  return db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    const row = await hold(tx, viewer, sessionId);
    const session = await loadSession(tx, row);
    const [sent] = await tx
      .select({ seq: practiceSteps.seq })
      .from(practiceSteps)
      .where(
        and(
          eq(practiceSteps.shopId, row.shopId),
          eq(practiceSteps.sessionId, row.id),
          eq(practiceSteps.id, input.id),
        ),
      );
    if (sent !== undefined) return session;
    if (row.endedAt !== null) throw new Refused("This practice has ended. Look at its marks, or begin another.", 409);
    if (session.frames.length !== input.after)
      throw new Refused("This practice went on in another window: reload the page.", 409);
    if (session.frames.length >= MOST_STEPS)
      throw new Refused("That is as long as a practice goes: say that you are done.", 409);
    const next = step(session, input.action);
    if ("cant" in next) throw new Refused(next.cant, 422, "action");
    await tx.insert(practiceSteps).values({
      shopId: row.shopId,
      sessionId: row.id,
      seq: input.after + 1,
      id: input.id,
      action: input.action,
    });
    if (isOver(next.session)) await end(tx, row, next.session);
    return next.session;
  });
}

/** The session, which waits for whoever else does something in it. @throws Refused */
async function hold(tx: Database, viewer: Viewer, id: string): Promise<Row> {
  const [row] = isId(id)
    ? await tx
        .select()
        .from(practiceSessions)
        .where(and(eq(practiceSessions.shopId, viewer.shopId), eq(practiceSessions.id, id)))
        .for("update")
    : [];
  if (row === undefined) throw new Refused("There is no such practice. Go back to the list.", 404);
  if (row.personId !== null && row.personId !== viewer.person?.id)
    throw new Refused("Somebody else practices here: begin one of your own.", 403);
  return row;
}

async function end(tx: Database, row: Row, session: Session): Promise<void> {
  await tx
    .update(practiceSessions)
    .set({ endedAt: sql`now()`, marks: marksOf(session) })
    .where(and(eq(practiceSessions.shopId, row.shopId), eq(practiceSessions.id, row.id)));
}

/** Ends a session where its hands say so; ended already, it stays as it is. @throws Refused */
export async function endPractice(db: Database, viewer: Viewer, id: string): Promise<void> {
  await db.transaction(async (raw) => {
    const tx = raw as unknown as Database;
    const row = await hold(tx, viewer, id);
    if (row.endedAt === null) await end(tx, row, await loadSession(tx, row));
  });
}

export interface PracticeLine {
  readonly id: string;
  readonly exercise: ExerciseId;
  readonly level: Level;
  readonly seed: number;
  readonly engine: string;
  readonly engineId: string | null;
  /** Of the job that was rehearsed; null where none was. */
  readonly jobId: string | null;
  readonly person: string | null;
  readonly personId: string | null;
  readonly begunAt: Date;
  readonly endedAt: Date | null;
  readonly score: number | null;
  readonly feel: { readonly biasMm: number; readonly repeatMm: number; readonly biasSureMm: number } | null;
  readonly school: Row["school"];
}

/** So many sessions are told of. */
const NEWEST = 400;

/** The newest first: of one person (null: of nobody that was named), or of all who said who they are. */
export async function listPractice(
  db: Database,
  shopId: string,
  of: { readonly personId: string | null } | "all",
): Promise<PracticeLine[]> {
  const rows = await db
    .select({
      id: practiceSessions.id,
      exercise: practiceSessions.exercise,
      level: practiceSessions.level,
      seed: practiceSessions.seed,
      engine: sql<string>`${practiceSessions.engineFile} ->> 'name'`,
      engineId: practiceSessions.engineId,
      jobId: practiceSessions.jobId,
      person: people.name,
      personId: practiceSessions.personId,
      begunAt: practiceSessions.begunAt,
      endedAt: practiceSessions.endedAt,
      school: practiceSessions.school,
      score: sql<number | null>`(${practiceSessions.marks} ->> 'score')::int`,
      feel: sql<PracticeLine["feel"]>`${practiceSessions.marks} -> 'feel'`,
    })
    .from(practiceSessions)
    .leftJoin(people, and(eq(people.shopId, practiceSessions.shopId), eq(people.id, practiceSessions.personId)))
    .where(
      and(
        eq(practiceSessions.shopId, shopId),
        of === "all"
          ? sql`${practiceSessions.personId} is not null`
          : of.personId === null
            ? sql`${practiceSessions.personId} is null`
            : eq(practiceSessions.personId, of.personId),
      ),
    )
    .orderBy(desc(practiceSessions.begunAt))
    .limit(NEWEST);
  return rows;
}

/** Who practiced; null where nobody said. */
export async function personOf(db: Database, { shopId, personId }: Row): Promise<string | null> {
  if (personId === null) return null;
  const [row] = await db
    .select({ name: people.name })
    .from(people)
    .where(and(eq(people.shopId, shopId), eq(people.id, personId)));
  return row?.name ?? null;
}

/** Others who did the same exercise on the same seed and engine. */
export async function sameSeed(db: Database, row: Row): Promise<PracticeLine[]> {
  const all = await listPractice(db, row.shopId, "all");
  return all.filter(
    (l) =>
      l.id !== row.id &&
      l.exercise === row.exercise &&
      l.seed === row.seed &&
      l.engineId === row.engineId &&
      l.jobId === row.jobId &&
      l.endedAt !== null,
  );
}

/** So many engines are offered. */
const OFFERED = 60;

/** Engines of the shop to practice on: the one that one came from first, then by name. */
export async function practiceEngines(db: Database, shopId: string, from: string | null) {
  const first = from === null ? null : await findEngine(db, shopId, from);
  const rows = await db
    .select({ id: engines.id, serial: engines.serial, file: engineModels.file })
    .from(engines)
    .innerJoin(engineModels, and(eq(engineModels.id, engines.modelId), eq(engineModels.shopId, engines.shopId)))
    .where(and(eq(engines.shopId, shopId), isNull(engines.archivedAt)))
    .orderBy(asc(engineModels.name), asc(engines.serial))
    .limit(OFFERED);
  return [...(first === null ? [] : [first]), ...rows.filter((r) => r.id !== first?.id)];
}
