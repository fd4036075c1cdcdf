/**
 * What this device keeps in its own database: what is on its way to the shop, what it refused, ledgers as it has them, and
 * who may take it over while the shop does not answer.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import type { RefusedBatch } from "@/core/job/ledger/refused";
import type { Person } from "@/core/shop/person";

/** Entries that belong together and wait: of one person, made at one time. */
export interface Batch {
  /** `at` is the shop's time as this device takes it, until the shop says it itself. */
  readonly entries: readonly (Entry & { readonly at?: string })[];
  /** Who made them; null where they have waited since before that was kept: whoever sends them. */
  readonly by: { readonly id: string; readonly name: string } | null;
  /** When they were made (ISO 8601). */
  readonly madeAt: string | null;
  /** The word that somebody trained gave for them; left out where none was needed. */
  readonly word?: string;
  /** What proves whoever made them, who took this device over while the shop did not answer. */
  readonly pass?: string;
}

/** Who took this shared device over while the shop did not answer; nobody, where it was handed on or stood still. */
export type HandedTo = { readonly person: Person; readonly pass: string } | "nobody";

/** A pass of somebody, sealed with their PIN. */
export interface SealedPass {
  readonly personId: string;
  readonly name: string;
  readonly role: Person["role"];
  readonly salt: Uint8Array<ArrayBuffer>;
  readonly iv: Uint8Array<ArrayBuffer>;
  readonly sealed: ArrayBuffer;
  /** Wrong PINs since the last right one. */
  readonly tries: number;
}

/** A batch in the outbox, with its job. */
export interface Waiting {
  readonly jobId: string;
  /** What is worked on, by the name that a person knows. */
  readonly engine: string;
  readonly batch: Batch;
}

/** What the shop refused. `known` where the shop keeps it too and says when it was dealt with. */
export interface RefusedHere extends RefusedBatch {
  readonly engine: string;
  readonly known: boolean;
}

interface DeviceSchema extends DBSchema {
  /** In the order in which they were made. */
  outbox: {
    key: number;
    value: Waiting & { readonly n?: number };
    indexes: { job: string };
  };
  kept: { key: [string, number]; value: KeptEntry & { readonly jobId: string } };
  refused: { key: string; value: RefusedHere; indexes: { job: string } };
  passes: { key: string; value: SealedPass };
  handed: { key: "here"; value: HandedTo };
}
export type DeviceDatabase = IDBPDatabase<DeviceSchema>;

let opened: Promise<DeviceDatabase> | null = null;

/**
 * The device's database. Rejects where the browser keeps none (a private window, a full disk): asked again, it is
 * tried again.
 */
export function deviceDatabase(): Promise<DeviceDatabase> {
  opened ??= openDB<DeviceSchema>("fulcrata", 3, {
    upgrade(db, before) {
      if (before < 1) {
        db.createObjectStore("outbox", { keyPath: "n", autoIncrement: true }).createIndex("job", "jobId");
        db.createObjectStore("kept", { keyPath: ["jobId", "seq"] });
      }
      if (before < 2) db.createObjectStore("refused", { keyPath: "id" }).createIndex("job", "jobId");
      db.createObjectStore("passes", { keyPath: "personId" });
      db.createObjectStore("handed");
    },
    // Another tab of an older version gives way when it is looked at next.
    blocking: (_now, _wanted, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opened = null),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}
