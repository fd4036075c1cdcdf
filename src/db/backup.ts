/**
 * Backup and restore by PostgreSQL's own dump, with the hashes of every table's rows beside it: what is restored is
 * compared with them, row for row.
 */
import { existsSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { execa } from "execa";
import pg from "pg";
import { WHOLE } from "./connect";
import { prepareDatabase } from "./prepare";
import { type TableHashes, differing, tableHashes } from "./tableHashes";

/** Where the hashes of a backup are. */
export const hashesOf = (file: string): string => `${file}.hashes.json`;

export interface BackedUp {
  readonly rows: number;
  readonly tables: number;
}

/** What stands in the way, as a sentence. */
export class BackupTrouble extends Error {}

/** The password goes by the environment: a list of processes shows what is on their command lines. */
function tool(name: string, at: string, args: readonly string[]) {
  const address = new URL(at);
  const password = decodeURIComponent(address.password);
  address.password = "";
  return execa(path.join(process.env["PG_BIN"] ?? "", name), [...args, `--dbname=${address.toString()}`], {
    env: { PGPASSWORD: password, PGOPTIONS: WHOLE },
  });
}

/** In one moment of the database, however long it takes. */
async function atOneMoment<T>(from: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: from, options: WHOLE });
  await client.connect();
  try {
    await client.query("begin transaction isolation level repeatable read read only");
    return await work(client);
  } finally {
    await client.end();
  }
}

const sizeOf = (hashes: TableHashes): BackedUp => ({
  rows: Object.values(hashes).reduce((sum, t) => sum + t.rows, 0),
  tables: Object.keys(hashes).length,
});

/**
 * Dumps a database as its owner, while it is used; what waits in the queue passes by itself and is left out.
 * @throws BackupTrouble when the file is there already
 */
export async function backUp(url: string, file: string): Promise<BackedUp> {
  if (existsSync(file))
    throw new BackupTrouble(`${file} is there already: give another name, so that no backup is lost.`);
  const half = `${file}.half`;
  try {
    const hashes = await atOneMoment(url, async (client) => {
      const { rows } = await client.query<{ id: string }>("select pg_export_snapshot() as id");
      const dumping = tool("pg_dump", url, [
        "--format=custom",
        // As the owner, who sees all: without it a dump stops at tables that hide rows.
        "--enable-row-security",
        "--no-owner",
        "--no-privileges",
        "--exclude-schema=pgboss",
        `--snapshot=${rows[0]?.id ?? ""}`,
        `--file=${half}`,
      ]);
      const [found] = await Promise.all([tableHashes(client), dumping]);
      return found;
    });
    writeFileSync(hashesOf(file), `${JSON.stringify(hashes, null, 2)}\n`);
    renameSync(half, file);
    return sizeOf(hashes);
  } finally {
    rmSync(half, { force: true });
  }
}

/** Loads a dump into an empty database and compares. @throws BackupTrouble when something differs */
async function load(into: string, file: string): Promise<BackedUp> {
  const wanted = JSON.parse(readFileSync(hashesOf(file), "utf8")) as TableHashes;
  await tool("pg_restore", into, ["--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", file]);
  const different = differing(wanted, await atOneMoment(into, tableHashes));
  if (different.length > 0)
    throw new BackupTrouble(`These tables are not what was backed up: ${different.join(", ")}.`);
  return sizeOf(wanted);
}

/** Restores into an empty database. @throws BackupTrouble when it is not empty, or something differs */
export async function restore(url: string, file: string): Promise<BackedUp> {
  const tables = await atOneMoment(url, (client) =>
    client.query<{ n: string }>("select count(*) as n from pg_tables where schemaname in ('public', 'drizzle')"),
  );
  if (tables.rows[0]?.n !== "0")
    throw new BackupTrouble(
      "The database is not empty, and nothing is written over: give an empty one in DATABASE_URL.",
    );
  const done = await load(url, file);
  // Grants, and who the owner is, are the installation's own.
  await prepareDatabase(url);
  return done;
}

/** Restores beside the database, into one of its own that goes again. @throws BackupTrouble when something differs */
export async function verify(url: string, file: string): Promise<BackedUp> {
  const scratch = `verify_${process.pid}_${Date.now()}`;
  const beside = new URL(url);
  beside.pathname = `/${scratch}`;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(`create database ${scratch}`);
    return await load(beside.toString(), file);
  } finally {
    await client.query(`drop database if exists ${scratch}`);
    await client.end();
  }
}

/** A nightly backup by its day. */
const NIGHTLY = /^fulcrata-\d{4}-\d\d-\d\dT\d{4}\.dump$/;
export const nightlyName = (at: Date): string => `fulcrata-${at.toISOString().slice(0, 16).replace(":", "")}.dump`;

/** The nightly backups in a folder, the newest first. */
export const nightlyIn = (folder: string): string[] =>
  readdirSync(folder)
    .filter((name) => NIGHTLY.test(name))
    .sort()
    .reverse();

/** Takes all but the newest so many out of a folder; files that are no nightly backups stay. @returns how many went */
export function keepNewest(folder: string, kept: number): number {
  const old = nightlyIn(folder).slice(kept);
  for (const name of old) for (const file of [name, hashesOf(name)]) rmSync(path.join(folder, file), { force: true });
  return old.length;
}
