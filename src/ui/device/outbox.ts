/** Entries that wait on this device until the shop has kept or refused them. */
import { byTodaysNames } from "@/core/job/ledger/former";
import { readStored, writeStored } from "../stored";
import { type Batch, deviceDatabase } from "./database";

/** A batch is known by its first entry: an id is made once. */
const idOf = (batch: Batch): string | undefined => batch[0]?.id;

/** What waits for a job, in order. Rejects where this device stores nothing. */
export async function waitingFor(jobId: string): Promise<Batch[]> {
  await takeOver(jobId);
  const db = await deviceDatabase();
  return (await db.getAllFromIndex("outbox", "job", jobId)).map((row) => row.batch);
}

/** Stores a batch behind the others. Rejects where it can't be stored. */
export async function putIntoOutbox(jobId: string, batch: Batch): Promise<void> {
  await (await deviceDatabase()).add("outbox", { jobId, batch });
  tell(jobId);
}

/** Takes a batch out, whichever tab has sent it. */
export async function takeFromOutbox(jobId: string, batch: Batch): Promise<void> {
  const tx = (await deviceDatabase()).transaction("outbox", "readwrite");
  for (let at = await tx.store.index("job").openCursor(jobId); at !== null; at = await at.continue())
    if (idOf(at.value.batch) === idOf(batch)) await at.delete();
  await tx.done;
  tell(jobId);
}

/**
 * Other tabs of this device work on the same outbox: `listener` is called when one of them changed it. Gives back how
 * to stop.
 */
export function onOutbox(jobId: string, listener: () => void): () => void {
  if (typeof BroadcastChannel === "undefined") return () => undefined;
  const channel = new BroadcastChannel(channelOf(jobId));
  channel.onmessage = listener;
  return () => channel.close();
}

const channelOf = (jobId: string): string => `fulcrata-outbox-${jobId}`;

function tell(jobId: string): void {
  if (typeof BroadcastChannel === "undefined") return;
  const channel = new BroadcastChannel(channelOf(jobId));
  channel.postMessage(null);
  channel.close();
}

/** What an earlier version of the app left waiting elsewhere on this device goes the same way, once. */
async function takeOver(jobId: string): Promise<void> {
  const key = `fulcrata-unkept-${jobId}`;
  const left = readStored<readonly Batch[]>(key);
  if (left === null) return;
  for (const batch of left) await putIntoOutbox(jobId, batch.map(byTodaysNames) as unknown as Batch);
  writeStored(key, null);
}
