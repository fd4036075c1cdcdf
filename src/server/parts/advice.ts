/** What the shop's own jobs wanted, kind by kind, and what to keep for the next. */
import { and, desc, eq, isNull, like, not, or } from "drizzle-orm";
import { type Advice, adviseStock } from "@/core/parts/advise";
import { DRAWER_PART_KINDS, type DrawerPartKind } from "@/core/parts/part";
import type { Task, TaskKind } from "@/core/job/tasks";
import type { ShimsPlan } from "@/core/job/tasks/shims/plan";
import type { Database } from "@/db/connect";
import { entries, jobs } from "@/db/schema";
import { listParts } from "./stock";

export interface KindAdvice {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly advice: Advice;
}

/** What was wanted long ago says little of what comes next. */
const NEWEST = 3000;

interface Wants {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly byJob: Map<string, number[]>;
}

/** The kind of an opener or closer; none for what a plan names. */
const partKind = (part: string | null): DrawerPartKind | undefined => DRAWER_PART_KINDS.find((k) => k === part);

/** The plan of a job on shims; null for one on other work. */
const shimsPlan = (kind: TaskKind, plan: Task["plan"]): ShimsPlan | null =>
  kind === "shims" ? (plan as ShimsPlan) : null;

/** Kinds that were wanted at all. A part that moved within its engine was wanted of nobody. */
export async function loadAdvice(db: Database, shopId: string): Promise<KindAdvice[]> {
  const rows = await db
    .select({ jobId: entries.jobId, part: entries.part, mm: entries.lengthMm, task: jobs.task, plan: jobs.plan })
    .from(entries)
    .innerJoin(jobs, and(eq(jobs.shopId, entries.shopId), eq(jobs.id, entries.jobId)))
    .where(
      and(
        eq(entries.shopId, shopId),
        eq(entries.kind, "fitted"),
        or(isNull(entries.partFrom), not(like(entries.partFrom, "valve %"))),
      ),
    )
    .orderBy(desc(entries.at))
    .limit(NEWEST);
  const groups = new Map<string, Wants>();
  for (const { jobId, part, mm, task, plan } of rows) {
    const shims = shimsPlan(task, plan);
    const kind: DrawerPartKind | undefined = partKind(part) ?? shims?.kind;
    if (kind === undefined || mm === null) continue;
    const diameterMm = part === null ? (shims?.diameterMm ?? null) : null;
    const group = groups.get(`${kind} ${diameterMm}`) ?? { kind, diameterMm, byJob: new Map<string, number[]>() };
    group.byJob.set(jobId, [...(group.byJob.get(jobId) ?? []), mm]);
    groups.set(`${kind} ${diameterMm}`, group);
  }
  const stock = await listParts(db, shopId);
  return [...groups.values()]
    .sort((a, b) => DRAWER_PART_KINDS.indexOf(a.kind) - DRAWER_PART_KINDS.indexOf(b.kind))
    .map(({ kind, diameterMm, byJob }) => {
      const have = stock
        .filter((p) => p.kind === kind && p.diameterMm === diameterMm)
        .flatMap((p) => Array.from({ length: p.count }, () => p.thicknessMm));
      return { kind, diameterMm, advice: adviseStock([...byJob.values()], have) };
    });
}
