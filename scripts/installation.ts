/** What the owner of an installation does to it, at the machine itself. */
import { randomBytes, randomUUID } from "node:crypto";
import { type Database, connectOwner } from "../src/db/connect";
import { prepareDatabase } from "../src/db/prepare";
import { verifications } from "../src/db/schema";

/** A link is used at once, by whoever stands at the machine. */
const GOOD_FOR_MS = 3600 * 1000;

/** Runs a command in the database of DATABASE_URL, brought up to date, with the words that it was given. */
export async function installation(work: (db: Database, ...words: string[]) => Promise<number>): Promise<number> {
  const url = process.env["DATABASE_URL"] ?? "";
  await prepareDatabase(url);
  const { db, end } = connectOwner(url, 1);
  try {
    return await work(db, ...process.argv.slice(2));
  } finally {
    await end();
  }
}

/** Says where somebody chooses a password, once. */
export async function handOut(db: Database, user: { readonly id: string; readonly name: string }): Promise<void> {
  const token = randomBytes(18).toString("base64url");
  await db.insert(verifications).values({
    id: randomUUID(),
    identifier: `reset-password:${token}`,
    value: user.id,
    expiresAt: new Date(Date.now() + GOOD_FOR_MS),
  });
  process.stdout.write(`For ${user.name}, once, within the hour: open /welcome/${token} at the shop's address.\n`);
}
