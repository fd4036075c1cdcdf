/** Whether the app can work: its database answers and is of its own version, and heavy work does not pile up. */
import { sql } from "drizzle-orm";
import { database } from "@/db/connect";
import journal from "@/db/migrations/meta/_journal.json";
import { sharedThreads } from "../heavy/threads";

export interface Readiness {
  readonly database: boolean;
  /** No step of this version is missing there. */
  readonly migrations: boolean;
  readonly queue: boolean;
}

export async function readiness(): Promise<Readiness> {
  const wanted = journal.entries.at(-1)?.when ?? 0;
  const taken = await database()
    .execute<{ at: string | null }>(sql`select max(created_at) as at from drizzle.__drizzle_migrations`)
    .then(({ rows }) => Number(rows[0]?.at ?? 0))
    .catch(() => null);
  const threaded = process.env.NODE_ENV === "production";
  return {
    database: taken !== null,
    migrations: taken !== null && taken >= wanted,
    queue: !threaded || !sharedThreads().full,
  };
}
