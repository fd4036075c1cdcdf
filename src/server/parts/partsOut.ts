/** What came out of a job's engine: measured once, and there again whenever the job is. */
import { and, asc, eq } from "drizzle-orm";
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { type Micrometer, trueThicknessMm } from "@/core/parts/micrometer";
import { jobAs } from "@/core/job/run";
import { OUT_KINDS, type PartOut } from "@/core/job/tasks/shims/partsOut";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { partsOut } from "@/db/schema";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput, isId } from "../http/id";
import { listMicrometers } from "./micrometers";
import { Refused } from "../http/refused";

const id = idInput;

export const partOutInput = z.strictObject({
  id,
  valve: z.string().min(1).max(60),
  kind: z.enum(OUT_KINDS).default("part"),
  text: z.string().trim().min(1, "Give its thickness, like 2.65.").max(40),
  micrometerId: id.nullable(),
});

/** A thickness as it was typed, put right for the zero of what measured it. @throws CalcProblem */
export function measuredMm(
  micrometers: readonly Micrometer[],
  text: string,
  micrometerId: string | null,
  path: string,
): number {
  const micrometer = micrometerId === null ? null : micrometers.find((m) => m.id === micrometerId);
  if (micrometer === undefined) throw new Refused("This micrometer is not in the shop.", 422, "micrometerId");
  const length = parseLength(text);
  if (length === null || length.mm <= 0 || length.mm > 50)
    throw new CalcProblem(`"${text}" is not the thickness of a part: write it like 2.65.`, path);
  return micrometer === null ? length.mm : trueThicknessMm(length.mm, micrometer);
}

/** Keeps a measurement; the latest of a valve counts. @throws Refused, CalcProblem */
export async function keepPartOut(
  db: Database,
  actor: Actor,
  jobId: string,
  { text, ...input }: z.infer<typeof partOutInput>,
): Promise<void> {
  const found = isId(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null || !found.job.valves.some((v) => v.id === input.valve))
    throw new Refused("There is no such valve in this job. Go back to the bench.", 404);
  if (jobAs(found.job, "shims") === null) throw new Refused("No part sets the gap on this engine.", 409);
  const micrometerId = input.kind === "open-gap" ? null : input.micrometerId;
  const thicknessMm = measuredMm(await listMicrometers(db, actor.shopId), text, micrometerId, "text");
  await once(
    db,
    actor,
    { what: "part that came out", id: input.id, input: { jobId, text, ...input } },
    async (tx) => {
      await tx.insert(partsOut).values({
        ...input,
        micrometerId,
        readText: text,
        thicknessMm,
        shopId: actor.shopId,
        jobId,
        personId: actor.person.id,
      });
    },
  );
}

/** The latest of each valve, in the order in which they were measured. */
export async function listPartsOut(db: Database, shopId: string, jobId: string): Promise<PartOut[]> {
  const rows = await db
    .select()
    .from(partsOut)
    .where(and(eq(partsOut.shopId, shopId), eq(partsOut.jobId, jobId)))
    .orderBy(asc(partsOut.at));
  return [
    ...new Map(
      rows.map((r): [string, PartOut] => [
        r.valve,
        { valve: r.valve, kind: r.kind, text: r.readText, mm: r.thicknessMm, micrometerId: r.micrometerId },
      ]),
    ).values(),
  ];
}
