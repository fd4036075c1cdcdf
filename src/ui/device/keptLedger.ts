/** Ledgers as the shop has them, kept on this device so that a reload without a network shows all of them. */
import type { KeptEntry } from "@/core/job/ledger/entry";
import { deviceDatabase } from "./database";

const ofJob = (jobId: string): IDBKeyRange => IDBKeyRange.bound([jobId, 0], [jobId, Infinity]);

/** What this device has seen of a job's ledger, in order. */
export async function keptOnDevice(jobId: string): Promise<KeptEntry[]> {
  const rows = await (await deviceDatabase()).getAll("kept", ofJob(jobId));
  return rows.map(({ jobId: _, ...entry }) => entry as KeptEntry);
}

/** Adds entries that the shop has; what is here already is written over by itself. */
export async function keepOnDevice(jobId: string, entries: readonly KeptEntry[]): Promise<void> {
  if (entries.length === 0) return;
  const tx = (await deviceDatabase()).transaction("kept", "readwrite");
  await Promise.all([...entries.map((e) => tx.store.put({ ...e, jobId })), tx.done]);
}

/** A job that is closed needs no copy here any more. */
export async function forgetOnDevice(jobId: string): Promise<void> {
  await (await deviceDatabase()).delete("kept", ofJob(jobId));
}
