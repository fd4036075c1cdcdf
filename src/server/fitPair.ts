/** Opener and closer of a valve exchanged: entered as fitted, taken out of the drawers, and what came out put back: all of it, or nothing. */
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { type Entry, PAIR_PARTS, type PairPart } from "@/core/run/entry";
import { runState } from "@/core/run/state";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "./actor";
import { UUID } from "./http";
import { listMicrometers } from "./micrometers";
import { listParts, tooFew } from "./parts";
import { measuredMm } from "./partsOut";
import { append } from "./record";
import { Refused } from "./refused";
import { rowId } from "./rowId";

const id = z.string().regex(UUID, "This is not an id.");
const thickness = z.string().trim().min(1, "Give its thickness, like 2.85.").max(40);

export const fitPairInput = z.strictObject({
  id,
  valve: z.string().min(1).max(60),
  /** With what all of them were measured; null = by their marks. */
  micrometerId: id.nullable(),
  fits: z
    .array(
      z
        .strictObject({
          part: z.enum(PAIR_PARTS),
          /** What came out, as it was read; null when it was fitted here before and is known. */
          out: thickness.nullable(),
          /** What goes in: out of the drawers, or one that was made to size. */
          stockId: id.nullable(),
          made: thickness.nullable(),
        })
        .refine((f) => (f.stockId === null) !== (f.made === null), {
          message: "Choose a part of the drawers, or give the thickness of the one that was made.",
          path: ["made"],
        }),
    )
    .min(1, "Choose what to fit.")
    .max(2)
    .refine((fits) => new Set(fits.map((f) => f.part)).size === fits.length, "Opener and closer once each."),
  /** How the half-rings went in. */
  rings: z
    .string()
    .trim()
    .max(300, "Keep it within 300 characters.")
    .transform((t) => (t === "" ? null : t))
    .nullable()
    .default(null),
});
export type FitPair = z.infer<typeof fitPairInput>;

interface Fit {
  readonly part: PairPart;
  readonly fromMm: number;
  readonly toMm: number;
  readonly stockId: string | null;
  /** As it was read when it came out; null when that was known. */
  readonly outText: string | null;
}

/** @throws Refused when the drawers changed meanwhile or the valve is not there yet; CalcProblem naming the field that makes no sense */
export async function fitPair(db: Database, actor: Actor, jobId: string, input: FitPair, at?: Date): Promise<void> {
  const found = UUID.test(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const { job } = found;
  if (job.closing === null) throw new Refused("No valve of this engine is positively closed.", 409);
  await db
    .transaction(async (raw) => {
      const tx = raw as unknown as Database;
      await holdJob(tx, jobId);
      const kept = await ledgerOf(tx, jobId);
      if (kept.some((e) => e.id === rowId(input.id, input.fits[0]?.part ?? "", "fitted"))) return;
      const state = runState(job, kept);
      const pair = state.valves.get(input.valve)?.pair ?? null;
      const micrometer =
        (await listMicrometers(tx, actor.shopId)).find((m) => m.id === input.micrometerId)?.name ?? null;
      const fits = await Promise.all(
        input.fits.map((f) => readFit(tx, actor, input, f, pair?.[`${f.part}Mm`] ?? null)),
      );
      const entries = fits.map((f): Entry => ({
        id: rowId(input.id, f.part, "fitted"),
        supersedes: null,
        kind: "fitted",
        valve: input.valve,
        stop: state.stop?.letter ?? "",
        fromMm: f.fromMm,
        lengthMm: f.toMm,
        partFrom: f.stockId === null ? null : `part ${f.stockId}`,
        part: f.part,
        rings: f.part === "closer" ? input.rings : null,
        instrument: f.outText === null ? null : micrometer,
      }));
      await append(tx, actor, { id: jobId, job, kept }, entries, at);
      for (const f of fits) await moveParts(tx, actor, jobId, input, f, at);
    })
    .catch((error: unknown) => {
      throw tooFew(error) ?? error;
    });
}

async function readFit(
  tx: Database,
  actor: Actor,
  { micrometerId }: FitPair,
  { part, out, stockId, made }: FitPair["fits"][number],
  knownMm: number | null,
): Promise<Fit> {
  const fromMm = out === null ? knownMm : await measuredMm(tx, actor.shopId, out, micrometerId, `${part}.out`);
  if (fromMm === null) throw new CalcProblem(`Measure the ${part} that comes out.`, `${part}.out`);
  if (made !== null)
    return {
      part,
      fromMm,
      toMm: await measuredMm(tx, actor.shopId, made, micrometerId, `${part}.made`),
      stockId: null,
      outText: out,
    };
  const stock = (await listParts(tx, actor.shopId)).find((p) => p.id === stockId);
  if (stock === undefined || stock.kind !== part || stock.count === 0)
    throw new Refused("That one is gone from the drawers: choose another.", 409, part);
  return { part, fromMm, toMm: stock.thicknessMm, stockId: stock.id, outText: out };
}

async function moveParts(
  tx: Database,
  actor: Actor,
  jobId: string,
  { id: command, micrometerId }: FitPair,
  { part, fromMm, stockId, outText }: Fit,
  at?: Date,
): Promise<void> {
  const base = { shopId: actor.shopId, jobId, personId: actor.person.id, ...(at === undefined ? {} : { at }) };
  if (stockId !== null)
    await tx
      .insert(partMoves)
      .values({ ...base, id: rowId(command, part, "taken"), partId: stockId, change: -1, reason: "taken" });
  const partId = rowId(command, part, "put back");
  await tx.insert(parts).values({
    id: partId,
    shopId: actor.shopId,
    kind: part,
    diameterMm: null,
    thicknessMm: fromMm,
    worn: true,
    place: "the put-back tray",
    ...(micrometerId === null || outText === null
      ? { mark: fromMm.toFixed(2) }
      : { micrometerId, readMm: parseLength(outText)?.mm ?? fromMm }),
  });
  await tx
    .insert(partMoves)
    .values({ ...base, id: rowId(command, part, "returned"), partId, change: 1, reason: "returned" });
}
