/** The shop's feeler sets. */
import { randomUUID } from "node:crypto";
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import type { FeelerSet, Leaf, SetLine } from "@/core/shop/feelerSet";
import { parseLength, exactLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { feelerLeaves, feelerSets, jobFeelerSets, jobsInHand } from "@/db/schema";
import { isTaken } from "@/db/sqlStates";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput, isId } from "../http/id";
import { Refused } from "../http/refused";

const setName = z
  .string()
  .trim()
  .min(1, "Give the set a name, as it is written on its case.")
  .max(60, "Keep the name within 60 characters.");

/** Which leaves of a set: those that are laid out, or all that it ever had. */
type Leaves = "good" | "all";

const leavesOf = (db: Database, shopId: string, setIds: readonly string[], which: Leaves) =>
  db
    .select()
    .from(feelerLeaves)
    .where(
      and(
        eq(feelerLeaves.shopId, shopId),
        inArray(feelerLeaves.setId, [...setIds]),
        which === "all" ? undefined : isNull(feelerLeaves.wornAt),
      ),
    )
    .orderBy(asc(feelerLeaves.thicknessMm));

async function withLeaves(
  db: Database,
  shopId: string,
  sets: readonly Omit<FeelerSet, "leaves">[],
  which: Leaves = "good",
): Promise<FeelerSet[]> {
  if (sets.length === 0) return [];
  const leaves = await leavesOf(
    db,
    shopId,
    sets.map((s) => s.id),
    which,
  );
  return sets.map(({ id, name, system }) => ({
    id,
    name,
    system,
    leaves: leaves
      .filter((l) => l.setId === id)
      .map((l) => ({ mm: l.thicknessMm, mmMark: l.mmMark, inchMark: l.inchMark })),
  }));
}

/** Those in use. */
export const listFeelerSets = async (db: Database, shopId: string): Promise<FeelerSet[]> =>
  withLeaves(
    db,
    shopId,
    await db
      .select()
      .from(feelerSets)
      .where(and(eq(feelerSets.shopId, shopId), isNull(feelerSets.retiredAt)))
      .orderBy(asc(feelerSets.name)),
  );

/** All that the shop ever had, those in use first. */
export async function allFeelerSets(db: Database, shopId: string): Promise<SetLine[]> {
  const rows = await db.select().from(feelerSets).where(eq(feelerSets.shopId, shopId)).orderBy(asc(feelerSets.name));
  const retired = new Set(rows.filter((r) => r.retiredAt !== null).map((r) => r.id));
  const ids = rows.map((r) => r.id);
  const worn = (await leavesOf(db, shopId, ids, "all")).filter((l) => l.wornAt !== null);
  const sets = (await withLeaves(db, shopId, rows, "all")).map((set) => ({
    ...set,
    retired: retired.has(set.id),
    wornMm: worn.filter((l) => l.setId === set.id).map((l) => l.thicknessMm),
  }));
  return [...sets.filter((s) => !s.retired), ...sets.filter((s) => s.retired)];
}

/** Whether a job in hand has this set beside its own: readings with it, on devices too, go by its name. */
async function liesReadyInHand(db: Database, shopId: string, setId: string): Promise<boolean> {
  const [found] = await db
    .select({ jobId: jobsInHand.jobId })
    .from(jobsInHand)
    .innerJoin(
      jobFeelerSets,
      and(eq(jobFeelerSets.shopId, jobsInHand.shopId), eq(jobFeelerSets.jobId, jobsInHand.jobId)),
    )
    .where(and(eq(jobsInHand.shopId, shopId), eq(jobFeelerSets.setId, setId)))
    .limit(1);
  return found !== undefined;
}

export const changeFeelerSetInput = z.strictObject({
  name: setName,
  retired: z.boolean(),
  /** Which leaves are worn or lost, by their thickness; left out, as they are. */
  wornMm: z.array(z.number().min(0).max(10)).max(60).optional(),
});

/**
 * Another name for a set, that nothing new is begun with it (jobs that have it keep it), or which of its leaves are not
 * to be read with: what was read with them stays. @throws Refused, CalcProblem
 */
export async function changeFeelerSet(
  db: Database,
  { shopId }: Actor,
  id: string,
  { name, retired, wornMm }: z.infer<typeof changeFeelerSetInput>,
): Promise<void> {
  const none = new Refused("There is no such feeler set in this shop.", 404);
  if (!isId(id)) throw none;
  const before = await findFeelerSet(db, shopId, id, "all");
  if (before === null) throw none;
  if (wornMm !== undefined && before.leaves.every((l) => wornMm.includes(l.mm)))
    throw new CalcProblem("No leaf of it would be left: take the set out of use instead.", "wornMm");
  if (before.name !== name && (await liesReadyInHand(db, shopId, id)))
    throw new Refused("A job in hand has this set beside its own: rename it once that is closed.", 409, "name");
  await db
    .transaction(async (tx) => {
      await tx
        .update(feelerSets)
        .set({ name, retiredAt: retired ? sql`coalesce(${feelerSets.retiredAt}, now())` : null })
        .where(and(eq(feelerSets.shopId, shopId), eq(feelerSets.id, id)));
      for (const { mm } of wornMm === undefined ? [] : before.leaves)
        await tx
          .update(feelerLeaves)
          .set({ wornAt: wornMm?.includes(mm) === true ? sql`coalesce(${feelerLeaves.wornAt}, now())` : null })
          .where(and(eq(feelerLeaves.shopId, shopId), eq(feelerLeaves.setId, id), eq(feelerLeaves.thicknessMm, mm)));
    })
    .catch((error: unknown) => {
      if (isTaken(error, "feeler_sets_name_once"))
        throw new CalcProblem("There is a set of this name already: give this one another.", "name");
      throw error;
    });
}

