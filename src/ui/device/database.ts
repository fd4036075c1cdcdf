/** What this device keeps in its own database: entries on their way to the shop, and ledgers as the shop has them. */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";

/** `at` is the shop's time as this device takes it, until the shop says it itself. */
export type Batch = readonly (Entry & { readonly at?: string })[];

interface DeviceSchema extends DBSchema {
  /** In the order in which they were made. */
  outbox: {
    key: number;
    value: { readonly n?: number; readonly jobId: string; readonly batch: Batch };
    indexes: { job: string };
  };
  kept: { key: [string, number]; value: KeptEntry & { readonly jobId: string } };
}
export type DeviceDatabase = IDBPDatabase<DeviceSchema>;

let opened: Promise<DeviceDatabase> | null = null;

/**
 * The device's database. Rejects where the browser keeps none (a private window, a full disk): asked again, it is
 * tried again.
 */
export function deviceDatabase(): Promise<DeviceDatabase> {
  opened ??= openDB<DeviceSchema>("fulcrata", 1, {
    upgrade(db) {
      db.createObjectStore("outbox", { keyPath: "n", autoIncrement: true }).createIndex("job", "jobId");
      db.createObjectStore("kept", { keyPath: ["jobId", "seq"] });
    },
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}
