/** Gives out a link by which somebody chooses a new password, straight from the database. */
import { randomBytes, randomUUID } from "node:crypto";
import { signInName } from "../src/core/shop/signInName";
import { connectOwner } from "../src/db/connect";
import { prepareDatabase } from "../src/db/prepare";
import { users, verifications } from "../src/db/schema";

/** It is used at once, by whoever stands at the machine. */
const GOOD_FOR_MS = 3600 * 1000;

async function main(url: string, name: string): Promise<number> {
  await prepareDatabase(url);
  const { db, end } = connectOwner(url, 1);
  try {
    const all = await db.select().from(users);
    const user = all.find((u) => u.username === signInName(name));
    if (user === undefined) {
      process.stdout.write(
        `Nobody signs in as "${name}". These do: ${all.map((u) => u.username).join(", ") || "nobody yet"}.\n`,
      );
      return 1;
    }
    const token = randomBytes(18).toString("base64url");
    await db.insert(verifications).values({
      id: randomUUID(),
      identifier: `reset-password:${token}`,
      value: user.id,
      expiresAt: new Date(Date.now() + GOOD_FOR_MS),
    });
    process.stdout.write(`For ${user.name}, once, within the hour: open /welcome/${token} at the shop's address.\n`);
    return 0;
  } finally {
    await end();
  }
}

process.exitCode = await main(process.env["DATABASE_URL"] ?? "", process.argv.slice(2).join(" "));
