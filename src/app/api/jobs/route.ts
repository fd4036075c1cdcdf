import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { openJob, openJobInput } from "@/server/openJob";

/** Opens a job. */
export function POST(request: NextRequest) {
  return respond(async () => {
    const input = await readCommand(request, openJobInput);
    return NextResponse.json({ id: await openJob(database(), await actor(), input) });
  });
}
