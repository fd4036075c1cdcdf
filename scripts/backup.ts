/** `backup`, `restore` and `verify` of the database in DATABASE_URL. */
import { existsSync } from "node:fs";
import { type BackedUp, BackupTrouble, backUp, hashesOf, restore, verify } from "../src/db/backup";

const url = process.env["DATABASE_URL"] ?? "";
const [what = "", file = ""] = process.argv.slice(2);
const say = (text: string): void => void process.stdout.write(`${text}\n`);

const WORK: Readonly<Record<string, (url: string, file: string) => Promise<BackedUp>>> = {
  backup: backUp,
  restore,
  verify,
};

async function main(): Promise<number> {
  const work = WORK[what];
  if (work === undefined || file === "") {
    say("Say what and where: npm run backup -- FILE, npm run restore -- FILE, npm run verify -- FILE.");
    return 2;
  }
  const hashes = hashesOf(file);
  if (what !== "backup" && !(existsSync(file) && existsSync(hashes))) {
    say(`${file} or ${hashes} is not there: a backup is both.`);
    return 1;
  }
  const { rows, tables } = await work(url, file);
  say(
    what === "backup"
      ? `${rows} rows of ${tables} tables are in ${file}; their hashes in ${hashes}.`
      : `All ${rows} rows of ${tables} tables are as they were backed up.`,
  );
  return 0;
}

process.exitCode = await main().catch((error: unknown) => {
  const { shortMessage } = error as { shortMessage?: string };
  say(error instanceof BackupTrouble ? error.message : `It could not be done: ${shortMessage ?? String(error)}`);
  return 1;
});
