/** Sends what waits on this device, a batch at a time. */
import type { KeptEntry } from "@/core/job/ledger/entry";
import { PASS_HEADER } from "@/core/shop/device";
import { type Sent, send } from "../send";
import type { Batch, RefusedHere } from "./database";
import { batchId } from "./outbox";

export interface Kept {
  readonly entries: KeptEntry[];
}

/** Whether whoever is at work sends it: it is theirs, or carries what proves another. */
export const isSentBy = ({ by, pass }: Batch, personId: string | null): boolean =>
  pass !== undefined || by === null || by.id === personId;

/** What is sent no more by whoever is at work: the shop no longer takes what proves its person. */
export const wantsItsPerson = (error: Error, { pass }: Batch): boolean =>
  pass !== undefined && error instanceof Unsettled && error.waits === "nobody";

/** Why a batch waits on: the shop does not answer, or another person must be chosen first. */
export type Waits = "unreached" | "nobody";

/** No answer that settles a batch: it is sent again. */
export class Unsettled extends Error {
  constructor(readonly waits: Waits) {
    super(waits);
  }
}

/** As long as nobody answers it is tried again; what waits for its person is tried when that person is there. */
export const triesAgain = (_failures: number, error: Error): boolean =>
  !(error instanceof Unsettled && error.waits === "nobody");

/** Sends a batch of whoever is at work; gives what settles it. @throws Unsettled where nothing does yet */
export async function sendBatch(
  jobId: string,
  batch: Batch,
  personId: string | null,
  after: number,
): Promise<Sent<Kept>> {
  if (!isSentBy(batch, personId)) throw new Unsettled("nobody");
  const entries = batch.entries.map(({ at: _, ...entry }) => entry);
  const sent = await send<Kept>(
    "POST",
    `/api/jobs/${jobId}/entries`,
    {
      entries,
      after,
      ...(batch.by === null ? {} : { by: batch.by.id }),
      ...(batch.madeAt === null ? {} : { madeAt: batch.madeAt }),
      ...(batch.word === undefined ? {} : { word: batch.word }),
    },
    batch.pass === undefined ? {} : { [PASS_HEADER]: batch.pass },
  );
  if (sent.kind === "unreached") throw new Unsettled("unreached");
  if (sent.kind === "refused" && (sent.status === 401 || sent.status === 403)) throw new Unsettled("nobody");
  return sent;
}

/** A batch as it was refused. The shop keeps what it could judge. */
export const refusedBatch = (
  jobId: string,
  engine: string,
  batch: Batch,
  { message, status }: Extract<Sent<unknown>, { kind: "refused" }>,
): RefusedHere => ({
  id: batchId(batch),
  jobId,
  engine,
  person: batch.by?.name ?? "somebody",
  madeAt: batch.madeAt ?? new Date().toISOString(),
  why: message,
  entries: batch.entries.map(({ at: _, ...entry }) => entry),
  known: status === 409 && batch.by !== null,
});
