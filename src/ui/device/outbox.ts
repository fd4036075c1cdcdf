/** Entries that wait on this device until the shop has kept or refused them, and those that it refused. */
import { type Batch, type RefusedHere, type Waiting, deviceDatabase } from "./database";

/** A batch is known by its first entry: an id is made once. */
export const batchId = (batch: Batch): string => batch.entries[0]?.id ?? "";

/** What waits for a job, in order. Rejects where this device stores nothing. */
export async function waitingFor(jobId: string): Promise<Batch[]> {
  const db = await deviceDatabase();
  return (await db.getAllFromIndex("outbox", "job", jobId)).map((row) => row.batch);
}

/** All that waits on this device, in order, whatever it is for. Rejects where this device stores nothing. */
export async function waitingHere(): Promise<Waiting[]> {
  return (await deviceDatabase()).getAll("outbox");
}

/** Stores a batch behind the others. Rejects where it can't be stored. */
export async function putIntoOutbox(waiting: Waiting): Promise<void> {
  await (await deviceDatabase()).add("outbox", waiting);
  tell();
}

/** Takes a batch out, whichever tab has sent it; `refused`, and it stays in sight instead. Both, or neither. */
export async function takeFromOutbox(jobId: string, batch: Batch, refused: RefusedHere | null = null): Promise<void> {
  const tx = (await deviceDatabase()).transaction(["outbox", "refused"], "readwrite");
  const outbox = tx.objectStore("outbox");
  for (let at = await outbox.index("job").openCursor(jobId); at !== null; at = await at.continue())
    if (batchId(at.value.batch) === batchId(batch)) await at.delete();
  if (refused !== null) await tx.objectStore("refused").put(refused);
  await tx.done;
  tell();
}

/** Keeps a batch apart until its person is at work here: what proved them counts no more. */
export async function keepApart(jobId: string, batch: Batch): Promise<void> {
  const tx = (await deviceDatabase()).transaction("outbox", "readwrite");
  for (let at = await tx.store.index("job").openCursor(jobId); at !== null; at = await at.continue())
    if (batchId(at.value.batch) === batchId(batch)) await at.update({ ...at.value, batch: unproven(batch) });
  await tx.done;
  tell();
}

/** The same without what proved its person. */
export const unproven = ({ pass: _, ...batch }: Batch): Batch => batch;

/** What the shop refused, of a job or of all, the oldest first. */
export async function refusedHere(jobId?: string): Promise<RefusedHere[]> {
  const db = await deviceDatabase();
  const all = jobId === undefined ? await db.getAll("refused") : await db.getAllFromIndex("refused", "job", jobId);
  return all.sort((a, b) => a.madeAt.localeCompare(b.madeAt));
}

/** Somebody has dealt with it. */
export async function forgetRefused(id: string): Promise<void> {
  await (await deviceDatabase()).delete("refused", id);
  tell();
}

/**
 * Other tabs and pages of this device work on the same outbox: `listener` is called when one of them changed it. Gives
 * back how to stop.
 */
export function onOutbox(listener: () => void): () => void {
  if (typeof BroadcastChannel === "undefined") return () => undefined;
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = listener;
  return () => channel.close();
}

const CHANNEL = "fulcrata-outbox";

function tell(): void {
  if (typeof BroadcastChannel === "undefined") return;
  const channel = new BroadcastChannel(CHANNEL);
  channel.postMessage(null);
  channel.close();
}
