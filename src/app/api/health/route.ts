import { sql } from "drizzle-orm";
import { NextResponse } from "next/server";
import { database } from "@/db/connect";
import { respond } from "@/server/http";

export const dynamic = "force-dynamic";

/** Answers when the app and its database do. */
export function GET() {
  return respond(async () => {
    await database().execute(sql`select 1`);
    return NextResponse.json({ ok: true });
  });
}
