/** Gives out a link by which somebody chooses a new password, straight from the database. */
import { signInName } from "../src/core/shop/signInName";
import { users } from "../src/db/schema";
import { handOut, installation } from "./installation";

process.exitCode = await installation(async (db, name = "") => {
  const all = await db.select().from(users);
  const user = all.find((u) => u.username === signInName(name));
  if (user === undefined) {
    process.stdout.write(
      `Nobody signs in as "${name}". These do: ${all.map((u) => u.username).join(", ") || "nobody yet"}.\n`,
    );
    return 1;
  }
  await handOut(db, user);
  return 0;
});