export async function findFeelerSet(
  db: Database,
  shopId: string,
  id: string,
  which: Leaves = "good",
): Promise<FeelerSet | null> {
  const sets = await db
    .select()
    .from(feelerSets)
    .where(and(eq(feelerSets.shopId, shopId), eq(feelerSets.id, id)));
  return (await withLeaves(db, shopId, sets, which))[0] ?? null;
}

/** The set in hand in a job. @throws RangeError when the shop has none such: the database keeps what a job names */
export async function setOfJob(
  db: Database,
  shopId: string,
  { feelerSetId }: { readonly feelerSetId: string },
): Promise<FeelerSet> {
  const set = await findFeelerSet(db, shopId, feelerSetId);
  if (set === null) throw new RangeError("setOfJob: the set of this job is gone");
  return set;
}

/** The sets on hand in a job beside its own, in the order in which they were laid out. */
export async function setsOfJob(
  db: Database,
  shopId: string,
  jobId: string,
  which: Leaves = "good",
): Promise<FeelerSet[]> {
  const sets = await db
    .select({ id: feelerSets.id, name: feelerSets.name, system: feelerSets.system })
    .from(jobFeelerSets)
    .innerJoin(feelerSets, and(eq(feelerSets.shopId, jobFeelerSets.shopId), eq(feelerSets.id, jobFeelerSets.setId)))
    .where(and(eq(jobFeelerSets.shopId, shopId), eq(jobFeelerSets.jobId, jobId)))
    .orderBy(asc(jobFeelerSets.position));
  return withLeaves(db, shopId, sets, which);
}

export const addFeelerSetInput = z.strictObject({
  id: idInput,
  name: setName,
  system: z.enum(["metric", "inch"]),
  /** The marks as people read them off, parted by blanks; "0.25/.010" gives both marks of a blade. */
  marks: z.string().max(1000, "That is too long for a feeler set."),
});
export type AddFeelerSet = z.infer<typeof addFeelerSetInput>;

const MAX_LEAVES = 60;
/** Two marks of one blade are rounded differently, never by more than this. */
const MARKS_AGREE_WITHIN_MM = 0.02;

/** The thickest leaf of a set is over the first and under the second (assumed): else it is made in the other system. */
const THICKEST_MM = { least: 0.06, most: 2.5 };

/** Reads leaves from text. @throws CalcProblem naming the mark that makes no sense */
export function readMarks(text: string, system: "metric" | "inch"): Leaf[] {
  const leaves = text
    .split(/[\s;]+/)
    .filter((m) => m !== "")
    .map((mark) => readLeaf(mark, system));
  if (leaves.length === 0)
    throw new CalcProblem("Type the marks of the leaves, separated by spaces: 0.05 0.10 0.15.", "marks");
  if (leaves.length > MAX_LEAVES) throw new CalcProblem(`A set has at most ${MAX_LEAVES} leaves.`, "marks");
  const sorted = leaves.sort((a, b) => a.mm - b.mm);
  const twice = sorted.find((l, i) => Math.abs(l.mm - (sorted[i - 1]?.mm ?? -1)) < 1e-6);
  if (twice !== undefined)
    throw new CalcProblem(`The leaf ${twice.mmMark ?? twice.inchMark} stands there twice.`, "marks");
  const thickest = Math.max(...sorted.map((l) => l.mm));
  if (thickest < THICKEST_MM.least || thickest > THICKEST_MM.most)
    throw new CalcProblem(
      `A set whose thickest leaf is ${exactLength(thickest, system === "metric" ? "mm" : "in")}? That looks like ${system === "metric" ? "inches" : "mm"}: say above what they are made in.`,
      "marks",
    );
  return sorted;
}

function readLeaf(mark: string, system: "metric" | "inch"): Leaf {
  const [native = "", other] = mark.split("/");
  const unit = system === "metric" ? "mm" : "in";
  const mm = parseLength(native, unit)?.mm ?? NaN;
  const most = system === "metric" ? "3 mm" : ".12 in";
  if (!(mm > 0 && mm <= 3.1))
    throw new CalcProblem(`"${native}" is not the mark of a leaf: write it in ${unit}, up to ${most}.`, "marks");
  if (other !== undefined) {
    const second = parseLength(other, system === "metric" ? "in" : "mm")?.mm ?? NaN;
    if (!(Math.abs(second - mm) <= MARKS_AGREE_WITHIN_MM))
      throw new CalcProblem(
        `"${mark}": the two marks of this leaf contradict each other. Read them off again.`,
        "marks",
      );
  }
  return system === "metric"
    ? { mm, mmMark: native, inchMark: other ?? null }
    : { mm, mmMark: other ?? null, inchMark: native };
}

/** Adds a set. Sent twice, it is added once. @throws CalcProblem */
export async function addFeelerSet(db: Database, actor: Actor, input: AddFeelerSet): Promise<void> {
  const leaves = readMarks(input.marks, input.system);
  await once(db, actor, { what: "feeler set", id: input.id, input }, async (tx) => {
    const taken = await tx
      .select({ id: feelerSets.id })
      .from(feelerSets)
      .where(and(eq(feelerSets.shopId, actor.shopId), eq(feelerSets.name, input.name)));
    if (taken.length > 0)
      throw new CalcProblem("There is a set of this name already: give this one another.", "name");
    await tx
      .insert(feelerSets)
      .values({ id: input.id, shopId: actor.shopId, name: input.name, system: input.system });
    await tx.insert(feelerLeaves).values(
      leaves.map((l) => ({
        id: randomUUID(),
        shopId: actor.shopId,
        setId: input.id,
        mmMark: l.mmMark,
        inchMark: l.inchMark,
        thicknessMm: l.mm,
      })),
    );
  });
}
