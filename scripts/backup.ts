/**
 * Backup and restore by PostgreSQL's own dump, with the hashes of every table's rows beside it: what is restored is
 * compared with them, row for row.
 */
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { execa } from "execa";
import pg from "pg";
import { WHOLE } from "../src/db/connect";
import { prepareDatabase } from "../src/db/prepare";
import { type TableHashes, differing, tableHashes } from "../src/db/tableHashes";

const url = process.env["DATABASE_URL"] ?? "";
const [what = "", file = ""] = process.argv.slice(2);
const hashFile = `${file}.hashes.json`;
const say = (text: string): void => void process.stdout.write(`${text}\n`);

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

const rowsOf = (hashes: TableHashes): number => Object.values(hashes).reduce((sum, t) => sum + t.rows, 0);

async function backup(): Promise<number> {
  if (existsSync(file)) {
    say(`${file} is there already: give another name, so that no backup is lost.`);
    return 1;
  }
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
        `--snapshot=${rows[0]?.id ?? ""}`,
        `--file=${half}`,
      ]);
      const [found] = await Promise.all([tableHashes(client), dumping]);
      return found;
    });
    writeFileSync(hashFile, `${JSON.stringify(hashes, null, 2)}\n`);
    renameSync(half, file);
    say(
      `${rowsOf(hashes)} rows of ${Object.keys(hashes).length} tables are in ${file}; their hashes in ${hashFile}.`,
    );
    return 0;
  } finally {
    rmSync(half, { force: true });
  }
}

/** Loads the dump into an empty database and compares. */
async function load(into: string): Promise<number> {
  const wanted = JSON.parse(readFileSync(hashFile, "utf8")) as TableHashes;
  await tool("pg_restore", into, ["--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", file]);
  const different = differing(wanted, await atOneMoment(into, tableHashes));
  if (different.length > 0) {
    say(`These tables are not what was backed up: ${different.join(", ")}.`);
    return 1;
  }
  say(`All ${rowsOf(wanted)} rows of ${Object.keys(wanted).length} tables are as they were backed up.`);
  return 0;
}

async function restore(): Promise<number> {
  const tables = await atOneMoment(url, (client) =>
    client.query<{ n: string }>("select count(*) as n from pg_tables where schemaname in ('public', 'drizzle')"),
  );
  if (tables.rows[0]?.n !== "0") {
    say("The database is not empty, and nothing is written over: give an empty one in DATABASE_URL.");
    return 1;
  }
  const code = await load(url);
  // Grants are the installation's own.
  if (code === 0) await prepareDatabase(url);
  return code;
}

/** Restores beside the database, into one of its own that goes again. */
async function verify(): Promise<number> {
  const scratch = `verify_${process.pid}`;
  const beside = new URL(url);
  beside.pathname = `/${scratch}`;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(`create database ${scratch}`);
    return await load(beside.toString());
  } finally {
    await client.query(`drop database if exists ${scratch}`);
    await client.end();
  }
}

async function main(): Promise<number> {
  const work = { backup, restore, verify }[what];
  if (work === undefined || file === "") {
    say("Say what and where: npm run backup -- FILE, npm run restore -- FILE, npm run verify -- FILE.");
    return 2;
  }
  if (work !== backup && !(existsSync(file) && existsSync(hashFile))) {
    say(`${file} or ${hashFile} is not there: a backup is both.`);
    return 1;
  }
  return work();
}

process.exitCode = await main().catch((error: unknown) => {
  say(`It could not be done: ${(error as { shortMessage?: string }).shortMessage ?? String(error)}`);
  return 1;
});
