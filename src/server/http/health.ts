/** Whether the app and its database answer. */
import { sql } from "drizzle-orm";
import { database } from "@/db/connect";

/** @throws when the database does not answer */
export async function isAnswering(): Promise<void> {
  await database().execute(sql`select 1`);
}
