/**
 * Opener and closer of a valve exchanged: entered as fitted, taken out of stock, and what came out put back: all of
 * it, or nothing.
 */
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import { OPENER_CLOSER_PARTS } from "@/core/job/ledger/kinds";
import { jobAs, jobState } from "@/core/job/run";
import { type Exchanged, exchangedEntries } from "@/core/job/tasks/openerCloser/exchange";
import { openerCloserOf } from "@/core/job/tasks/openerCloser/openerCloser";
import type { Micrometer } from "@/core/parts/micrometer";
import type { StockPart } from "@/core/parts/part";
import { parseLength } from "@/core/units/length";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { holdJob, ledgerOf } from "@/db/queries/ledger";
import { partMoves, parts } from "@/db/schema";
import type { Actor } from "../http/who";
import { once } from "../http/once";
import { idInput, isId } from "../http/id";
import { listMicrometers } from "./micrometers";
import { refusedMove } from "./parts";
import { listParts } from "./stock";
import { measuredMm } from "./partsOut";
import { append } from "../jobs/record";
import { Refused } from "../http/refused";
import { rowId } from "../http/rowId";

const id = idInput;
const thickness = z.string().trim().min(1, "Give its thickness, like 2.85.").max(40);

export const fitOpenerCloserInput = z.strictObject({
  id,
  valve: z.string().min(1).max(60),
  /** With what all of them were measured; null = by their marks. */
  micrometerId: id.nullable(),
  fits: z
    .array(
      z
        .strictObject({
          part: z.enum(OPENER_CLOSER_PARTS),
          /** What came out, as it was read; null when it was fitted here before and is known. */
          out: thickness.nullable(),
          /** What goes in: out of stock, or one that was made to size. */
          stockId: id.nullable(),
          made: thickness.nullable(),
        })
        .refine((f) => (f.stockId === null) !== (f.made === null), {
          message: "Choose a part in stock, or give the thickness of the one that was made.",
          path: ["made"],
        }),
    )
    .min(1, "Choose what to fit.")
    .max(2)
    .refine((fits) => new Set(fits.map((f) => f.part)).size === fits.length, "Opener and closer once each."),
  /** How the collets went in. */
  collets: z
    .string()
    .trim()
    .max(300, "Keep it within 300 characters.")
    .transform((t) => (t === "" ? null : t))
    .nullable()
    .default(null),
});
export type FitOpenerCloser = z.infer<typeof fitOpenerCloserInput>;

/** @throws Refused when the stock changed meanwhile or the valve is not there yet; CalcProblem naming the field that makes no sense */
export async function fitOpenerCloser(
  db: Database,
  actor: Actor,
  jobId: string,
  input: FitOpenerCloser,
  at?: Date,
): Promise<void> {
  const found = isId(jobId) ? await findJob(db, actor.shopId, jobId) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const { job } = found;
  if (jobAs(job, "opener-closer") === null) throw new Refused("No valve of this engine is positively closed.", 409);
  await once(db, actor, { what: "opener or closer", id: input.id, input: { jobId, ...input } }, async (tx) => {
    await holdJob(tx, jobId);
    const kept = await ledgerOf(tx, actor.shopId, jobId);
    const state = jobState(job, kept);
    const valve = state.valves.get(input.valve);
    const there = valve === undefined ? null : openerCloserOf(valve);
    const here = {
      micrometers: await listMicrometers(tx, actor.shopId),
      stock: await listParts(tx, actor.shopId),
    };
    const micrometer = here.micrometers.find((m) => m.id === input.micrometerId)?.name ?? null;
    const fits = input.fits.map((f) => readFit(here, input, f, there?.[`${f.part}Mm`] ?? null));
    const entries = exchangedEntries(fits, {
      valve: input.valve,
      stop: state.stop?.letter ?? "",
      collets: input.collets,
      instrument: micrometer,
      idFor: (part) => rowId(input.id, part, "fitted"),
    });
    await append(tx, actor, { id: jobId, job, kept }, entries, { at });
    for (const f of fits) await moveParts(tx, actor, jobId, input, f, at);
  }).catch((error: unknown) => {
    throw refusedMove(error) ?? error;
  });
}

/** What the shop measures with, and what it has. */
interface Here {
  readonly micrometers: readonly Micrometer[];
  readonly stock: readonly StockPart[];
}

function readFit(
  { micrometers, stock: all }: Here,
  { micrometerId }: FitOpenerCloser,
  { part, out, stockId, made }: FitOpenerCloser["fits"][number],
  knownMm: number | null,
): Exchanged {
  const fromMm = out === null ? knownMm : measuredMm(micrometers, out, micrometerId, `${part}.out`);
  if (fromMm === null) throw new CalcProblem(`Measure the ${part} that comes out.`, `${part}.out`);
  if (made !== null)
    return {
      part,
      fromMm,
      toMm: measuredMm(micrometers, made, micrometerId, `${part}.made`),
      stockId: null,
      outText: out,
    };
  const stock = all.find((p) => p.id === stockId);
  if (stock === undefined || stock.kind !== part || stock.count === 0)
    throw new Refused("That one is not in stock any more: choose another.", 409, part);
  return { part, fromMm, toMm: stock.thicknessMm, stockId: stock.id, outText: out };
}

async function moveParts(
  tx: Database,
  actor: Actor,
  jobId: string,
  { id: command, micrometerId }: FitOpenerCloser,
  { part, fromMm, stockId, outText }: Exchanged,
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
